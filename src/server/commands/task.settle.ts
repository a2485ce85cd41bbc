import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { openTasks } from '@/core/ledger/hands';
import { command } from './command';
import { id, reason } from './fields';

/** Somebody has looked: says what the car itself showed and what was done about it. */
export const taskSettle = command({
  name: 'task.settle',
  who: ['tech'],
  input: Joi.object<{ orderId: string; taskId: string; words: string }>({
    orderId: id().required(),
    taskId: Joi.string().max(60).required(),
    words: reason().required(),
  }),
  async run(ctx, { orderId, taskId, words }) {
    const order = await ctx.order(orderId);
    if (!openTasks(order.state).some((task) => task.entry.data.taskId === taskId))
      throw new Refusal('no-task', 'This has been looked at already.', 'taskId');
    await ctx.append(order.id, { kind: 'task.done', data: { taskId, words } });
    return {};
  },
});
