import { spawn, spawnSync } from 'node:child_process';
import { InTheWay, sentenceFor } from './say.mjs';

/** Runs a program to its end, or to `limitMs`, and keeps what it prints. @returns {{ code: number, output: string }} */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    const keep = (chunk) => {
      output = (output + chunk).slice(-200_000);
      if (options.show) process.stdout.write(chunk);
    };
    child.stdout.on('data', keep);
    child.stderr.on('data', (chunk) => {
      keep(chunk);
      // How far something long is, is told there.
      if (options.howFar && !options.show) process.stdout.write(chunk);
    });
    const limit = options.limitMs ? setTimeout(() => child.kill('SIGKILL'), options.limitMs) : null;
    child.on('error', (error) => resolve({ code: 127, output: `${output}\n${error.message}` }));
    child.on('close', (code, signal) => {
      if (limit) clearTimeout(limit);
      resolve({ code: code ?? (signal ? 128 : 1), output });
    });
  });
}

/** Runs a program that has to succeed. @throws InTheWay with one sentence when it does not */
export async function must(what, command, args, options = {}) {
  const result = await run(command, args, options);
  if (result.code !== 0) throw new InTheWay(sentenceFor(what, result.output));
  return result.output;
}

/** Is there a program of this name on the path? */
export function has(program) {
  return spawnSync('sh', ['-c', `command -v ${program}`], { stdio: 'ignore' }).status === 0;
}

export const isRoot = () => process.getuid?.() === 0;

/**
 * Installs Debian packages, as root or through sudo without a password.
 * @throws InTheWay when this account may not install them
 */
export async function aptInstall(packages, why) {
  const list = packages.join(' ');
  let prefix = [];
  if (!isRoot()) {
    const mayWithout = has('sudo') && (await run('sudo', ['-n', 'true'])).code === 0;
    if (!mayWithout) {
      throw new InTheWay(
        `${why} is not installed and this account may not install it: have an administrator run "apt-get install ${list}", then start again.`,
      );
    }
    prefix = ['sudo', '-n'];
  }
  if (!has('apt-get'))
    throw new InTheWay(
      `${why} is not installed and there is no apt-get here: install ${list} by hand, then start again.`,
    );
  const apt = (...args) => {
    const [command, ...rest] = [...prefix, 'apt-get', ...args];
    return must(`Installing ${why}`, command, rest, {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  await apt('update', '-q');
  await apt('install', '-y', '-q', '--no-install-recommends', ...packages);
}
