/**
 * `npm test`: everything from a fresh clone to all tests passed, ending in one line `N passed, N failed`.
 * `node scripts/test.mjs unit sql` runs some of the stages alone.
 */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { root } from './lib/bundle.mjs';
import { ensureMariadb, startDatabase } from './lib/database.mjs';
import { aptInstall, run } from './lib/run.mjs';
import { InTheWay, plan, say, sentenceFor } from './lib/say.mjs';
import { build, buildFresh, cli, installPackages, packagesFresh } from './lib/stages.mjs';
import { freePort, startWeb } from './lib/web.mjs';

/** Tests and pictures see the shop on this day. */
const DAY = '2026-04-14T18:30:00.000Z';
/** No stage may hang the whole run. */
const STAGE_LIMIT_MS = 45 * 60_000;
const workDir = path.join(root, '.build', 'test');
/** `node scripts/test.mjs e2e -g "the path"` runs the end-to-end tests whose names match. */
const at = process.argv.indexOf('-g');
const grep = at < 0 ? [] : ['-g', process.argv[at + 1] ?? ''];
const chosen = process.argv.slice(2, at < 0 ? undefined : at);
const wants = (name) => chosen.length === 0 || chosen.includes(name);
const total = { passed: 0, failed: 0 };
const cleanUp = [];

const bin = (...parts) => path.join(root, 'node_modules', ...parts);
const node = (file, args, options) =>
  run(process.execPath, [file, ...args], { cwd: root, limitMs: STAGE_LIMIT_MS, ...options });

function count(passed, failed, what, output) {
  total.passed += passed;
  total.failed += failed;
  console.log(`      ${what}: ${passed} passed, ${failed} failed`);
  if (failed) console.log(output.trimEnd());
}

async function check(name, what, file, args) {
  if (!wants(name)) return;
  say(what);
  const { code, output } = await node(file, args);
  count(code === 0 ? 1 : 0, code === 0 ? 0 : 1, what, output);
}

async function jest(name, what, env, extra = []) {
  if (!wants(name)) return;
  say(what);
  const file = path.join(workDir, `${name}.json`);
  rmSync(file, { force: true });
  const only = grep.length ? ['--testPathPatterns', grep[1]] : [];
  const args = ['--selectProjects', name, '--json', `--outputFile=${file}`, '--forceExit', ...only, ...extra];
  const { output } = await node(bin('jest', 'bin', 'jest.js'), args, { env: { ...process.env, ...env } });
  if (!existsSync(file)) return count(0, 1, what, output);
  const result = JSON.parse(readFileSync(file, 'utf8'));
  // A file that does not even load counts as one failed test.
  count(result.numPassedTests, result.numFailedTests + result.numRuntimeErrorTestSuites, what, output);
}

/** A database of the tests' own in a folder made anew. */
async function testDatabase(name) {
  const folder = path.join(workDir, name);
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const database = await startDatabase(folder);
  cleanUp.push(database.stop);
  await cli('Bringing the test schema up to date', 'migrate', [], folder);
  return folder;
}

async function sql(name, what) {
  if (!wants(name)) return;
  const folder = await testDatabase(name);
  const env = { WRENCHWISE_DATA: folder, WRENCHWISE_ROOT: root, WRENCHWISE_NOW: DAY };
  await jest(name, what, env, ['--runInBand']);
}

async function endToEnd() {
  if (!wants('e2e')) return;
  say('The main jobs through the interface, in Chromium');
  if (!existsSync('/usr/bin/chromium')) await aptInstall(['chromium', 'poppler-utils'], 'Chromium');
  else if (!existsSync('/usr/bin/pdftotext')) await aptInstall(['poppler-utils'], 'pdftotext');
  if (!buildFresh()) await build();
  const folder = await testDatabase('e2e');
  await cli('Loading the demo for the tests', 'load-demo', [DAY, '60'], folder);
  const port = await freePort();
  const web = await startWeb({ port, dataDir: folder, env: { WRENCHWISE_NOW: DAY } });
  cleanUp.push(web.stop);
  const file = path.join(workDir, 'e2e.json');
  rmSync(file, { force: true });
  const { output } = await node(
    bin('@playwright', 'test', 'cli.js'),
    ['test', '--reporter=list,json', ...grep],
    {
      env: {
        ...process.env,
        BASE_URL: `http://127.0.0.1:${port}`,
        WRENCHWISE_DATA: folder,
        WRENCHWISE_ROOT: root,
        PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      },
    },
  );
  if (!existsSync(file)) return count(0, 1, 'end to end', output);
  const { stats } = JSON.parse(readFileSync(file, 'utf8'));
  count(stats.expected, stats.unexpected + stats.flaky, 'end to end', output);
}

async function startAndFaults() {
  if (!wants('start')) return;
  say('Starting, being killed and starting again');
  const { code, output } = await node('--test', ['--test-reporter=tap', 'tests/start/']);
  const number = (word) => Number(new RegExp(`^# ${word} (\\d+)$`, 'm').exec(output)?.[1] ?? 0);
  const failed = number('fail') + number('cancelled');
  count(number('pass'), failed || (code === 0 ? 0 : 1), 'start and faults', output);
}

async function main() {
  plan(11);
  mkdirSync(workDir, { recursive: true });
  if (!packagesFresh()) {
    say('Packages: installing from the lockfile');
    await installPackages();
  }
  await check('format', 'Format', bin('prettier', 'bin', 'prettier.cjs'), ['--check', '.']);
  await check('lint', 'Lint', bin('eslint', 'bin', 'eslint.js'), ['.', '--max-warnings=0']);
  await check(
    'imports',
    'Imports: the core knows nobody',
    bin('dependency-cruiser', 'bin', 'dependency-cruise.mjs'),
    ['src', 'demo'],
  );
  await check('types', 'Types', bin('typescript', 'bin', 'tsc'), ['--noEmit', '-p', '.']);
  await check(
    'reference',
    'Reference of the calculators up to date',
    path.join(root, 'scripts', 'reference.mjs'),
    ['--check'],
  );
  await jest('unit', 'Unit tests of the core', {});
  await ensureMariadb();
  await sql('sql', 'SQL tests against a real MariaDB');
  // Two thousand orders have a database of their own, so that nothing else has to walk them.
  await sql('large', 'What is read of a shop of 2,000 orders');
  await endToEnd();
  await startAndFaults();
}

process.env.NEXT_TELEMETRY_DISABLED = '1';
try {
  await main();
} catch (error) {
  total.failed += 1;
  console.error(
    error instanceof InTheWay ? error.message : sentenceFor('The tests', String(error.stack ?? error)),
  );
}
for (const stop of cleanUp.reverse()) await stop();
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed ? 1 : 0);
