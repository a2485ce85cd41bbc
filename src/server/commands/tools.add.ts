import { handle } from './handler';
import { putOnBoard } from './tool.add';

export const toolsAdd = handle('tools.add', {
  async run(ctx, { tools }) {
    for (const tool of tools) await putOnBoard(ctx, tool);
    return { count: tools.length };
  },
});
