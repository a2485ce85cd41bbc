import type { Db } from '../database';
import type { Row } from '../tables';
import { bufferOf } from '../bytes';
import { threads } from '../threads';
import type { Packet } from './packet';
import type { PaperAsked, Picture } from './packet-drawing';

async function picturesOf(packet: Packet, tx: Db): Promise<Map<string, Picture>> {
  const ids = packet.photos.map((photo) => photo.photoId);
  if (!ids.length) return new Map();
  const rows = await tx.rows<Row<'photo', 'id' | 'width' | 'height'> & { thumbnail: Buffer }>(
    `SELECT id, bytes AS thumbnail, width, height FROM photo JOIN kept_file ON kept_file.hash = thumbnail_sha256
      WHERE id IN (${ids.map(() => '?').join(', ')})`,
    ids,
  );
  return new Map(rows.map(({ id, ...picture }) => [id, picture]));
}

/**
 * Draws a packet as a PDF, in a thread of its own: whoever writes meanwhile does not wait for it.
 * @returns its bytes, the same for the same packet, pictures and signature
 */
export async function packetPdf(packet: Packet, tx: Db, signature: Buffer | null): Promise<Buffer> {
  const asked: PaperAsked = { packet, pictures: await picturesOf(packet, tx), signature };
  return bufferOf((await threads('paper-worker', { maxWorkers: 1 }).exec('draw', [asked])) as Uint8Array);
}
