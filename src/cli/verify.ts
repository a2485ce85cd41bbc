/**
 * Walks the whole record and names the first thing wrong: `npm run verify`. Goes on where a walk was interrupted; `--anew` begins
 * at the start. Exit status 1 when something is wrong.
 */
import { Refusal } from '../core/refusal';
import { closePool } from '../server/database';
import { walkRecord } from '../server/running/walk-record';
import { eachTenth } from './each-tenth';

let busy = '';
const howFar = eachTenth((percent) => `${percent} %: ${busy}`);

try {
  const { broken, words } = await walkRecord({
    anew: process.argv.includes('--anew'),
    by: 'command',
    goesOn: (share) => console.error(`An earlier walk was interrupted at ${share} %: going on there.`),
    at({ done, of, words }) {
      busy = words;
      howFar(done, of);
    },
  });
  if (broken) {
    console.error(`BROKEN: ${broken}`);
    process.exitCode = 1;
  } else console.log(words);
} catch (error) {
  const code = (error as { code?: string }).code;
  if (error instanceof Refusal) {
    console.error(error.message);
    process.exitCode = 2;
  } else if (code === 'ECONNREFUSED' || code === 'ENOENT') {
    console.error('The database is not running: start the shop with npm start, then verify.');
    process.exitCode = 2;
  } else throw error;
} finally {
  await closePool();
}
