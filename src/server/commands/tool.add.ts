import type { CommandContext } from './context';
import { handle } from './handler';

/** Puts one tool on the board. @returns its id */
export async function putOnBoard(
  ctx: CommandContext,
  tool: { kind: string; size: string | null; drive: string | null },
): Promise<string> {
  const toolId = ctx.freshId();
  await ctx.tx.run('INSERT INTO shop_tool (id, kind, size, drive) VALUES (?, ?, ?, ?)', [
    toolId,
    tool.kind,
    tool.size,
    tool.drive,
  ]);
  await ctx.appendShop('tool', toolId, { kind: tool.kind, size: tool.size, drive: tool.drive });
  return toolId;
}

export const toolAdd = handle('tool.add', {
  async run(ctx, tool) {
    return { toolId: await putOnBoard(ctx, tool) };
  },
});
