import 'server-only';
import type { OrderState } from '@/core/ledger/order-state';
import type { Db } from '../database';
import { messageWords } from '../messages/queue';
import type { Row } from '../tables';

/** The newest version that follows a correction: whether the customer was told of it, and the message as it would leave. */
export async function correctionToTell(
  tx: Db,
  orderId: string,
  { handoffs }: OrderState,
): Promise<{
  version: number;
  told: Pick<Row<'message', 'id' | 'state'>, 'id' | 'state'> | null;
  message: string;
} | null> {
  const last = handoffs[handoffs.length - 1]?.data;
  if (!last?.correction) return null;
  const told = await tx.row<Row<'message', 'id' | 'state'>>(
    'SELECT id, state FROM message WHERE once_key = ?',
    [`corrected ${orderId} ${last.version}`],
  );
  const { words } = await messageWords(tx, { orderId, stage: 'corrected', values: {} });
  return { version: last.version, told, message: words };
}
