import { Refusal } from '../refusal';
import { judgeDevice } from '../ledger/device-conflicts';
import { RULES_EDITION, judgeStep } from '../procedure/engine';
import { chocksSetHere } from '../procedure/order-of-work';
import { judgeSupport, stepThatSets } from '../procedure/support';
import type { OneEnd, Support } from '../procedure/types';
import { type MoveEntry, type Mover, type MovingOrder, refuse, refuseOnTheRoad } from './move';

/**
 * Ends of the car brought to another support. Where the run has a step for just that and it may be done now, the step
 * is what gets recorded; a lowering with a ground item open is refused and says which. @throws Refusal
 */
export function supportMove(
  { state, document, run }: MovingOrder,
  { ends, to, chocked = false }: { ends: OneEnd[]; to: Support; chocked?: boolean },
  mover: Mover,
): MoveEntry[] {
  refuseOnTheRoad(state, 'to');
  const refused = judgeSupport(document, run, ends, to, RULES_EDITION, chocked);
  if (refused[0]) throw new Refusal(refused[0].code, refused.map((one) => one.message).join(' '), 'to');
  const moving = ends.filter((end) => run.car.support[end] !== to);
  if (!moving.length) throw new Refusal('no-need', 'It stands like that already.', 'to');
  refuse(
    judgeDevice(state.conflicts, mover.deviceId, { lowers: to === 'on-wheels', opens: false }, mover.offline),
    'to',
  );
  const step = stepThatSets(document, run, moving, to);
  const against = step ? judgeStep(document, run, step.id) : [];
  // A car is not raised, nor its axle held, past what the step that does so waits for; it may always come down again.
  const first =
    to === 'raised' || to === 'axle-held' ? against.find((one) => one.code === 'after') : undefined;
  if (first && moving.every((end) => run.car.support[end] !== 'axle-held'))
    throw new Refusal('after', first.message, 'to');
  if (step && !step.measure?.length && !step.trial && !against.length)
    return [{ kind: 'step.done', data: { stepId: step.id, measured: null, note: null } }];
  const support = { ...run.car.support };
  for (const end of ends) support[end] = to;
  const chocks = chocked && to === 'raised' && chocksSetHere(document, run);
  return [{ kind: 'support', data: { support, ...(chocks ? { chocked: true } : {}) } }];
}
