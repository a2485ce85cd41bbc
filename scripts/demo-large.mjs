/**
 * `npm run demo:large`: a shop of 20,000 work orders in a folder of its own, for load. `npm run demo:large -- 2000`
 * makes a smaller one. Start it with `WRENCHWISE_DATA=.data-large npm start`.
 */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './lib/bundle.mjs';
import { ensureMariadb, startDatabase } from './lib/database.mjs';
import { plan, say } from './lib/say.mjs';
import { cli, installPackages, packagesFresh } from './lib/stages.mjs';

const orders = Number(process.argv[2] ?? 20_000);
const folder = path.resolve(process.env.WRENCHWISE_DATA ?? path.join(root, '.data-large'));
const day = process.env.WRENCHWISE_NOW ?? new Date().toISOString();
if (existsSync(path.join(folder, 'shop.json'))) {
  console.error(`${folder} holds a shop already: move it aside first.`);
  process.exit(1);
}
plan(3);
if (!packagesFresh()) await installPackages();
mkdirSync(folder, { recursive: true });
await ensureMariadb();
const database = await startDatabase(folder);
try {
  say(`Schema: ${await cli('Making the schema', 'migrate', [], folder)}`);
  say(`Loading ${orders} work orders; this takes its time`);
  await database.inOneGo(() =>
    cli('Loading the large demo', 'load-large', [day, String(orders)], folder, { show: true }),
  );
  writeFileSync(
    path.join(folder, 'shop.json'),
    `${JSON.stringify({ kind: 'demo', demoVersion: 4, day, loaded: true }, null, 2)}\n`,
    { mode: 0o600 },
  );
  say(`Done: WRENCHWISE_DATA=${folder} npm start`);
} finally {
  await database.stop();
}
