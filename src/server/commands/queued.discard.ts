import { handle } from './handler';

export const queuedDiscard = handle('queued.discard', {
  async run(ctx, { orderId, name, words, at }) {
    const order = await ctx.order(orderId);
    await ctx.append(order.id, {
      kind: 'task',
      data: {
        taskId: `discarded ${ctx.commandId}`,
        about: 'refused',
        words: `${ctx.person.name} threw away on a tablet what could not be taken: ${words}. Look at the car.`,
        move: { name, input: {}, at, personId: ctx.person.id },
      },
    });
    return {};
  },
});
