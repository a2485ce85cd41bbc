import { whyNotWalked } from '@/core/ledger/droop-reads';
import type { DroopReadData } from '@/core/ledger/kinds/measured';
import { standCar } from '@/core/planner/car-stand';
import { droopRule, taughtBy } from '@/core/planner/droop-list';
import { beyond } from '@/core/planner/judge';
import type { OneEnd } from '@/core/planner/measures';
import { readFigureText } from '@/core/procedure/figures';
import { Refusal, attempt, blaming } from '@/core/refusal';
import { carOfOrder, plannedCar } from '../queries/planning';
import { handle } from './handler';

/** What lies between the wheel's own limits of reading: a length or an angle beyond these was not read on a car. */
const MOST_READ = { mm: 2000, deg: 180 };

export const droopRead = handle('droop.read', {
  async run(ctx, { orderId, id, side, text, lengths }) {
    const order = await ctx.openOrder(orderId);
    const input = await plannedCar(ctx.tx, await carOfOrder(ctx.tx, order.vehicleId, order.state));
    if (!input) throw new Refusal('no-baseline', 'Measure the car as it came first.', 'orderId');
    const car = standCar(input);
    const rule = droopRule(car, id);
    if (!rule) throw new Refusal('no-figure', 'This car has no such figure.', 'id');
    const end = rule.end as OneEnd;
    const why = whyNotWalked(order.state, end);
    if (why) throw new Refusal('support', why, 'id');
    const unit = rule.unit as 'mm' | 'deg';
    const value = blaming('text', () => readFigureText(text, unit, lengths)!);
    if (Math.abs(value) > MOST_READ[unit])
      throw new Refusal('bad-value', 'That is more than a car has: check what was typed.', 'text');
    const predicted = attempt(() => rule.figure(car));
    const limit = rule.limit(car);
    const data: DroopReadData = {
      id,
      what: rule.name,
      end,
      side,
      unit,
      text: unit === 'mm' && !/["'a-z]/i.test(text) ? `${text.trim()} ${lengths}` : text.trim(),
      value,
      predicted: predicted.ok ? predicted.value : null,
      most: limit.most ?? null,
      least: limit.least ?? null,
      over: beyond(value, limit),
    };
    const taught = taughtBy(input, id, value);
    await ctx.append(order.id, { kind: 'droop.read', data });
    if (taught)
      await ctx.append(order.id, {
        kind: 'measure',
        data: {
          key: taught.key,
          label: taught.label,
          typed: `${data.text}, read in the air: ${rule.name.toLowerCase()}`,
          value: taught.value,
          unit: taught.unit,
          known: 'measured',
        },
      });
    return { over: data.over, teaches: taught?.label ?? null };
  },
});
