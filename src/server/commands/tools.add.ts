import { handle } from './handler';

export const toolsAdd = handle('tools.add', {
  async run(ctx, { tools }) {
    for (const { kind, size, drive } of tools) {
      const toolId = ctx.freshId();
      await ctx.tx.run('INSERT INTO shop_tool (id, kind, size, drive) VALUES (?, ?, ?, ?)', [
        toolId,
        kind,
        size,
        drive,
      ]);
      await ctx.appendShop('tool', toolId, { kind, size, drive });
    }
    return { count: tools.length };
  },
});
