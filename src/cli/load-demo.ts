/** Loads the demo shop, relative to a day given as an ISO instant; how many finished orders lie behind it may follow. */
import { loadDemo } from '../../demo/load';
import { closePool } from '../server/database';

const [day = new Date().toISOString(), history] = process.argv.slice(2);
await loadDemo(
  day,
  (text) => console.log(text),
  history ? { history: Number(history), ownPapers: true } : undefined,
);
await closePool();
