import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id, line } from './fields';

interface RushInput {
  label: string;
  minutes: number;
  needsLift: boolean;
  promisedFor: string;
}

/** Puts a job into the week before its car is taken in. */
export const weekRush = command({
  name: 'week.rush',
  who: ['advisor'],
  input: Joi.object<RushInput>({
    label: line(120).required(),
    minutes: Joi.number().integer().min(10).max(6000).required().messages({
      'number.base': 'Enter the minutes',
      'number.min': 'At least 10 minutes',
    }),
    needsLift: Joi.boolean().default(true),
    promisedFor: Joi.string().isoDate().required().messages({ 'string.isoDate': 'Choose day and time' }),
  }),
  async run(ctx, input) {
    await ctx.tx.run(
      'INSERT INTO week_rush (id, label, minutes, needs_lift, promised_for) VALUES (?, ?, ?, ?, ?)',
      [ctx.commandId, input.label, input.minutes, input.needsLift, new Date(input.promisedFor)],
    );
    await ctx.appendShop('rush job', ctx.commandId, { ...input });
    return { rushId: ctx.commandId };
  },
});

/** Takes a rush job out of the week: its car was taken in, or it does not come. */
export const weekRushEnd = command({
  name: 'week.rush.end',
  who: ['advisor'],
  input: Joi.object<{ rushId: string }>({ rushId: id().required() }),
  async run(ctx, { rushId }) {
    const done = await ctx.tx.run('UPDATE week_rush SET closed = TRUE WHERE id = ? AND NOT closed', [rushId]);
    if (!done.affectedRows) throw new Refusal('no-rush', 'There is no such rush job.', 'rushId');
    await ctx.appendShop('rush job out', rushId, {});
    return {};
  },
});
