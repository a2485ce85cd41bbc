/** `npm run soak [ROUNDS]`: the kill tests, a hundred rounds of each unless told otherwise. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { root } from './lib/bundle.mjs';
import { ensureMariadb } from './lib/database.mjs';
import { plan, say } from './lib/say.mjs';
import { build, buildFresh, installPackages, packagesFresh } from './lib/stages.mjs';

const rounds = process.argv[2] ?? '100';
plan(2);
say('What the servers are built from');
if (!packagesFresh()) await installPackages();
await ensureMariadb();
if (!buildFresh()) await build();
say(`Killed ${rounds} times, and each time everything acknowledged is looked for`);
const { status } = spawnSync(
  process.execPath,
  ['--test', path.join(root, 'tests', 'start', 'faults.test.mjs')],
  { cwd: root, stdio: 'inherit', env: { ...process.env, WRENCHWISE_ROUNDS: rounds } },
);
process.exit(status ?? 1);
