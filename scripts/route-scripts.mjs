/**
 * How much script each route may load, compressed, as the build says: `node scripts/route-scripts.mjs` prints it beside what is
 * kept in tests/route-scripts.json, `--keep` keeps it anew.
 */
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { root } from './lib/bundle.mjs';

const app = path.join(root, '.next', 'server', 'app');
const kept = path.join(root, 'tests', 'route-scripts.json');
const MANIFEST = '_client-reference-manifest.js';

const sizes = new Map();
function sizeOf(chunk) {
  const file = path.join(root, '.next', chunk);
  if (!sizes.has(chunk)) sizes.set(chunk, existsSync(file) ? gzipSync(readFileSync(file)).length : 0);
  return sizes.get(chunk);
}

/** Each page by its address, with the bytes of every script its build names, what all pages share included. */
export function routeScripts() {
  const { rootMainFiles } = JSON.parse(readFileSync(path.join(root, '.next', 'build-manifest.json'), 'utf8'));
  const found = {};
  const walk = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      const at = path.join(folder, entry.name);
      if (entry.isDirectory()) walk(at);
      else if (entry.name === `page${MANIFEST}`) {
        const named = readFileSync(at, 'utf8').match(/static\/chunks\/[\w~.-]+\.js/g) ?? [];
        const chunks = new Set([...rootMainFiles, ...named]);
        const route = `/${path.relative(app, folder).replace(/\(\w+\)\/?/g, '')}`;
        found[route] = [...chunks].reduce((sum, chunk) => sum + sizeOf(chunk), 0);
      }
    }
  };
  walk(app);
  return Object.fromEntries(Object.entries(found).sort(([one], [other]) => one.localeCompare(other)));
}

export const keptScripts = () => JSON.parse(readFileSync(kept, 'utf8'));

if (process.argv[1] === import.meta.filename) {
  const now = routeScripts();
  const before = existsSync(kept) ? keptScripts() : {};
  for (const [route, bytes] of Object.entries(now)) {
    const by = before[route] ? `${(((bytes - before[route]) / before[route]) * 100).toFixed(1)} %` : 'new';
    console.log(`${(bytes / 1000).toFixed(0).padStart(5)} kB  ${by.padStart(7)}  ${route}`);
  }
  if (process.argv.includes('--keep')) writeFileSync(kept, `${JSON.stringify(now, null, 2)}\n`);
}
