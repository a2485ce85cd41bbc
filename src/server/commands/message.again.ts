import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const messageAgain = handle('message.again', {
  async run(ctx, { messageId, send }) {
    const done = await ctx.tx.run(
      "UPDATE message SET state = ?, tries = 0, not_before = ? WHERE id = ? AND state IN ('failed', 'queued')",
      [send ? 'queued' : 'dropped', ctx.receivedAt, messageId],
    );
    if (!done.affectedRows) throw new Refusal('gone', 'That message is not waiting any more.', 'messageId');
    return {};
  },
});
