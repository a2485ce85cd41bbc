import Joi from 'joi';
import { findingMove } from '@/core/moves/noted';
import { Refusal } from '@/core/calc/calculator';
import { type FindingData, GRADES, INSPECTION_AREAS } from '@/core/ledger/job-book';
import type { Db } from '../database';
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

/** A picture that an entry is about to name: it is marked, so that it is not cleaned away. @throws Refusal when it has not arrived */
export async function mustHavePhoto(tx: Db, photoId: string): Promise<void> {
  const { affectedRows } = await tx.run('UPDATE photo SET in_record = TRUE WHERE id = ?', [photoId]);
  if (!affectedRows) throw new Refusal('no-photo', 'That picture has not arrived.', 'photoId');
}
