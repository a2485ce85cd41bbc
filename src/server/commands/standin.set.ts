import { handle } from './handler';

export const standInSet = handle('standin.set', {
  async run(ctx, { standIn, working }) {
    await ctx.tx.run('UPDATE stand_in SET working = ? WHERE id = ?', [working, standIn]);
    return {};
  },
});
