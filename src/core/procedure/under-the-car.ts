import { nearestWayOut } from '../anatomy/acts';
import { type Axle, SIDES, type Side, bodiesNamed } from '../anatomy/axle';
import { type EndNow, isFree, jointsNow } from '../anatomy/state';
import { nameOnAxle } from '../anatomy/words';
import { capital } from '../wording';
import { axlesOf } from './axles-of';
import { atRideHeight } from './car';
import { endNow } from './on-axle';
import type { RunDocument, RunState } from './run-state';
import { type OneEnd, endsOf } from './types';

/** An axle as somebody under the car finds it, by the record. */
export interface UnderTheCar {
  /** How far each wheel hangs below ride height, in mm; nothing while it stands. */
  hangs: { side: Side; mm: number }[];
  carried: string[];
  /** What comes off next here, the way that is nearest to being open, and the joints of it that are not. */
  wayOut: {
    body: string;
    title: string;
    joints: { id: string; name: string; state: 'closed' | 'eased' }[];
  }[];
  /** Lines that are not free, with the drop of the wheel each reaches. */
  lines: { name: string; reach: number }[];
}

/** What the next undone step that takes something off at this end takes off, on its side. */
function nextOut(run: RunDocument, state: RunState, axle: Axle): string[] {
  const step = run.steps.find(
    (one) => one.out?.length && endsOf(one).includes(axle.end) && !state.done.has(one.id),
  );
  return (step?.out ?? []).flatMap((name) => bodiesNamed(axle, name, step!.corner));
}

function nearestWay(axle: Axle, now: EndNow, body: string): UnderTheCar['wayOut'] {
  const states = jointsNow(axle, now);
  const nearest = nearestWayOut(axle, body, states);
  if (!nearest) return [];
  const { way, closed } = nearest;
  const joints = [...closed, ...way.eased.filter((id) => !states.has(id))].map((id) => ({
    id,
    name: capital(nameOnAxle(axle, id, 'joint')),
    state: states.has(id) ? ('eased' as const) : ('closed' as const),
  }));
  return [{ body: nameOnAxle(axle, body, 'other'), title: way.title, joints }];
}

/**
 * How an end hangs, what carries it, and of all joints on the way out of what comes off next those that are still closed:
 * also the ones that no step loosens.
 * @returns null where the run does not say what holds what there
 */
export function underTheCar(run: RunDocument, state: RunState, end: OneEnd): UnderTheCar | null {
  const axle = axlesOf(run).find((one) => one.end === end);
  if (!axle) return null;
  const now = endNow(run, state, end);
  const inTheAir = !atRideHeight(now.support);
  return {
    hangs: inTheAir ? SIDES.map((side) => ({ side, mm: now.hang.drop[axle.corners[side]] })) : [],
    carried: [...now.hang.carried].map(
      ([id, by]) => `${capital(nameOnAxle(axle, id, 'other'))}: ${by.join(' and ')}`,
    ),
    wayOut: nextOut(run, state, axle).flatMap((body) => nearestWay(axle, now, body)),
    lines: axle.lines
      .filter((line) => !isFree(line, now) && !now.hang.renewed.has(line.id))
      .map((line) => ({ name: capital(nameOnAxle(axle, line.id, 'other')), reach: line.reach })),
  };
}
