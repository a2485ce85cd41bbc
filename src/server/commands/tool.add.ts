import { randomUUID } from 'node:crypto';
import { handle } from './handler';

export const toolAdd = handle('tool.add', {
  async run(ctx, { kind, size, drive }) {
    const toolId = randomUUID();
    await ctx.tx.run('INSERT INTO shop_tool (id, kind, size, drive) VALUES (?, ?, ?, ?)', [
      toolId,
      kind,
      size,
      drive,
    ]);
    await ctx.appendShop('tool', toolId, { kind, size, drive });
    return { toolId };
  },
});
