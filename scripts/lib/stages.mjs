/** The stages that both the start and the tests go through. */
import { existsSync, readFileSync, statSync, statfsSync } from 'node:fs';
import path from 'node:path';
import { newestChange, root } from './bundle.mjs';
import { must } from './run.mjs';
import { InTheWay } from './say.mjs';

const MB = 1024 * 1024;

/** @throws InTheWay when less than so many megabytes are free where the project lies */
export function needRoom(megabytes, why, place = root) {
  const { bavail, bsize } = statfsSync(place);
  const free = Math.floor((bavail * bsize) / MB);
  if (free < megabytes) {
    throw new InTheWay(
      `The disk is full: ${why} asks for ${megabytes} MB and only ${free} MB are free. Free some space and start again; nothing recorded is lost.`,
    );
  }
}

/** Are the installed packages those of the lockfile? */
export function packagesFresh() {
  const installed = path.join(root, 'node_modules', '.package-lock.json');
  return (
    existsSync(installed) &&
    statSync(installed).mtimeMs >= statSync(path.join(root, 'package-lock.json')).mtimeMs
  );
}

export async function installPackages() {
  needRoom(1500, 'installing the packages');
  await must('Installing the packages', 'npm', ['ci', '--no-audit', '--no-fund'], { cwd: root });
}

const BUILT_FROM = ['src', 'package-lock.json', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json'];

export function buildFresh() {
  const id = path.join(root, '.next', 'BUILD_ID');
  return existsSync(id) && statSync(id).mtimeMs >= newestChange(BUILT_FROM);
}

export async function build() {
  needRoom(400, 'building the application');
  await must(
    'Building the application',
    process.execPath,
    [path.join(root, 'node_modules', 'next', 'dist', 'bin', 'next'), 'build'],
    {
      cwd: root,
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    },
  );
}

/** Runs a command of src/cli against a data folder. @returns what it printed */
export async function cli(what, name, args, dataDir, options = {}) {
  const output = await must(
    what,
    process.execPath,
    [path.join(root, 'scripts', 'run-cli.mjs'), name, ...args],
    {
      cwd: root,
      ...options,
      env: {
        ...process.env,
        ...(process.env.WRENCHWISE_RAN ? { NODE_V8_COVERAGE: process.env.WRENCHWISE_RAN } : {}),
        WRENCHWISE_DATA: dataDir,
        WRENCHWISE_ROOT: root,
        ...options.env,
      },
    },
  );
  return output.trimEnd();
}

/** Brings the schema up to date, and what is derived with it. @returns what that came to */
export async function schemaUpToDate(dataDir) {
  const said = await cli('Bringing the schema up to date', 'migrate', [], dataDir, { howFar: true });
  return said.split('\n').findLast((line) => !line.startsWith(' '));
}

export function readJson(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}
