import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const messageHanded = handle('message.handed', {
  async run(ctx, { messageId, how }) {
    const done = await ctx.tx.run(
      "UPDATE message SET state = 'handed on', sent_at = ?, why = ? WHERE id = ? AND state IN ('by hand', 'failed', 'queued')",
      [ctx.receivedAt, `${ctx.person.name}, ${how}`, messageId],
    );
    if (!done.affectedRows) throw new Refusal('gone', 'That message is not waiting any more.', 'messageId');
    return {};
  },
});
