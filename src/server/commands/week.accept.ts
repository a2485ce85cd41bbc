import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id } from './fields';
import { jobId, phaseId } from './week-fields';

interface Slot {
  jobId: string;
  phaseId: string;
  personId: string | null;
  placeId: string | null;
  startsAt: string;
  endsAt: string;
}

/** Agrees a plan of the week: where every phase was put. What was agreed before is kept on the shop's chain. */
export const weekAccept = command({
  name: 'week.accept',
  who: ['lead'],
  input: Joi.object<{ slots: Slot[] }>({
    slots: Joi.array()
      .items(
        Joi.object({
          jobId: jobId().required(),
          phaseId: phaseId().required(),
          personId: id().allow(null).required(),
          placeId: Joi.string().max(20).allow(null).required(),
          startsAt: Joi.string().isoDate().required(),
          endsAt: Joi.string().isoDate().required(),
        }),
      )
      .max(2000)
      .unique((a: Slot, b: Slot) => a.jobId === b.jobId && a.phaseId === b.phaseId)
      .required(),
  }),
  async run(ctx, { slots }) {
    const backward = slots.find((slot) => slot.endsAt <= slot.startsAt);
    if (backward) throw new Refusal('backward', 'A phase ends after it begins.', 'slots');
    await ctx.tx.run('DELETE FROM week_slot');
    for (const slot of slots) {
      await ctx.tx.run(
        'INSERT INTO week_slot (job_id, phase_id, person_id, place_id, starts_at, ends_at) VALUES (?, ?, ?, ?, ?, ?)',
        [
          slot.jobId,
          slot.phaseId,
          slot.personId,
          slot.placeId,
          new Date(slot.startsAt),
          new Date(slot.endsAt),
        ],
      );
    }
    await ctx.appendShop('week agreed', 'week', { slots });
    return { slots: slots.length };
  },
});
