/** Walks every chain and names the first thing wrong: `npm run verify`. Exit status 1 when something is. */
import { closePool } from '../server/database';
import { verifyEverything } from '../server/entries/verify';

try {
  const found = await verifyEverything((text) => console.log(text));
  if (found) {
    console.error(`BROKEN: ${found}`);
    process.exitCode = 1;
  }
} catch (error) {
  const code = (error as { code?: string }).code;
  if (code === 'ECONNREFUSED' || code === 'ENOENT') {
    console.error('The database is not running: start the shop with npm start, then verify.');
    process.exitCode = 2;
  } else throw error;
} finally {
  await closePool();
}
