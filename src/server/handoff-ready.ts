import 'server-only';
import { Refusal } from '@/core/refusal';
import { type HandoffBlocker, handoffBlockers } from '@/core/ledger/closing';
import { placedName } from '@/core/procedure/engine';
import { type OrderState, isJob } from '@/core/ledger/order-state';
import type { CommandContext, LockedOrder } from './commands/context';
import type { Db } from './database';
import { readShop } from './queries/shop';
import { watchLines } from './queries/watch';

/** All that stands between an order and its end: what its own record says, and what earlier visits left to be watched. */
export async function blockersOnTheCar(
  tx: Db,
  order: { id: string; vehicleId: string; state: OrderState },
): Promise<HandoffBlocker[]> {
  const unanswered = (await watchLines(tx, order.vehicleId)).filter(
    (line) => line.orderId !== order.id && line.answeredOrder !== order.id,
  );
  const { document, run } = order.state;
  const holes = handoffBlockers(order.state);
  // An order that began in a demo may have come here since.
  const madeUp = (await readShop(tx)).demo
    ? []
    : (document?.fasteners ?? []).filter(
        ({ id }) =>
          run?.fasteners.get(id)?.spec?.madeUp &&
          !holes.some((hole) => hole.code === 'made-up' && hole.ref === id),
      );
  return [
    ...holes,
    ...madeUp.map((fastener) => ({
      code: 'made-up',
      text: `${placedName(fastener)} goes by a made-up value: enter the sheet’s.`,
      rule: null,
      ref: fastener.id,
      page: 'torque' as const,
    })),
    ...unanswered.map((line) => ({
      code: 'watch',
      text: `Answer what order ${line.orderNumber} left to be watched: ${line.words}.`,
      rule: null,
      ref: line.watchId,
      page: 'work' as const,
    })),
  ];
}

/** A job with nothing left between it and its handoff. @throws Refusal that lists what is left */
export async function readyToHandOver(ctx: CommandContext, orderId: string): Promise<LockedOrder> {
  const order = await ctx.openOrder(orderId);
  if (!isJob(order.state)) throw new Refusal('visit', 'A visit is closed, not signed over.', 'orderId');
  const holes = await blockersOnTheCar(ctx.tx, order);
  if (holes.length) {
    throw new Refusal(
      'holes',
      `Before it is handed over: ${holes.map((hole) => hole.text).join(' ')}`,
      'orderId',
    );
  }
  return order;
}
