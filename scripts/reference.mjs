/** `npm run reference`: writes what follows from the registries; `--check` only says whether it is up to date. */
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { bundledCommand, root } from './lib/bundle.mjs';

const { writtenFiles } = await import(pathToFileURL(await bundledCommand('reference')).href);
const filesOf = (folder) =>
  readdirSync(path.join(root, folder))
    .filter((name) => name.endsWith('.json'))
    .sort()
    .map((name) => JSON.parse(readFileSync(path.join(root, folder, name), 'utf8')));
const library = { procedures: filesOf('procedures'), anatomies: filesOf('anatomy') };
let stale = 0;
for (const [name, text] of Object.entries(writtenFiles(library))) {
  const file = path.join(root, name);
  if (existsSync(file) && readFileSync(file, 'utf8') === text) continue;
  if (process.argv.includes('--check')) {
    console.error(`${name} is not what the registries say: npm run reference`);
    stale += 1;
  } else writeFileSync(file, text);
}
process.exit(stale ? 1 : 0);
