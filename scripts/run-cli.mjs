/** Runs one command of src/cli: `node scripts/run-cli.mjs calc`. */
import { existsSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import path from 'node:path';
import { bundledCommand, root } from './lib/bundle.mjs';

const [name, ...rest] = process.argv.slice(2);
if (!name || !existsSync(path.join(root, 'src', 'cli', `${name}.ts`))) {
  console.error(`There is no command "${name ?? ''}" in src/cli.`);
  process.exit(2);
}
process.argv = [process.argv[0], name, ...rest];
await import(pathToFileURL(await bundledCommand(name)).href);
