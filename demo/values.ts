import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Procedure } from '../src/core/procedure/types';
import { db } from '../src/server/database';
import { insertMany } from '../src/server/insert-many';

type MadeUp = Record<string, Record<string, { nm: number; angleDeg?: number }>>;

const ROOT = process.env.WRENCHWISE_ROOT ?? process.cwd();
const SOURCE = 'made-up demo value, to be replaced from the kit sheet';

/** Made-up values for every fastener of the library: so that the demo can be worked through. No other shop has them. */
export async function keepDemoValues(at: Date): Promise<void> {
  const told = await db().run('UPDATE shop SET demo = TRUE WHERE id = 1 AND NOT demo');
  // A demo practices with every stand-in.
  if (told.affectedRows) await db().run('UPDATE stand_in SET chosen = TRUE');
  const values = JSON.parse(readFileSync(path.join(ROOT, 'demo', 'torque-values.json'), 'utf8')) as MadeUp;
  const rows = Object.entries(values).flatMap(([procedureId, own]) => {
    const file = path.join(ROOT, 'procedures', `${procedureId}.json`);
    const procedure = JSON.parse(readFileSync(file, 'utf8')) as Procedure;
    return [...procedure.fasteners, ...procedure.ways.flatMap((way) => way.fasteners ?? [])].flatMap(
      ({ id, name, place }) => {
        const value = own[id];
        return value
          ? [[procedureId, '', '', place, name, value.nm, value.angleDeg ?? null, SOURCE, true, at]]
          : [];
      },
    );
  });
  const had = await db().row<{ count: number }>(
    "SELECT COUNT(*) AS count FROM kept_value WHERE procedure_id <> ''",
  );
  if (had!.count === rows.length) return;
  await db().run("DELETE FROM kept_value WHERE procedure_id <> ''");
  await insertMany(
    db(),
    'kept_value',
    [
      'procedure_id',
      'platform',
      'kit',
      'place',
      'fastener',
      'nm',
      'angle_deg',
      'source',
      'made_up',
      'kept_at',
    ],
    rows,
  );
}
