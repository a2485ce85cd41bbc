import Joi from 'joi';
import { findingMove } from '@/core/moves/noted';
import { Refusal } from '@/core/calc/calculator';
import { type FindingData, GRADES, INSPECTION_AREAS } from '@/core/ledger/job-book';
import { command } from './command';
import { id, text } from './fields';

/** Grades one area of the car in the shop's own grades, with words and a photo. */
export const findingRecord = command({
  name: 'finding.record',
  who: ['tech'],
  input: Joi.object<Omit<FindingData, 'findingId' | 'when'> & { orderId: string }>({
    orderId: id().required(),
    area: Joi.valid(...INSPECTION_AREAS.map(([area]) => area)).required(),
    grade: Joi.valid(...GRADES.map(([grade]) => grade))
      .required()
      .messages({ 'any.only': 'Choose a grade', 'any.required': 'Choose a grade' }),
    text: text(500),
    photoId: id().allow(null).default(null),
  }),
  async run(ctx, { orderId, area, grade, text: words, photoId }) {
    const order = await ctx.openOrder(orderId);
    const moves = findingMove(order.state, { area, grade, text: words, photoId }, ctx.mover);
    if (photoId) await mustHavePhoto(ctx.tx, photoId);
    await ctx.append(order.id, ...moves);
    return { findingId: ctx.commandId };
  },
});

/** @throws Refusal when the picture has not arrived */
export async function mustHavePhoto(
  tx: { row<T>(sql: string, values?: string[]): Promise<T | null> },
  photoId: string,
): Promise<void> {
  // Shared, so that it is not cleaned away while it is being named.
  const photo = await tx.row('SELECT id FROM photo WHERE id = ? LOCK IN SHARE MODE', [photoId]);
  if (!photo) throw new Refusal('no-photo', 'That picture has not arrived.', 'photoId');
}
