import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const specSave = handle('spec.save', {
  async run(ctx, { platform, source, spec, casterGoal, casterWhy }) {
    if (Object.keys(spec.front).length + Object.keys(spec.rear ?? {}).length === 0)
      throw new Refusal('no-range', 'Give at least one range: without one nothing can be judged.', 'spec');
    if (casterGoal !== null && !casterWhy)
      throw new Refusal('why', 'Say whose goal that is: it is no maker’s value.', 'casterWhy');
    await ctx.tx.run(
      `INSERT INTO alignment_spec (platform, source, spec, caster_goal, caster_why, updated_at) VALUES (?, ?, ?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE source = VALUES(source), spec = VALUES(spec), caster_goal = VALUES(caster_goal),
         caster_why = VALUES(caster_why), updated_at = VALUES(updated_at)`,
      [platform, source, JSON.stringify(spec), casterGoal, casterWhy, ctx.receivedAt],
    );
    await ctx.appendShop('alignment spec', platform, { source, spec, casterGoal, casterWhy });
    return {};
  },
});
