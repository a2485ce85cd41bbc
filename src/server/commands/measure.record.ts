import { Refusal } from '@/core/refusal';
import { parseTape } from '@/core/calc/tape.parse';
import type { MeasureData } from '@/core/ledger/kinds/arrival';
import { measuresOf } from '@/core/planner/measures';
import { handle } from './handler';
import type { Row } from '../tables';

const LENGTHS = new Set(['mm']);

/** Reads one figure as typed: lengths as on a tape, the rest as plain numbers. */
function readFigure(
  typed: string,
  unit: string,
  tapeUnit: 'in' | 'mm',
  anySign: boolean,
  field: string,
): number {
  try {
    if (LENGTHS.has(unit)) {
      const negative = /^\s*[-−]/.test(typed);
      const mm = parseTape(typed.replace(/^\s*[-−]\s*/, ''), tapeUnit);
      if (negative && !anySign) throw new Refusal('bad-value', 'This length has no sign.', field);
      return negative ? -mm : mm;
    }
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(error.code, error.message, field);
    throw error;
  }
  const value = Number(
    typed
      .replace(',', '.')
      .replace(/[°%]|N\/mm|N|kg/g, '')
      .trim(),
  );
  if (!Number.isFinite(value) || (value < 0 && !anySign))
    throw new Refusal('bad-value', `"${typed}" does not read as a number.`, field);
  return value;
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
            value: readFigure(typed, def.unit, unit, Boolean(def.anySign), `figures.${key}`),
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
