import { Refusal, attempt } from '@/core/refusal';
import type { MeasureData } from '@/core/ledger/kinds/arrival';
import { measuresOf } from '@/core/planner/measures';
import { readMeasure } from '@/core/planner/read-measure';
import { handle } from './handler';
import type { Row } from '../tables';

/** What does not read is refused at its own field. */
function readAt(field: string, read: () => number): number {
  const figure = attempt(read);
  if (!figure.ok) throw new Refusal(figure.refusal.code, figure.refusal.message, field);
  return figure.value;
}

export const measureRecord = handle('measure.record', {
  async run(ctx, { orderId, figures, unit }) {
    const order = await ctx.openOrder(orderId);
    const vehicle = await ctx.tx.row<Row<'vehicle', 'front_suspension' | 'rear_suspension'>>(
      'SELECT front_suspension, rear_suspension FROM vehicle WHERE id = ?',
      [order.vehicleId],
    );
    const defs = measuresOf({
      front: vehicle!.front_suspension as never,
      rear: vehicle!.rear_suspension as never,
    });
    const drafts = figures.map(({ key, typed, known }) => {
      const note = /^note\.[a-z-]{1,30}$/.test(key);
      const def = defs.find((one) => one.key === key);
      if (!def && !note) throw new Refusal('no-measure', 'This car has no such measure.', `figures.${key}`);
      const data: MeasureData = def
        ? {
            key,
            label: def.end ? `${def.label}, ${def.end}` : def.label,
            typed,
            value: readAt(`figures.${key}`, () => readMeasure(typed, def, unit)),
            unit: def.unit,
            known,
          }
        : { key, label: key.slice(5).replace(/-/g, ' '), typed, value: null, unit: 'text', known };
      if (def && !def.anySign && !def.mayBeZero && data.value === 0)
        throw new Refusal('bad-value', `${def.label} is not zero.`, `figures.${key}`);
      return { kind: 'measure' as const, data };
    });
    await ctx.append(order.id, ...drafts);
    return { kept: drafts.length };
  },
});
