/** Loads the demo shop, relative to a day given as an ISO instant. */
import { loadDemo } from '../../demo/load';
import { closePool } from '../server/database';

await loadDemo(process.argv[2] ?? new Date().toISOString(), (text) => console.log(text));
await closePool();
