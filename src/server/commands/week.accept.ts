import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const weekAccept = handle('week.accept', {
  async run(ctx, { slots }) {
    const backward = slots.find((slot) => slot.endsAt <= slot.startsAt);
    if (backward) throw new Refusal('backward', 'A phase ends after it begins.', 'slots');
    await ctx.tx.run('DELETE FROM week_slot');
    for (const slot of slots) {
      await ctx.tx.run(
        'INSERT INTO week_slot (job_id, phase_id, person_id, helper_id, place_id, starts_at, ends_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
        [
          slot.jobId,
          slot.phaseId,
          slot.personId,
          slot.helperId ?? null,
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
