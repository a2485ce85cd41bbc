import Joi from 'joi';
import { command } from './command';

/** Lets a stand-in answer or be out of order, so that a failure can be practiced. */
export const standInSet = command({
  name: 'standin.set',
  who: ['lead'],
  input: Joi.object<{ standIn: 'gateway'; working: boolean }>({
    standIn: Joi.valid('gateway').required(),
    working: Joi.boolean().required(),
  }),
  async run(ctx, { standIn, working }) {
    await ctx.tx.run('UPDATE stand_in SET working = ? WHERE id = ?', [working, standIn]);
    return {};
  },
});
