/** What a server logged is held against every secret of a run: each kind of slip is found out. */
import assert from 'node:assert/strict';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { after, test } from 'node:test';
import { scanLogs } from '../../scripts/lib/scan-logs.mjs';

const folder = mkdtempSync(path.join(tmpdir(), 'logs-'));
after(() => rmSync(folder, { recursive: true }));

test('a log that holds a secret of the run, a key, a cookie or a password is found out', async () => {
  const secrets = path.join(folder, 'secrets.txt');
  const scan = async (...lines) => {
    writeFileSync(path.join(folder, 'a.log'), lines.join('\n'));
    return scanLogs(folder, secrets);
  };
  writeFileSync(secrets, 'short\nsession-token-of-ilse\n');
  assert.deepEqual(await scan('{"path":"/c/…/handoff"}', '{"path":"/orders"}', 'short words'), {
    lines: 3,
    secrets: 1,
    found: [],
  });
  for (const line of [
    'x session-token-of-ilse y',
    '{"path":"/c/aB3"}',
    '{"path":"/api/calendar/aB3"}',
    'Cookie: wl_session=1',
    '{"pin":"4101"}',
  ])
    assert.equal((await scan('{}', line)).found.length, 1, line);
});
