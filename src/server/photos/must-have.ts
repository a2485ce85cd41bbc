import { Refusal } from '@/core/refusal';
import type { Db } from '../database';

/** A picture that an entry is about to name: it is marked, so that it is not cleaned away. @throws Refusal when it has not arrived */
export async function mustHavePhoto(tx: Db, photoId: string): Promise<void> {
  const { affectedRows } = await tx.run('UPDATE photo SET in_record = TRUE WHERE id = ?', [photoId]);
  if (!affectedRows) throw new Refusal('no-photo', 'That picture has not arrived.', 'photoId');
}
