import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const toolRetire = handle('tool.retire', {
  async run(ctx, { toolId }) {
    const gone = await ctx.tx.run('UPDATE shop_tool SET active = FALSE WHERE id = ? AND active', [toolId]);
    if (!gone.affectedRows) throw new Refusal('no-tool', 'The shop has no such tool.', 'toolId');
    await ctx.appendShop('tool', toolId, { retired: true });
    return {};
  },
});
