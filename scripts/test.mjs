/**
 * `npm test`: everything from a fresh clone to all tests passed, ending in one line `N passed, N failed`.
 *
 *   node scripts/test.mjs unit sql            some of the stages alone
 *   node scripts/test.mjs sql -g verify       only files, or for e2e test names, that match
 *   node scripts/test.mjs e2e --show          everything it says, as it says it
 *   node scripts/test.mjs unit sql --changed  only tests of what was changed since the last commit
 *
 * Two lanes run beside each other, one for each core: the browser's (build, a demo shop for each of two Chromium workers)
 * and that of everything else; the one that ends first goes on with the large shop, starts and faults.
 */
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { bundledWorkers, root } from './lib/bundle.mjs';
import { ensureMariadb } from './lib/database.mjs';
import { aptInstall, run } from './lib/run.mjs';
import { InTheWay, sentenceFor } from './lib/say.mjs';
import { build, buildFresh, installPackages, packagesFresh } from './lib/stages.mjs';
import { scanLogs } from './lib/scan-logs.mjs';
import { copyShop, freshPlace, makeShop } from './lib/test-shops.mjs';
import { Tally } from './lib/test-tally.mjs';
import { freePort, startWeb } from './lib/web.mjs';

/** Tests and pictures see the shop on this day. */
const DAY = '2026-04-14T18:30:00.000Z';
/** No stage may hang the whole run. */
const STAGE_LIMIT_MS = 60 * 60_000;
const BROWSER_WORKERS = 2;
const workDir = path.join(root, '.build', 'test');
/** What the servers of the browsers' tests logged, and what must not stand in it. */
const logDir = path.join(workDir, 'logs');
const secretsFile = path.join(logDir, 'secrets.txt');

const words = process.argv.slice(2);
const changed = words.includes('--changed');
const show = words.includes('--show');
const at = words.indexOf('-g');
const grep = at < 0 ? null : (words[at + 1] ?? '');
const chosen = words.filter((word, index) => !word.startsWith('-') && (at < 0 || index !== at + 1));
/** Which lines were run is told of a whole run alone. */
const covers = chosen.length === 0 && grep === null && !changed;
const coverageDir = path.join(workDir, 'coverage');
if (covers)
  Object.assign(process.env, {
    WRENCHWISE_SOURCE_MAPS: '1',
    // Where commands that make a shop write what they ran.
    WRENCHWISE_RAN: path.join(coverageDir, 'commands'),
  });
const serverCoverage = covers ? { NODE_V8_COVERAGE: path.join(coverageDir, 'server') } : {};
const wants = (name) => chosen.length === 0 || chosen.includes(name);

const tally = new Tally();
const cleanUp = [];
const bin = (...parts) => path.join(root, 'node_modules', ...parts);
const node = (file, args, options) =>
  run(process.execPath, [file, ...args], { cwd: root, limitMs: STAGE_LIMIT_MS, show, ...options });

/** A program that passes or fails as a whole. */
const check = (name, what, file, args) =>
  wants(name) &&
  tally.stage(what, async (stage) => {
    const { code, output } = await node(file, args);
    stage.count(code === 0 ? 1 : 0, code === 0 ? 0 : 1, output);
  });

/** A project of jest's. */
const jest = (name, what, env, extra = []) =>
  wants(name) &&
  tally.stage(what, async (stage) => {
    const file = path.join(workDir, `${name}.json`);
    rmSync(file, { force: true });
    const args = ['--selectProjects', name, '--json', `--outputFile=${file}`, '--forceExit', ...extra];
    if (grep !== null) args.push('--testPathPatterns', grep);
    if (changed) args.push('--onlyChanged');
    if (covers)
      args.push(
        '--coverage',
        '--coverageProvider=v8',
        '--coverageReporters=json',
        `--coverageDirectory=${path.join(coverageDir, name)}`,
        // What no test even loads counts as not run; it is enough that one project says so.
        ...(name === 'component' ? ['--collectCoverageFrom=src/**/*.{ts,tsx}'] : []),
      );
    const { output } = await node(bin('jest', 'bin', 'jest.js'), args, { env: { ...process.env, ...env } });
    if (!existsSync(file)) return stage.count(0, 1, output);
    const result = JSON.parse(readFileSync(file, 'utf8'));
    for (const one of result.testResults)
      stage.file(path.relative(root, one.name), one.endTime - one.startTime);
    // A file that does not even load counts as one failed test.
    stage.count(result.numPassedTests, result.numFailedTests + result.numRuntimeErrorTestSuites, output);
  });

const once = (make) => {
  let made;
  return () => (made ??= make());
};

/** A shop with its crew and nothing else, and the demo; each is made once and copied. */
const crewShop = once(() =>
  tally.stage('A shop to copy: schema, crew, catalog, tools', () =>
    makeShop(path.join(place, 'crew'), [
      ['Bringing the test schema up to date', 'migrate'],
      ['Opening the test shop', 'crew-shop', DAY],
    ]),
  ),
);
const demoShop = once(() =>
  tally.stage('The demo to copy', () =>
    makeShop(path.join(place, 'demo'), [
      ['Bringing the test schema up to date', 'migrate'],
      ['Loading the demo for the tests', 'load-demo', DAY, '60'],
    ]),
  ),
);
const built = once(async () => {
  // One without source maps does not say which lines a browser ran.
  const chunks = path.join(root, '.next', 'static', 'chunks');
  const maps = !covers || (existsSync(chunks) && readdirSync(chunks).some((name) => name.endsWith('.map')));
  if (!buildFresh() || !maps) await tally.stage('The application, built', build);
});

const sqlEnv = () => ({ WRENCHWISE_ROOT: root, WRENCHWISE_NOW: DAY, WRENCHWISE_TEST_PLACE: place });

async function sql(name, what, workers) {
  if (!wants(name)) return;
  await crewShop();
  await bundledWorkers();
  await jest(name, what, sqlEnv(), [`--maxWorkers=${workers}`]);
}

/** A demo shop with a server of its own for each worker, so that two tests never meet in one. */
async function browserShop(index) {
  const { folder, database } = await copyShop(await demoShop(), path.join(place, `browser-${index}`));
  cleanUp.push(database.stop);
  const port = await freePort();
  const logFile = path.join(logDir, `browser-${index}.log`);
  const web = await startWeb({
    port,
    dataDir: folder,
    env: { WRENCHWISE_NOW: DAY, WRENCHWISE_GALLERY: 'shown', LOG_LEVEL: 'debug', ...serverCoverage },
    logFile,
  });
  cleanUp.push(web.stop);
  return { url: `http://127.0.0.1:${port}`, data: folder, log: logFile };
}

/** A shop nobody has opened yet, in a time zone other than the browsers', for the test that opens it. */
async function emptyShop() {
  const code = 'FRESH-SHOP-CODE';
  const made = await makeShop(path.join(place, 'empty'), [
    ['Bringing the test schema up to date', 'migrate'],
    ['Writing the one-time code', 'setup-code', code],
  ]);
  const { folder, database } = await copyShop(made, path.join(place, 'browser-empty'));
  cleanUp.push(database.stop);
  const port = await freePort();
  const web = await startWeb({
    port,
    dataDir: folder,
    env: { WRENCHWISE_NOW: DAY, LOG_LEVEL: 'debug', ...serverCoverage },
    logFile: path.join(logDir, 'browser-empty.log'),
  });
  cleanUp.push(web.stop);
  return { url: `http://127.0.0.1:${port}`, code };
}

async function endToEnd() {
  if (!wants('e2e')) return;
  await Promise.all([demoShop(), built()]);
  rmSync(logDir, { recursive: true, force: true });
  mkdirSync(logDir, { recursive: true });
  await tally.stage('The main jobs through the interface, in Chromium', async (stage) => {
    const shops = [];
    for (let index = 0; index < BROWSER_WORKERS; index += 1) shops.push(await browserShop(index));
    const file = path.join(workDir, 'e2e.json');
    rmSync(file, { force: true });
    const { output } = await node(
      bin('@playwright', 'test', 'cli.js'),
      [
        'test',
        '--reporter=list,json',
        `--workers=${BROWSER_WORKERS}`,
        ...(grep === null ? [] : ['-g', grep]),
      ],
      {
        env: {
          ...process.env,
          WRENCHWISE_SHOPS: JSON.stringify(shops),
          WRENCHWISE_EMPTY: JSON.stringify(await emptyShop()),
          WRENCHWISE_ROOT: root,
          ...(covers ? { WRENCHWISE_COVERAGE: path.join(coverageDir, 'browser') } : {}),
          PLAYWRIGHT_JSON_OUTPUT_NAME: file,
          WRENCHWISE_SECRETS: secretsFile,
        },
      },
    );
    if (!existsSync(file)) return stage.count(0, 1, output);
    const { stats, suites } = JSON.parse(readFileSync(file, 'utf8'));
    const took = (suite) =>
      [
        ...(suite.specs ?? []).flatMap((spec) =>
          spec.tests.flatMap((one) => one.results.map((r) => r.duration)),
        ),
        ...(suite.suites ?? []).map(took),
      ].reduce((sum, ms) => sum + ms, 0);
    for (const suite of suites) stage.file(`tests/e2e/${suite.file}`, took(suite));
    stage.count(stats.expected, stats.unexpected + stats.flaky, output);
  });
  await tally.stage('Logs: nothing secret in them', async (stage) => {
    const { lines, secrets, found } = await scanLogs(logDir, secretsFile);
    const said = found.map((one) => `${one.file}: ${one.what}: ${one.line}`).join('\n');
    stage.count(1, found.length ? 1 : 0, `${lines} lines held against ${secrets} secrets\n${said}`);
  });
}

async function startAndFaults() {
  if (!wants('start')) return;
  await built();
  await tally.stage('Starting, being killed and starting again', async (stage) => {
    const { code, output } = await node('--test', ['--test-reporter=tap', 'tests/start/']);
    const number = (word) => Number(new RegExp(`^# ${word} (\\d+)$`, 'm').exec(output)?.[1] ?? 0);
    const failed = number('fail') + number('cancelled');
    for (const [, file, ms] of output.matchAll(
      /^# Subtest: (\S+\.mjs)\n(?:.*\n)*?\s+duration_ms: ([\d.]+)/gm,
    ))
      stage.file(path.relative(root, file), Number(ms));
    stage.count(number('pass'), failed || (code === 0 ? 0 : 1), output);
  });
}

async function checks() {
  await check('format', 'Format', bin('prettier', 'bin', 'prettier.cjs'), ['--check', '.']);
  await check('lint', 'Lint', bin('eslint', 'bin', 'eslint.js'), ['.', '--max-warnings=0']);
  await check(
    'imports',
    'Imports: the core knows nobody',
    bin('dependency-cruiser', 'bin', 'dependency-cruise.mjs'),
    ['src', 'demo'],
  );
  await check('types', 'Types', bin('typescript-native', 'bin', 'tsc'), ['--noEmit', '-p', '.']);
  await check(
    'reference',
    'Reference of the calculators up to date',
    path.join(root, 'scripts', 'reference.mjs'),
    ['--check'],
  );
  await jest('unit', 'Unit tests of the core', {}, ['--maxWorkers=1']);
  await jest('component', 'What people touch, piece by piece', {}, ['--maxWorkers=1']);
}

async function programs() {
  await ensureMariadb();
  // The browser's tests drive Chromium; they and those of the papers read a PDF's text.
  const missing = [
    ...(wants('e2e') && !existsSync('/usr/bin/chromium-headless-shell') ? ['chromium-headless-shell'] : []),
    ...((wants('e2e') || wants('sql')) && !existsSync('/usr/bin/pdftotext') ? ['poppler-utils'] : []),
  ];
  if (missing.length) await aptInstall(missing, missing.join(' and '));
}

let place;
async function main() {
  mkdirSync(workDir, { recursive: true });
  rmSync(coverageDir, { recursive: true, force: true });
  place = freshPlace();
  const withPrograms = ['sql', 'large', 'e2e', 'start'].some(wants);
  await Promise.all([
    packagesFresh() || tally.stage('Packages from the lockfile', installPackages),
    withPrograms && tally.stage('MariaDB and Chromium', programs),
  ]);
  // What is left for whichever lane is done first. Two thousand orders have a database of their own, so that nothing else
  // has to walk them.
  const left = [() => sql('large', 'What is read of a shop of 2,000 orders', 1), startAndFaults];
  const lane = async (...stages) => {
    for (const stage of stages) await stage();
    for (let next = left.shift(); next; next = left.shift()) await next();
  };
  await Promise.all([lane(endToEnd), lane(checks, () => sql('sql', 'SQL tests against a real MariaDB', 2))]);
}

/** Prints by folder which lines of `src` were run, and fails where it is too little. */
const linesRun = () =>
  tally.stage('Lines run, by folder', async (stage) => {
    // Not before: on a fresh clone the packages it needs come with the first stage.
    const { coverageByFolder, coverageTable, tooLittle } = await import('./lib/coverage.mjs');
    const told = await coverageByFolder({
      jest: ['unit', 'component', 'sql', 'large'].map((name) =>
        path.join(coverageDir, name, 'coverage-final.json'),
      ),
      ran: ['server', 'browser', 'commands'].map((name) => path.join(coverageDir, name)),
    });
    const table = coverageTable(told);
    writeFileSync(path.join(coverageDir, 'by-folder.md'), `${table}\n`);
    console.log(`\n${table}\n`);
    const wrong = tooLittle(told);
    stage.count(wrong.length ? 0 : 1, wrong.length, wrong.join('\n'));
  });

process.env.NEXT_TELEMETRY_DISABLED = '1';
try {
  await main();
} catch (error) {
  tally.fail(
    error instanceof InTheWay ? error.message : sentenceFor('The tests', String(error.stack ?? error)),
  );
}
for (const stop of cleanUp.reverse()) await stop();
// The servers have ended and written what they ran.
if (covers) await linesRun();
if (place) rmSync(place, { recursive: true, force: true });
tally.close();
process.exit(tally.failed ? 1 : 0);
