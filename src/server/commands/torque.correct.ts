import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { TorqueData } from '@/core/ledger/entries';
import { whyNotCorrect } from '../corrections';
import { versionAfterCorrection } from '../documents/corrected';
import { command } from './command';
import { id, reason, torqueReading } from './fields';

interface CorrectInput {
  orderId: string;
  entryId: string;
  wrenchId: string;
  reading: TorqueData['reading'];
  reason: string;
}

/**
 * Corrects what a torque entry says of its wrench and reading, by a new entry that names it and says why. After the
 * handoff only the lead does; the packet gets another version, and the signed one is kept.
 */
export const torqueCorrect = command({
  name: 'torque.correct',
  seals: true,
  who: ['tech'],
  input: Joi.object<CorrectInput>({
    orderId: id().required(),
    entryId: Joi.string().max(48).required(),
    wrenchId: id().required().messages({ 'string.empty': 'Choose the wrench' }),
    reading: torqueReading(),
    reason: reason().required(),
  }),
  async run(ctx, { orderId, entryId, wrenchId, reading, reason: why }) {
    const order = await ctx.order(orderId);
    const entry = order.state.torques.find((one) => one.id === entryId);
    if (!entry) throw new Refusal('no-entry', 'This order has no such torque.', 'entryId');
    const refused = whyNotCorrect(entry, order.state, ctx.person);
    if (refused) throw refused;
    const wrench = await ctx.tx.row<{ id: string; name: string; low_nm: number; high_nm: number }>(
      'SELECT id, name, low_nm, high_nm FROM wrench WHERE id = ?',
      [wrenchId],
    );
    if (!wrench) throw new Refusal('no-wrench', 'Choose a wrench the shop has.', 'wrenchId');
    const { nm } = entry.data.target;
    await ctx.append(order.id, {
      kind: 'torque',
      corrects: entry.id,
      why,
      data: {
        ...entry.data,
        reading,
        wrench: {
          ...entry.data.wrench,
          id: wrench.id,
          name: wrench.name,
          outOfRange: nm < wrench.low_nm || nm > wrench.high_nm,
        },
      },
    });
    const version = await versionAfterCorrection(ctx, order, why);
    return { version };
  },
});
