import { nextStep } from '../procedure/engine';
import { nextBooking, sentBack, measuredSinceBack } from './after-work';
import { handoffBlockers } from './closing';
import { sheetNow } from './evidence';
import {
  type OrderState,
  baselineOf,
  isClosed,
  isJob,
  latestPlan,
  linesMissing,
  offersOpen,
  openHolds,
  planAnswer,
  planIsStale,
} from './order-state';
import type { Role } from './roles';

/** The next thing to do on an order: what, whose it is, and which page does it. */
export interface NextThing {
  text: string;
  role: Role;
  page:
    | 'heights'
    | 'look-over'
    | 'droop'
    | 'plan'
    | 'parts'
    | 'work'
    | 'bay'
    | 'alignment'
    | 'road'
    | 'handoff'
    | 'photos'
    | 'come-back';
  /** Something outside the shop's hands is being waited for. */
  waiting: boolean;
}

/** What is to be done next on a work order, in the order of work. */
export function nextThing(state: OrderState): NextThing {
  const thing = (text: string, role: Role, page: NextThing['page'], waiting = false): NextThing => ({
    text,
    role,
    page,
    waiting,
  });
  if (state.cancelled) return thing('Cancelled', 'advisor', 'come-back');
  if (isClosed(state)) return thing('Handed over', 'advisor', 'come-back');
  if (state.alarms.length) return thing('Stopped: look at the alarm', 'lead', 'work');
  const job = isJob(state);
  if (job && !baselineOf(state)) return thing('Measure it as it came', 'tech', 'heights');
  if (job && !latestPlan(state)) return thing('Plan the lift', 'lead', 'plan');
  if (job && planIsStale(state)) return thing('Plan again: heights or car were corrected', 'lead', 'plan');
  if (job && planAnswer(state) === null)
    return thing('Ask the customer about the plan', 'advisor', 'plan', true);
  if (job && planAnswer(state)?.data.yes === false)
    return thing('Plan again: the customer said no', 'lead', 'plan');
  const hold = openHolds(state)[0];
  if (hold) return thing(`On hold: ${hold.entry.data.reason}`, 'advisor', 'parts', true);
  if (!state.run && linesMissing(state).length) return thing('Check the boxes in', 'tech', 'parts');
  if (!state.run && offersOpen(state).length)
    return thing('Ask the customer about the offers', 'advisor', 'look-over', true);
  if (!state.run || !state.document) return thing('Start the work', 'lead', 'work');

  const next = nextStep(state.document, state.run);
  const isOnWheels = !next || ['align', 'road', 'handoff'].includes(next.step.phase);
  if (job && isOnWheels && !measuredSinceBack(state)) {
    return thing('Measure it on its wheels', 'tech', 'heights');
  }
  const deferred = (code: string) =>
    state.after.stage?.data.deferred.some((one) => one.code === code) ?? false;
  if (job && (!next || ['road', 'handoff'].includes(next.step.phase)) && !deferred('not-aligned')) {
    const booked = nextBooking(state);
    const sheet = sheetNow(state);
    const lifted = state.overrides.some((entry) => entry.data.rule === 'not-aligned');
    if (!sheet && booked && !lifted)
      return thing('Alignment booked: bring its sheet in', 'tech', 'alignment', true);
    if (!sheet && !lifted) return thing('Enter the alignment sheet', 'tech', 'alignment');
    if (sheet && !sheet.passes && !sheet.accepted) {
      return sentBack(state, sheet.entry.id)
        ? thing('Align it again', 'tech', 'alignment')
        : thing('The sheet missed: back to the bay, or passed with a reason', 'lead', 'alignment');
    }
  }
  if (
    job &&
    (next?.step.phase === 'road' || !next) &&
    state.roadIn?.data.checks.some((check) => check.result === 'fault')
  )
    return thing('The road test found a fault: send it back to the bay', 'tech', 'road');
  if (job && !next && !state.roadIn && !deferred('road')) return thing('Road test', 'tech', 'road');
  if (job && next?.step.phase === 'road' && next.step.drive) return thing('Road test', 'tech', 'road');
  if (next) {
    const values = (next.step.torques ?? []).filter((id) => !state.run!.fasteners.get(id)!.spec);
    if (values.length) return thing(`A value is missing: ${next.step.do}`, 'lead', 'bay', true);
    return thing(next.step.do, 'tech', 'bay');
  }
  if (!job) return thing('Close the visit', 'tech', 'handoff');
  const hole = handoffBlockers(state)[0];
  if (hole) return thing(hole.text, hole.rule ? 'lead' : 'tech', hole.page === 'torque' ? 'bay' : hole.page);
  return thing('Hand it over and have it signed', 'advisor', 'handoff');
}
