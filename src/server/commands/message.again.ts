import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id } from './fields';

/** Tries a failed message once more, or lets it go. */
export const messageAgain = command({
  name: 'message.again',
  who: ['advisor'],
  input: Joi.object<{ messageId: string; send: boolean }>({
    messageId: id().required(),
    send: Joi.boolean().required(),
  }),
  async run(ctx, { messageId, send }) {
    const done = await ctx.tx.run(
      "UPDATE message SET state = ?, tries = 0, not_before = ? WHERE id = ? AND state IN ('failed', 'queued')",
      [send ? 'queued' : 'dropped', ctx.receivedAt, messageId],
    );
    if (!done.affectedRows) throw new Refusal('gone', 'That message is not waiting any more.', 'messageId');
    return {};
  },
});
