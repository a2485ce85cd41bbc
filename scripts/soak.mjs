/** `npm run soak [ROUNDS]`: the kill tests, a hundred rounds of each unless told otherwise. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { root } from './lib/bundle.mjs';

const { status } = spawnSync(
  process.execPath,
  ['--test', path.join(root, 'tests', 'start', 'faults.test.mjs')],
  {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, WRENCHWISE_ROUNDS: process.argv[2] ?? '100' },
  },
);
process.exit(status ?? 1);
