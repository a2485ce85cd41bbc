import 'server-only';
import type { OrderState } from '@/core/ledger/order-state';
import type { Db } from '../database';
import { messageWords } from '../messages/queue';

/** The newest version that follows a correction: whether the customer was told of it, and the message as it would leave. */
export async function correctionToTell(
  tx: Db,
  orderId: string,
  { handoffs }: OrderState,
): Promise<{ version: number; told: boolean; message: string } | null> {
  const last = handoffs[handoffs.length - 1]?.data;
  if (!last?.correction) return null;
  const told = await tx.row('SELECT id FROM message WHERE once_key = ?', [
    `corrected ${orderId} ${last.version}`,
  ]);
  const { words } = await messageWords(tx, { orderId, stage: 'corrected', values: {} });
  return { version: last.version, told: told !== null, message: words };
}
