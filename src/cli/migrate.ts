import { readFileSync } from 'node:fs';
import path from 'node:path';
import { type DatabaseAddress, dataFolder } from '../server/database';
import { migrate } from '../server/migrations';

const address = JSON.parse(readFileSync(path.join(dataFolder(), 'database.json'), 'utf8')) as DatabaseAddress;
const ran = await migrate(
  address,
  path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), 'db', 'migrations'),
);
console.log(ran.length ? `Brought up to date: ${ran.join(', ')}` : 'Up to date already');
