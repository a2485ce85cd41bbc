import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { command } from './command';
import { line } from './fields';

interface NewTool {
  kind: string;
  size: string | null;
  drive: string | null;
}

/** Adds a tool the shop has, so that pull lists know of it. */
export const toolAdd = command({
  name: 'tool.add',
  who: ['lead', 'tech'],
  input: Joi.object<NewTool>({
    kind: line(60).required().messages({ 'string.empty': 'Say what it is' }),
    size: line(30).allow(null, '').empty('').default(null),
    drive: line(10).allow(null, '').empty('').default(null),
  }),
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
