import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id } from './fields';

/** A tool that is lost, lent or worn out leaves the shop's list. */
export const toolRetire = command({
  name: 'tool.retire',
  who: ['lead', 'tech'],
  input: Joi.object<{ toolId: string }>({ toolId: id().required() }),
  async run(ctx, { toolId }) {
    const gone = await ctx.tx.run('UPDATE shop_tool SET active = FALSE WHERE id = ? AND active', [toolId]);
    if (!gone.affectedRows) throw new Refusal('no-tool', 'The shop has no such tool.', 'toolId');
    await ctx.appendShop('tool', toolId, { retired: true });
    return {};
  },
});
