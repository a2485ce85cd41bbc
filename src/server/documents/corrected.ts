import { isClosed } from '@/core/ledger/order-state';
import type { CommandContext, LockedOrder } from '../commands/context';
import { queueMessage } from '../messages/queue';
import { sealHandoff } from './seal';

/**
 * After a correction to an order that was handed over: another version of its packet, the signed one kept beside it,
 * and a word to the customer. Does nothing on an order that is still open.
 */
export async function versionAfterCorrection(
  ctx: CommandContext,
  order: LockedOrder,
  why: string,
): Promise<number | null> {
  const { handoffs } = order.state;
  if (!isClosed(order.state) || !handoffs.length) return null;
  const signed = [...handoffs].reverse().find((entry) => entry.data.signatureHash) ?? handoffs[0]!;
  const version = await sealHandoff(ctx, order, null, { of: signed.data.version, why });
  await queueMessage(ctx.tx, {
    onceKey: `corrected ${order.id} ${version}`,
    orderId: order.id,
    stage: 'corrected',
    values: { why },
    at: ctx.receivedAt,
  });
  return version;
}
