import { Refusal } from '@/core/refusal';
import { carriersNow } from '../messages/carriers';
import type { Row } from '../tables';
import { handle } from './handler';

export const messageAgain = handle('message.again', {
  async run(ctx, { messageId, send }) {
    const message = await ctx.tx.row<Row<'message', 'channel'>>('SELECT channel FROM message WHERE id = ?', [
      messageId,
    ]);
    if (send && message && !(await carriersNow(ctx.tx))[message.channel])
      throw new Refusal(
        'no-carrier',
        `Nothing here carries a ${message.channel} out: hand it on yourself.`,
        'messageId',
      );
    const done = await ctx.tx.run(
      "UPDATE message SET state = ?, tries = 0, not_before = ? WHERE id = ? AND state IN ('failed', 'queued', 'by hand')",
      [send ? 'queued' : 'dropped', ctx.receivedAt, messageId],
    );
    if (!done.affectedRows) throw new Refusal('gone', 'That message is not waiting any more.', 'messageId');
    return {};
  },
});
