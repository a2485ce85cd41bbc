/** `npm run reference`: writes what follows from the registries; `--check` only says whether it is up to date. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { bundledCommand, root } from './lib/bundle.mjs';

const { writtenFiles } = await import(pathToFileURL(await bundledCommand('reference')).href);
let stale = 0;
for (const [name, text] of Object.entries(writtenFiles())) {
  const file = path.join(root, name);
  if (existsSync(file) && readFileSync(file, 'utf8') === text) continue;
  if (process.argv.includes('--check')) {
    console.error(`${name} is not what the registries say: npm run reference`);
    stale += 1;
  } else writeFileSync(file, text);
}
process.exit(stale ? 1 : 0);
