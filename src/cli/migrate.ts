import { readFileSync } from 'node:fs';
import path from 'node:path';
import { type DatabaseAddress, closePool, dataFolder, transaction } from '../server/database';
import { FOLD_EDITION, rebuildDerived } from '../server/derive';
import { mendRecord } from '../server/entries/mend';
import { migrate } from '../server/migrations';
import type { Row } from '@/server/tables';
import { eachTenth } from './each-tenth';

const address = JSON.parse(readFileSync(path.join(dataFolder(), 'database.json'), 'utf8')) as DatabaseAddress;
/** Of a large shop it takes minutes; of a small one nothing is told. */
const TOLD_AFTER_MS = 3000;
const howFar = eachTenth(
  (percent) => `      What follows from the entries is written anew: ${percent} %`,
  TOLD_AFTER_MS,
);

const ran = await migrate(
  address,
  path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), 'db', 'migrations'),
);
const mended = ran.length ? await transaction(mendRecord) : 0;
// A release that derives more, or otherwise, writes it anew from the entries, whether or not the schema changed.
const rebuilt = await transaction(async (tx) => {
  const row = await tx.row<Row<'fold_edition', 'edition'>>(
    'SELECT edition FROM fold_edition WHERE id = 1 FOR UPDATE',
  );
  if (!ran.length && row?.edition === FOLD_EDITION) return false;
  await rebuildDerived(tx, howFar);
  await tx.run('REPLACE INTO fold_edition (id, edition) VALUES (1, ?)', [FOLD_EDITION]);
  return true;
});
await closePool();
console.log(
  [
    ran.length ? `Brought up to date: ${ran.join(', ')}` : 'Up to date already',
    ...(rebuilt && !ran.length ? ['what is derived was written anew'] : []),
    ...(mended
      ? [`${mended} entries were written before ids had one way of writing: the record says so now`]
      : []),
  ].join('; '),
);
