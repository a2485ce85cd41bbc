import type { Db } from '../database';
import type { Row } from '../tables';

/** The platform of a car: empty where nobody has said one. */
export async function platformOf(tx: Db, vehicleId: string): Promise<string> {
  const row = await tx.row<Row<'vehicle', 'platform'>>('SELECT platform FROM vehicle WHERE id = ?', [
    vehicleId,
  ]);
  return row?.platform ?? '';
}
