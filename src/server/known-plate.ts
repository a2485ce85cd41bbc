import 'server-only';
import type { Doubt } from '@/core/doubts';
import type { Db } from './database';
import type { Row } from './tables';

/** A plate without its spaces, points and hyphens: one is written in as many ways as people write it. */
export const lettersOf = (plate: string) => plate.toUpperCase().replace(/[\s.\-]/g, '');
export const LETTERS_OF_PLATE = `REGEXP_REPLACE(UPPER(plate), '[[:space:].-]', '')`;

/** Whose car is known here under this plate, however it is written; null where nobody's is. */
export async function carOfPlate(
  tx: Db,
  plate: string,
  besides = '',
): Promise<(Row<'vehicle', 'id' | 'label' | 'plate'> & Row<'customer_contact', 'name'>) | null> {
  if (!lettersOf(plate)) return null;
  return tx.row(
    `SELECT vehicle.id, label, plate, contact.name FROM vehicle
       JOIN customer_contact AS contact ON contact.customer_id = vehicle.customer_id
      WHERE merged_into IS NULL AND vehicle.id <> ? AND ${LETTERS_OF_PLATE} = ? ORDER BY seen_at DESC LIMIT 1`,
    [besides, lettersOf(plate)],
  );
}

/** A car that is known here by its plate is not written down as a second one unasked: what is open on it would be lost. */
export async function doubtAboutPlate(
  tx: Db,
  plate: string,
  besides: string,
  field: string,
): Promise<Doubt | null> {
  const known = await carOfPlate(tx, plate, besides);
  return known && { field, text: `${known.plate} is known here: ${known.label}, of ${known.name}.` };
}
