import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { MARK_KINDS, type PhotoMark } from '@/core/ledger/after-work-book';
import { command } from './command';
import { id, text } from './fields';

const place = () => Joi.array().items(Joi.number().min(0).max(1)).length(2).required();

/** Keeps what was drawn over a picture, beside it; the picture itself stays as it was taken. */
export const photoMark = command({
  name: 'photo.mark',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; photoEntryId: string; marks: PhotoMark[] }>({
    orderId: id().required(),
    photoEntryId: Joi.string().max(48).required(),
    marks: Joi.array()
      .items(
        Joi.object({
          kind: Joi.valid(...MARK_KINDS).required(),
          from: place(),
          to: place(),
          text: text(80),
        }),
      )
      .max(40)
      .required(),
  }),
  async run(ctx, { orderId, photoEntryId, marks }) {
    const order = await ctx.openOrder(orderId);
    if (!order.state.photos.some((photo) => photo.id === photoEntryId))
      throw new Refusal('no-photo', 'This order has no such picture.', 'photoEntryId');
    await ctx.append(order.id, { kind: 'photo.marks', data: { photoEntryId, marks } });
    return {};
  },
});
