/** Keeps the hash of the one-time code for an empty shop's first owner. Prints `opened` when the shop has one already. */
import { closePool, db } from '../server/database';
import { sha256 } from '../server/entries/canonical';

const code = process.argv[2];
if (await db().row('SELECT id FROM shop WHERE id = 1')) {
  console.log('opened');
} else {
  await db().run('REPLACE INTO setup_code (id, code_hash) VALUES (1, ?)', [sha256(code!.toUpperCase())]);
  console.log('waiting');
}
await closePool();
