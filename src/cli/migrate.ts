import { readFileSync } from 'node:fs';
import path from 'node:path';
import { type DatabaseAddress, closePool, dataFolder, transaction } from '../server/database';
import { rebuildDerived } from '../server/derive';
import { migrate } from '../server/migrations';

const address = JSON.parse(readFileSync(path.join(dataFolder(), 'database.json'), 'utf8')) as DatabaseAddress;
const ran = await migrate(
  address,
  path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), 'db', 'migrations'),
);
// A release that derives more, or otherwise, writes it anew from the entries.
if (ran.length) await transaction(rebuildDerived);
await closePool();
console.log(ran.length ? `Brought up to date: ${ran.join(', ')}` : 'Up to date already');
