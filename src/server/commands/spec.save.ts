import Joi from 'joi';
import { type AlignmentSpec, alignmentSpecSchema } from '@/core/calc/alignment.verdict';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { line, text } from './fields';

interface SpecInput {
  platform: string;
  source: string;
  spec: AlignmentSpec;
  casterGoal: number | null;
  casterWhy: string;
}

/** Keeps what a platform's alignment is held against, with its source, and the caster wanted after a lift. */
export const specSave = command({
  name: 'spec.save',
  who: ['lead'],
  input: Joi.object<SpecInput>({
    platform: line(60).required().messages({ 'string.empty': 'Name the platform' }),
    source: line(200).required().messages({ 'string.empty': 'Say where the spec comes from' }),
    spec: alignmentSpecSchema.required(),
    casterGoal: Joi.number().min(-20).max(20).allow(null).default(null),
    casterWhy: text(200),
  }),
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
