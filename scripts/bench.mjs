/** `npm run bench`: runs what is in bench/, or the ones named. Figures are for reading; no test asserts a time. */
import { mkdirSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { root } from './lib/bundle.mjs';

const all = readdirSync(path.join(root, 'bench')).map((name) => path.basename(name, '.ts'));
const chosen = process.argv.slice(2).length ? process.argv.slice(2) : all;
mkdirSync(path.join(root, '.build', 'bench'), { recursive: true });
for (const name of chosen) {
  const outfile = path.join(root, '.build', 'bench', `${name}.mjs`);
  await build({
    entryPoints: [path.join(root, 'bench', `${name}.ts`)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    banner: {
      js: "import { createRequire as __cr } from 'node:module'; const require = __cr(import.meta.url);",
    },
    // What the tests build cars with reads the library from beside itself.
    define: { __dirname: JSON.stringify(path.join(root, 'tests', 'support')) },
    external: ['sharp'],
    alias: {
      'server-only': path.join(root, 'scripts', 'lib', 'server-only.mjs'),
      '@': path.join(root, 'src'),
    },
    logLevel: 'warning',
  });
  await import(pathToFileURL(outfile).href);
}
