import { handle } from './handler';

export const standInSet = handle('standin.set', {
  async run(ctx, { standIn, chosen, working }) {
    await ctx.tx.run('UPDATE stand_in SET chosen = ?, working = ? WHERE id = ?', [chosen, working, standIn]);
    await ctx.appendShop('stand-in', standIn, { chosen, working });
    return {};
  },
});
