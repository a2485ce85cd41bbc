import { askAbout, heightDoubts } from '../doubts';
import { Refusal } from '../refusal';
import type { HeightsData } from '../ledger/kinds/arrival';
import { whyNotYetMeasured } from '../ledger/evidence';
import { type OrderState, baselineOf } from '../ledger/order-state';
import { heightsOf, whyNotComparable } from '../stance/readings';
import type { MoveEntry } from './move';

/** Four standing heights as typed, when the car stands so that they mean something. @throws Refusal */
export function heightsMove(state: OrderState, data: HeightsData, confirmed = false): MoveEntry[] {
  const support = state.run?.car.support;
  if (support && (support.front !== 'on-wheels' || support.rear !== 'on-wheels'))
    throw new Refusal('support', 'Standing heights are taken on the wheels: it is in the air.', 'occasion');
  askAbout(heightDoubts(heightsOf(data), data.unit), confirmed);
  const baseline = baselineOf(state);
  if (data.occasion === 'as came') {
    if (baseline)
      throw new Refusal(
        'have-baseline',
        'It has been measured as it came: correct that set instead.',
        'occasion',
      );
    if (state.run)
      throw new Refusal('too-late', 'Work has begun: this is no longer how it came.', 'occasion');
  } else {
    const why = baseline && whyNotComparable(baseline.entry.data, data);
    if (why) throw new Refusal('not-comparable', why, 'method');
    const tooSoon = whyNotYetMeasured(state);
    if (tooSoon) throw new Refusal('too-soon', tooSoon, 'occasion');
  }
  return [{ kind: 'heights', data }];
}
