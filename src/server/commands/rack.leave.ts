import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const rackLeave = handle('rack.leave', {
  async run(ctx, { sheetId }) {
    const done = await ctx.tx.run(
      "UPDATE rack_sheet SET state = 'dropped' WHERE id = ? AND state IN ('waiting', 'refused')",
      [sheetId],
    );
    if (!done.affectedRows) throw new Refusal('no-sheet', 'That sheet is not waiting any more.', 'sheetId');
    return {};
  },
});
