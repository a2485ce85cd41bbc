import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const weekPin = handle('week.pin', {
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
