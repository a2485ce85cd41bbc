import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';

export const root = path.resolve(import.meta.dirname, '..', '..');

/** The newest change below some folders and files of the project, in ms; missing ones count as never. */
export function newestChange(places) {
  let newest = 0;
  const look = (place) => {
    if (!existsSync(place)) return;
    const stat = statSync(place);
    if (stat.isDirectory()) for (const name of readdirSync(place)) look(path.join(place, name));
    else newest = Math.max(newest, stat.mtimeMs);
  };
  for (const place of places) look(path.join(root, place));
  return newest;
}

/**
 * Node runs no TypeScript, so a command of src/cli is bundled once and again whenever the source is newer.
 * @returns the path of the runnable file
 */
export async function bundledCommand(name) {
  // What signs handoffs draws their papers, in a thread of its own.
  if (name.startsWith('load-')) await bundledCommand('paper-worker');
  if (name === 'verify') await bundledCommand('lot-worker');
  const outfile = path.join(root, '.build', `${name}.mjs`);
  const fresh =
    existsSync(outfile) &&
    statSync(outfile).mtimeMs >=
      newestChange(['src/core', 'src/contracts', 'src/server', 'src/cli', 'demo', 'package-lock.json']);
  if (!fresh) {
    mkdirSync(path.dirname(outfile), { recursive: true });
    const { build } = await import('esbuild');
    await build({
      entryPoints: [path.join(root, 'src', 'cli', `${name}.ts`)],
      outfile,
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      // Read at every start of a command: the smaller it is, the sooner it answers.
      sourcemap: process.env.WRENCHWISE_SOURCE_MAPS === '1' ? 'external' : false,
      minify: true,
      keepNames: true,
      // Joi is bundled so that the calculators start fast; the rest stays where its native parts can be found.
      external: [
        'mysql2',
        'mysql2/promise',
        'sharp',
        '@node-rs/argon2',
        'pdfkit',
        'fontkit',
        'workerpool',
        'umzug',
        'file-type',
      ],
      banner: {
        js: "import { createRequire as __cr } from 'node:module'; const require = __cr(import.meta.url);",
      },
      alias: {
        '@': path.join(root, 'src'),
        // What only pages are kept from: commands are the server.
        'server-only': path.join(root, 'scripts', 'lib', 'server-only.mjs'),
      },
      logLevel: 'warning',
    });
  }
  return outfile;
}

/** What the server works out in threads of their own. */
export async function bundledWorkers() {
  for (const name of ['calc-worker', 'zip-worker', 'paper-worker', 'walk-worker', 'lot-worker'])
    await bundledCommand(name);
}
