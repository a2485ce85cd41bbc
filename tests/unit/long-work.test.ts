import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import {
  type LongWork,
  isUnderWay,
  leaveLongWork,
  longWorkOf,
  longWorkShown,
  tellLongWork,
} from '@/server/running/long-work';
import { beginWalk } from '@/server/running/walk-apart';

let folder: string;
const before = process.env.WRENCHWISE_DATA;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'wrenchwise-work-'));
  process.env.WRENCHWISE_DATA = folder;
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
  if (before === undefined) delete process.env.WRENCHWISE_DATA;
  else process.env.WRENCHWISE_DATA = before;
});
/** Writes it as another process would have left it. */
const left = (change: Partial<LongWork>) =>
  writeFileSync(
    path.join(folder, 'work', 'verify.json'),
    JSON.stringify({ ...longWorkOf('verify'), ...change }),
  );
/** No process has this number: they end at four millions. */
const NOBODY = 2 ** 30;

test('how far it is, and what came of it', () => {
  expect(longWorkShown()).toEqual([]);
  const work = tellLongWork('export');
  work.at(30, 120, 'tables/entry.jsonl');
  expect(longWorkShown()).toEqual([
    expect.objectContaining({ what: 'export', stands: 'under way', share: 0.25, here: true, goesOn: false }),
  ]);
  // Told again only after a while, unless it says where to go on.
  work.at(40, 120, 'a moment later');
  expect(longWorkShown()[0]!.share).toBe(0.25);
  work.at(60, 120, 'half', { after: 'x' });
  expect(longWorkShown()[0]).toMatchObject({ stands: 'under way', share: 0.5, words: 'half' });
  work.end(true, '300 files');
  expect(longWorkShown()[0]).toMatchObject({ stands: 'done', share: 1, words: '300 files', here: false });
  expect(longWorkOf('export')!.place).toBeUndefined();
  tellLongWork('export').end(false, 'the disk is full');
  expect(longWorkShown()[0]).toMatchObject({ stands: 'failed', words: 'the disk is full' });
});

test('killed, left, and gone on with', () => {
  const work = tellLongWork('verify', { by: 'command' });
  work.at(10, 40, 'ten', { after: '10' });
  expect(longWorkShown()[0]).toMatchObject({ stands: 'under way', here: false });
  left({ pid: NOBODY });
  expect(longWorkShown()[0]).toMatchObject({ stands: 'interrupted', share: 0.25, goesOn: true });
  // A process is there that has its number by now: nothing has moved for too long.
  left({ pid: process.pid, movedAt: '2026-04-14T08:00:00.000Z' });
  expect(isUnderWay(longWorkOf('verify'), Date.parse('2026-04-14T08:10:00.000Z'))).toBe(true);
  expect(isUnderWay(longWorkOf('verify'), Date.parse('2026-04-14T08:20:00.000Z'))).toBe(false);
  left({ pid: process.pid, movedAt: new Date().toISOString() });
  leaveLongWork('verify', 'Stopped by hand.');
  const cut = longWorkOf('verify')!;
  expect(isUnderWay(cut)).toBe(false);
  expect(cut).toMatchObject({ place: { after: '10' }, words: 'Stopped by hand.' });
  const on = tellLongWork('verify', { before: cut });
  expect(longWorkOf('verify')).toMatchObject({ beganAt: cut.beganAt, done: 10, of: 40, pid: process.pid });
  on.end(true, 'all');
  leaveLongWork('verify', 'nothing to leave');
  expect(longWorkOf('verify')!.words).toBe('all');
});

test('a folder that cannot be written, or a file that does not read, stops nobody', () => {
  process.env.WRENCHWISE_DATA = path.join(folder, 'file');
  writeFileSync(path.join(folder, 'file'), 'no folder');
  const work = tellLongWork('backup');
  work.at(1, 2, 'on');
  work.end(true, 'done');
  expect(longWorkShown()).toEqual([]);
  process.env.WRENCHWISE_DATA = folder;
  tellLongWork('backup').end(true, 'done');
  writeFileSync(path.join(folder, 'work', 'backup.json'), '{"what":');
  expect(longWorkOf('backup')).toBeNull();
  expect(readFileSync(path.join(folder, 'work', 'backup.json'), 'utf8')).toBe('{"what":');
});

test('a walk is told of before its thread has begun, begun once, and left where its thread cannot run', async () => {
  const root = process.env.WRENCHWISE_ROOT;
  // No thread is built here.
  process.env.WRENCHWISE_ROOT = folder;
  try {
    beginWalk(false);
    expect(longWorkShown()).toEqual([
      expect.objectContaining({ what: 'verify', stands: 'under way', share: 0, here: true }),
    ]);
    expect(() => beginWalk(false)).toThrow('The record is being walked already: 0 % of it is done.');
    for (let tries = 0; tries < 100 && isUnderWay(longWorkOf('verify')); tries += 1)
      await new Promise((resolve) => setTimeout(resolve, 50));
    expect(longWorkShown()).toEqual([
      expect.objectContaining({
        stands: 'interrupted',
        words: expect.stringContaining('It could not be walked to its end: '),
      }),
    ]);
  } finally {
    if (root === undefined) delete process.env.WRENCHWISE_ROOT;
    else process.env.WRENCHWISE_ROOT = root;
  }
});
