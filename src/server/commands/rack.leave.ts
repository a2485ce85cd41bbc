import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id } from './fields';

/** Lays aside a sheet the rack dropped that belongs to nobody here. */
export const rackLeave = command({
  name: 'rack.leave',
  who: ['tech', 'advisor'],
  input: Joi.object<{ sheetId: string }>({ sheetId: id().required() }),
  async run(ctx, { sheetId }) {
    const done = await ctx.tx.run(
      "UPDATE rack_sheet SET state = 'dropped' WHERE id = ? AND state IN ('waiting', 'refused')",
      [sheetId],
    );
    if (!done.affectedRows) throw new Refusal('no-sheet', 'That sheet is not waiting any more.', 'sheetId');
    return {};
  },
});
