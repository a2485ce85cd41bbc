/**
 * `npm run rehearse [REVISION]`: a new version and the way back, as docs/install.md says them, on a shop of its own. The release
 * before this one is checked out beside this clone, begins the shop and works in it; this version takes it over and works on; then
 * the backup taken before goes back into the version before. What was acknowledged has to be there each time, and the record whole.
 */
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { OWNER, browser, intakeOf } from '../tests/start/hands.mjs';
import { root } from './lib/bundle.mjs';
import { must } from './lib/run.mjs';
import { freePort } from './lib/web.mjs';

const place = mkdtempSync(path.join(tmpdir(), 'wrenchwise-rehearsal-'));
const old = path.join(place, 'before');
const dataDir = path.join(place, 'data');
const file = path.join(place, 'before-the-update.sql.gz');
const git = (...args) => must('git', 'git', ['-C', root, ...args]).then((said) => said.trim());
const began = Date.now();
const say = (words) =>
  console.log(`[${String(Math.round((Date.now() - began) / 1000)).padStart(4)} s] ${words}`);

function hold(holds, words) {
  if (!holds) throw new Error(words);
}

/** The commit of the release before this one: where the version's number last became another. */
async function releaseBefore() {
  const said = await git('log', '-1', '--format=%H %s', '-G"version":', 'HEAD~1', '--', 'package.json');
  const [revision, words] = said.split(/ (.*)/s);
  say(`The release before: ${words}`);
  return revision;
}

/** Starts a version on the shop's folder. @returns how to ask it, what it said, and how it is stopped */
async function start(version, args = []) {
  const port = await freePort();
  const child = spawn(process.execPath, [path.join(version, 'scripts', 'start.mjs'), ...args], {
    cwd: version,
    env: { ...process.env, WRENCHWISE_DATA: dataDir, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  const ended = new Promise((resolve) => child.on('exit', resolve));
  await new Promise((resolve, reject) => {
    const hear = (chunk) => {
      said += chunk;
      if (said.includes('Ctrl-C stops everything')) resolve();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void ended.then(() => reject(new Error(said)));
  });
  return {
    said: () => said,
    ask: browser(port),
    stop: async () => {
      child.kill('SIGTERM');
      await ended;
    },
  };
}

async function json(answer, what) {
  const body = await answer.json();
  hold(body.ok, `${what}: ${JSON.stringify(body.errors)}`);
  return body.answer;
}

const signIn = async ({ ask }) =>
  json(await ask('/api/sign-in', { name: OWNER.name, password: OWNER.password }), 'signing in');
const takeIn = async ({ ask }, plate) =>
  (
    await json(
      await ask('/api/commands/intake.open', { id: randomUUID(), deviceSeq: 1, input: intakeOf(plate) }),
      plate,
    )
  ).orderId;
const isThere = async ({ ask }, orderId) => (await ask(`/orders/${orderId}`)).status === 200;

function script(version, name, args) {
  const run = spawnSync(process.execPath, [path.join(version, 'scripts', `${name}.mjs`), ...args], {
    cwd: version,
    encoding: 'utf8',
    env: { ...process.env, WRENCHWISE_DATA: dataDir },
  });
  hold(run.status === 0, `${name}: ${run.stdout}${run.stderr}`);
  return run.stdout;
}

async function main() {
  const revision = process.argv[2] ?? (await releaseBefore());
  await git('worktree', 'add', '--detach', old, revision);

  const before = await start(old, ['--empty']);
  const [, code] = /one-time code: (\w+)/.exec(before.said());
  const shop = { name: 'Rehearsal', timeZone: 'Europe/Zurich', currency: 'EUR', distanceUnit: 'km' };
  await json(await before.ask('/api/first-owner', { code, shop, owner: OWNER }), 'opening the shop');
  await signIn(before);
  const early = await takeIn(before, 'BEFORE 1');
  script(old, 'backup', [file]);
  await before.stop();
  say('The version before: a shop opened, a car taken in, backed up, stopped.');

  const after = await start(root);
  await signIn(after);
  hold(await isThere(after, early), 'what was taken in before the update is not there');
  const ready = await after.ask('/api/ready');
  hold(ready.status === 200, `not ready after the update: ${await ready.text()}`);
  const late = await takeIn(after, 'AFTER 1');
  script(root, 'run-cli', ['verify']);
  await after.stop();
  say(`This version: ${/Schema: (.*)/.exec(after.said())[1]}; both cars are there, ready, the record whole.`);

  renameSync(dataDir, `${dataDir}-newer`);
  script(old, 'restore', [file]);
  const back = await start(old);
  await signIn(back);
  hold(await isThere(back, early), 'what was taken in before the update did not come back');
  hold(!(await isThere(back, late)), 'what was taken in after the backup is there');
  await takeIn(back, 'BACK 1');
  script(old, 'run-cli', ['verify']);
  await back.stop();
  say('The way back: the version before goes on from the backup, the record whole.');
}

try {
  await main();
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await git('worktree', 'remove', '--force', old).catch(() => undefined);
  rmSync(place, { recursive: true, force: true });
}
