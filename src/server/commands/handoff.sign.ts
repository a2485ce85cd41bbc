import Joi from 'joi';
import { sealHandoff } from '../documents/seal';
import { readyToHandOver } from '../handoff-ready';
import { followUpsAtHandoff } from '../follow-up/open';
import { closeOpenClock } from './clock.off';
import { command } from './command';
import { id, line } from './fields';

interface SignInput {
  orderId: string;
  signer: string;
  /** The drawn signature, a PNG as a data address. */
  signature: string;
}

const PNG = /^data:image\/png;base64,([A-Za-z0-9+/=]+)$/;
const LARGEST_SIGNATURE = 400_000;

/** The customer signs: the packet's data and its PDF are frozen by their hashes, and the come-backs are opened. */
export const handoffSign = command({
  name: 'handoff.sign',
  who: ['advisor'],
  onLink: true,
  input: Joi.object<SignInput>({
    orderId: id().required(),
    signer: line(120).required().messages({ 'string.empty': 'Write the name of who signs' }),
    signature: Joi.string().pattern(PNG).max(LARGEST_SIGNATURE).required().messages({
      'string.empty': 'Have it signed in the box',
      'any.required': 'Have it signed in the box',
      'string.pattern.base': 'The signature did not come through: sign again',
    }),
  }),
  async run(ctx, { orderId, signer, signature }) {
    const order = await readyToHandOver(ctx, orderId);
    await followUpsAtHandoff(ctx, order);
    const picture = Buffer.from(PNG.exec(signature)![1]!, 'base64');
    const version = await sealHandoff(ctx, order, { by: signer, picture });
    await closeOpenClock(ctx, ctx.person.id, 'done');
    return { version };
  },
});
