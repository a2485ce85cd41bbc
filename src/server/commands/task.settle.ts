import { Refusal } from '@/core/refusal';
import { openTasks } from '@/core/ledger/device-conflicts';
import { handle } from './handler';

export const taskSettle = handle('task.settle', {
  async run(ctx, { orderId, taskId, words }) {
    const order = await ctx.order(orderId);
    if (!openTasks(order.state).some((task) => task.entry.data.taskId === taskId))
      throw new Refusal('no-task', 'This has been looked at already.', 'taskId');
    await ctx.append(order.id, { kind: 'task.done', data: { taskId, words } });
    return {};
  },
});
