import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { isClosed } from '@/core/ledger/order-state';
import { closeOpenClock } from './clock.off';
import { command } from './command';
import { id } from './fields';

/** The helper is done here: their clock goes back to the job they were called from, or stops when there was none. */
export const helperBack = command({
  name: 'helper.back',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; helperId: string }>({
    orderId: id().required(),
    helperId: id().required(),
  }),
  async run(ctx, { orderId, helperId }) {
    const order = await ctx.openOrder(orderId);
    const span = order.state.clocks.find(
      (clock) => clock.personId === helperId && clock.helper && clock.to === null,
    );
    if (!span) throw new Refusal('no-helper', 'They are not on this job as a helper.', 'helperId');
    await closeOpenClock(ctx, helperId, 'another job');
    const back = span.backTo && (await ctx.order(span.backTo.orderId));
    if (!span.backTo || !back || isClosed(back.state)) return { backTo: null };
    await ctx.append(back.id, {
      kind: 'clock.on',
      data: { clockId: ctx.commandId, personId: helperId, stepId: span.backTo.stepId },
    });
    return { backTo: back.number };
  },
});
