/** Loads the demo with a long past behind it: how many work orders is the second argument. */
import { loadDemo } from '../../demo/load';
import { closePool, db } from '../server/database';

const [day = new Date().toISOString(), orders = '20000'] = process.argv.slice(2);
const from = Date.now();
await loadDemo(day, (text) => console.log(text), { history: Number(orders), ownPapers: false });
const [counted] = await db().rows<{ orders: number; entries: number }>(
  'SELECT (SELECT COUNT(*) FROM work_order) AS orders, (SELECT COUNT(*) FROM entry) AS entries',
);
console.log(
  `${counted!.orders} work orders, ${counted!.entries} entries, in ${Math.round((Date.now() - from) / 1000)} s`,
);
await closePool();
