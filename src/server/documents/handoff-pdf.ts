import 'server-only';
import type { OrderState } from '@/core/ledger/order-state';
import { now } from '../clock';
import { db } from '../database';
import { loadOrder } from '../entries/order';
import { type Packet, buildPacket } from './packet';
import { packetPdf } from './packet-pdf';
import { readDocument } from './store';
import type { Row } from '../tables';

/** The packet of an order as it stands now, not signed. */
export async function previewPacket(orderId: string): Promise<Packet> {
  const head = await db().row<Row<'chain_head', 'count' | 'hash'>>(
    'SELECT count, hash FROM chain_head WHERE chain = ?',
    [orderId],
  );
  return buildPacket(db(), orderId, { version: 0, at: now().toISOString(), signed: null, chain: head! });
}

/** The packet to show: the newest that was sealed or the version asked for, or the preview. */
export async function packetToShow(orderId: string, version?: number): Promise<Packet | null> {
  const folded = await loadOrder(db(), orderId);
  if (!folded) return null;
  const signed = sealed(folded.state, version);
  if (!signed) return previewPacket(orderId);
  const content = await readDocument(db(), signed.data.packetHash);
  return JSON.parse(content!.toString('utf8')) as Packet;
}

const sealed = ({ handoffs }: OrderState, version?: number) =>
  handoffs.find((entry) => entry.data.version === version) ?? handoffs[handoffs.length - 1];

export async function handoffPdf(
  orderId: string,
  version?: number,
): Promise<{ bytes: Buffer; number: number } | null> {
  const folded = await loadOrder(db(), orderId);
  if (!folded) return null;
  const number = folded.state.intake!.data.number;
  const signed = sealed(folded.state, version);
  if (signed) return { bytes: (await readDocument(db(), signed.data.pdfHash))!, number };
  return { bytes: await packetPdf(await previewPacket(orderId), db(), null), number };
}
