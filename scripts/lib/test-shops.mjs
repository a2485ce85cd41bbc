/**
 * Shops for the tests: one is made whole (schema, crew, catalog, tools; the demo for the browser), its database stopped,
 * and its folder copied for whoever needs one. They live in memory and forget everything with a power cut.
 */
import { cpSync, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { root } from './bundle.mjs';
import { findServer, startDatabase } from './database.mjs';
import { cli } from './stages.mjs';
import { processAlive } from './web.mjs';

/** Memory where there is some, else the disk. */
const base = existsSync('/dev/shm') ? '/dev/shm' : path.join(root, '.build');
const PREFIX = 'wrenchwise-test-';

/** An empty folder for this run's shops; what runs that have ended left behind goes, their databases with it. */
export function freshPlace() {
  for (const name of readdirSync(base).filter((one) => one.startsWith(PREFIX))) {
    const pid = Number(name.slice(PREFIX.length));
    if (processAlive(pid)) continue;
    const left = path.join(base, name);
    for (const shop of readdirSync(left)) {
      const server = findServer(path.join(left, shop, 'db'));
      if (server !== null) process.kill(server, 'SIGKILL');
    }
    rmSync(left, { recursive: true, force: true });
  }
  const place = path.join(base, `${PREFIX}${process.pid}`);
  mkdirSync(place, { recursive: true });
  return place;
}

/** Makes a shop in a folder by commands of src/cli, and stops its database so that the folder can be copied. */
export async function makeShop(folder, commands) {
  mkdirSync(folder, { recursive: true });
  const database = await startDatabase(folder, { forgetful: true });
  try {
    for (const [what, name, ...args] of commands) await cli(what, name, args, folder);
  } finally {
    await database.stop();
  }
  return folder;
}

/** A copy of a shop whose database is stopped, with its own database running. @returns {{ folder, database }} */
export async function copyShop(from, folder) {
  rmSync(folder, { recursive: true, force: true });
  cpSync(from, folder, { recursive: true });
  return { folder, database: await startDatabase(folder, { forgetful: true }) };
}
