import { askAbout, heightDoubts } from '../doubts';
import { Refusal } from '../refusal';
import type { HeightsData } from '../ledger/kinds/arrival';
import { whyNotYetMeasured } from '../ledger/evidence';
import { type OrderState, baselineOf } from '../ledger/order-state';
import { doubtfulReading } from '../stance/doubtful';
import { readingContext } from '../stance/reading-context';
import { heightsOf, whyNotComparable } from '../stance/readings';
import type { MoveEntry } from './move';

/** Four standing heights as typed, when the car stands so that they mean something. @throws Refusal */
export function heightsMove(
  state: OrderState,
  data: HeightsData,
  confirmed = false,
  personId: string | null = null,
): MoveEntry[] {
  const support = state.run?.car.support;
  if (support && (support.front !== 'on-wheels' || support.rear !== 'on-wheels'))
    throw new Refusal('support', 'Standing heights are taken on the wheels: it is in the air.', 'occasion');
  const mm = heightsOf(data);
  askAbout(heightDoubts(mm, data.unit), confirmed);
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
  // One question a set, the worst; what was measured again and did read so is kept as that.
  const doubt = doubtfulReading(data.readings, mm, data.unit, readingContext(state, data, personId));
  askAbout([doubt && { field: `readings.${doubt.corners[0]!}`, text: doubt.text }], confirmed);
  const doubted = doubt && { kind: doubt.kind, corners: doubt.corners, text: doubt.text };
  return [{ kind: 'heights', data: doubted ? { ...data, doubted } : data }];
}
