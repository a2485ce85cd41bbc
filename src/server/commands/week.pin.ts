import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id } from './fields';
import { jobId, phaseId } from './week-fields';

interface PinInput {
  jobId: string;
  phaseId: string;
  personId: string | null;
  placeId: string | null;
  startsAt: string | null;
}

/** Pins a phase by hand to somebody, a place or a moment; the planner works around it. All null takes the pin out. */
export const weekPin = command({
  name: 'week.pin',
  who: ['lead'],
  input: Joi.object<PinInput>({
    jobId: jobId().required(),
    phaseId: phaseId().required(),
    personId: id().allow(null).default(null),
    placeId: Joi.string().max(20).allow(null).default(null),
    startsAt: Joi.string().isoDate().allow(null).default(null),
  }),
  async run(ctx, pin) {
    const place =
      pin.placeId && pin.placeId !== 'rack'
        ? await ctx.tx.row('SELECT id FROM shop_place WHERE id = ? AND active', [pin.placeId])
        : true;
    if (!place) throw new Refusal('no-place', 'The shop has no such place.', 'placeId');
    if (pin.personId && !(await ctx.tx.row('SELECT id FROM person WHERE id = ? AND active', [pin.personId])))
      throw new Refusal('no-person', 'Nobody of the crew.', 'personId');
    if (!pin.personId && !pin.placeId && !pin.startsAt) {
      await ctx.tx.run('DELETE FROM week_pin WHERE job_id = ? AND phase_id = ?', [pin.jobId, pin.phaseId]);
    } else {
      await ctx.tx.run(
        'REPLACE INTO week_pin (job_id, phase_id, person_id, place_id, starts_at) VALUES (?, ?, ?, ?, ?)',
        [pin.jobId, pin.phaseId, pin.personId, pin.placeId, pin.startsAt ? new Date(pin.startsAt) : null],
      );
    }
    await ctx.appendShop('week pin', `${pin.jobId} ${pin.phaseId}`, { ...pin });
    return {};
  },
});
