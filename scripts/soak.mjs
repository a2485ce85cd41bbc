/**
 * `npm run soak [ROUNDS] [COMMANDS]`: the kill tests, a hundred rounds of each unless told otherwise, and ten thousand
 * random commands from eight people with kills between.
 */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { root } from './lib/bundle.mjs';
import { ensureMariadb } from './lib/database.mjs';
import { plan, say } from './lib/say.mjs';
import { build, buildFresh, installPackages, packagesFresh } from './lib/stages.mjs';

const rounds = process.argv[2] ?? '100';
const COMMANDS = Number(process.argv[3] ?? 10_000);
plan(3);
say('What the servers are built from');
if (!packagesFresh()) await installPackages();
await ensureMariadb();
if (!buildFresh()) await build();
say(`Killed ${rounds} times, and each time everything acknowledged is looked for`);
const soaked = (file, env) =>
  spawnSync(process.execPath, ['--test', '--test-reporter=spec', path.join(root, 'tests', 'start', file)], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  }).status ?? 1;
const faults = soaked('faults.test.mjs', { WRENCHWISE_ROUNDS: rounds });
say(`${COMMANDS} random commands from eight people, killed between`);
const random = soaked('random.test.mjs', { WRENCHWISE_COMMANDS: String(COMMANDS) });
process.exit(faults || random);
