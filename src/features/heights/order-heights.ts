import { baselineOf } from '@/core/ledger/order-state';
import { judgeHeights } from '@/core/stance/verdict';
import { shopMoment } from '@/core/units/shop-time';
import { type OrderFile, stanceOfOrder } from '@/server/queries/order';
import type { HeightRow } from './stance-panel';

/** An order's sets of heights as rows, the prediction among them, and the verdicts in words. */
export function heightsOfOrder(file: OrderFile) {
  const baseline = baselineOf(file.state);
  const stance = stanceOfOrder(file);
  const unit = baseline?.entry.data.unit ?? file.state.intake!.data.targets.unit;
  const rows: HeightRow[] = file.state.heights.map((set) => ({
    label:
      set === baseline ? 'As it came' : set.entry.data.occasion.replace(/^./, (first) => first.toUpperCase()),
    mm: set.mm,
    note: `${shopMoment(set.entry.at, file.shop.timeZone)}, ${file.people[set.entry.personId] ?? ''}`,
  }));
  if (stance.predicted) rows.splice(1, 0, { label: 'Predicted', mm: stance.predicted, tone: 'predicted' });
  const verdicts =
    stance.before && stance.after
      ? judgeHeights({ ...stance, before: stance.before, after: stance.after }, unit).axles
      : [];
  return { baseline, stance, unit, rows, verdicts };
}
