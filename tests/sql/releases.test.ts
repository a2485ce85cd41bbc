import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { createConnection } from 'mysql2/promise';
import { type DatabaseAddress, dataFolder } from '@/server/database';
import { entryShapes } from '@/server/formats/entry-shape';

const root = path.join(__dirname, '..', '..');
const releases = path.join(root, 'tests', 'releases');

test.each(readdirSync(releases).filter((name) => name.endsWith('.sql.gz')))(
  'the demo of %s goes on under today’s schema, its chains whole',
  async (name) => {
    const address = JSON.parse(
      readFileSync(path.join(dataFolder(), 'database.json'), 'utf8'),
    ) as DatabaseAddress;
    const target = { ...address, database: 'wrenchwise_release' };
    const connection = await createConnection({ ...address, database: undefined, multipleStatements: true });
    await connection.query('DROP DATABASE IF EXISTS wrenchwise_release; CREATE DATABASE wrenchwise_release');
    await connection.query('USE wrenchwise_release');
    await connection.query(gunzipSync(readFileSync(path.join(releases, name))).toString('utf8'));
    const folder = mkdtempSync(path.join(tmpdir(), 'release-'));
    writeFileSync(path.join(folder, 'database.json'), JSON.stringify(target));
    const run = (command: string) =>
      execFileSync(process.execPath, [path.join(root, 'scripts', 'run-cli.mjs'), command], {
        cwd: root,
        encoding: 'utf8',
        env: { ...process.env, WRENCHWISE_DATA: folder },
      });
    expect(run('migrate')).toMatch(/Brought up to date|Up to date already/);
    expect(run('verify')).toContain('Nothing is broken');
    const [rows] = await connection.query('SELECT COUNT(*) AS orders FROM work_order');
    expect((rows as { orders: number }[])[0]!.orders).toBeGreaterThan(5);
    // What any release wrote holds what its kind holds: an export of it is taken in.
    const [entries] = await connection.query('SELECT canonical FROM entry');
    const shapeOf = await entryShapes();
    expect(
      (entries as { canonical: string }[]).flatMap(({ canonical }) => shapeOf(JSON.parse(canonical)) ?? []),
    ).toEqual([]);
    await connection.query('DROP DATABASE wrenchwise_release');
    await connection.end();
  },
);
