/** `npm run reference`: writes docs/calculators.md from the registry; `--check` only says whether it is up to date. */
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { bundledCommand, root } from './lib/bundle.mjs';

const file = path.join(root, 'docs', 'calculators.md');
const { referencePage } = await import(pathToFileURL(await bundledCommand('reference')).href);
const page = referencePage();
if (process.argv.includes('--check')) {
  const same = readFileSync(file, 'utf8') === page;
  if (!same) console.error('docs/calculators.md is not what the registry says: npm run reference');
  process.exit(same ? 0 : 1);
}
writeFileSync(file, page);
