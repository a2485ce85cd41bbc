import { isClosed } from '@/core/ledger/order-state';
import type { CommandContext, LockedOrder } from '../commands/context';
import { sealHandoff } from './seal';

/**
 * After a correction to an order that was handed over: another version of its packet, the signed one kept beside it.
 * The customer is told of it by a tap, in words somebody has read. Does nothing on an order that is still open.
 */
export async function versionAfterCorrection(
  ctx: CommandContext,
  order: LockedOrder,
  why: string,
): Promise<number | null> {
  const { handoffs } = order.state;
  if (!isClosed(order.state) || !handoffs.length) return null;
  const signed = [...handoffs].reverse().find((entry) => entry.data.signatureHash) ?? handoffs[0]!;
  return sealHandoff(ctx, order, null, { of: signed.data.version, why });
}
