import { askAbout, promiseDoubt } from '@/core/doubts';
import { promisedFor as promisedNow } from '@/core/ledger/order-state';
import { Refusal } from '@/core/refusal';
import { shopMoment } from '@/core/units/shop-time';
import { queueMessage } from '../messages/queue';
import { readShop } from '../queries/shop';
import { handle } from './handler';

const sameMoment = (one: string | null, other: string | null) =>
  one === other || (one !== null && other !== null && Date.parse(one) === Date.parse(other));

export const promiseGive = handle('promise.give', {
  async run(ctx, { orderId, promisedFor, wishedFor, cost, how, words, reason, confirmed }) {
    const order = await ctx.openOrder(orderId);
    const { timeZone } = await readShop(ctx.tx);
    const before = promisedNow(order.state);
    const changed = !sameMoment(before, promisedFor);
    if (changed)
      askAbout(
        [promiseDoubt(promisedFor, ctx.at, promisedFor ? shopMoment(promisedFor, timeZone) : '')],
        confirmed,
      );
    if (changed && before !== null && !how)
      throw new Refusal(
        'not-told',
        `The customer was told ${shopMoment(before, timeZone)}: say how they were told otherwise.`,
        'how',
      );
    if (how && !words) throw new Refusal('no-words', 'Write what the customer was told.', 'words');
    await ctx.append(order.id, {
      kind: 'promise',
      data: { promisedFor, wishedFor, cost, told: how ? { how, words } : null, reason },
    });
    if (how !== 'by message') return { messageId: null, byHand: false };
    const queued = await queueMessage(ctx.tx, {
      onceKey: `promise ${ctx.commandId}`,
      orderId: order.id,
      stage: 'promise',
      values: { why: words },
      at: ctx.receivedAt,
    });
    return queued ?? { messageId: null, byHand: false };
  },
});
