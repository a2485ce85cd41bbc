import { type Axle, SIDES, type Side } from '../anatomy/axle';
import { type EndNow, cornerOf, isFree, jointsNow } from '../anatomy/state';
import { nameOnAxle } from '../anatomy/words';
import { capital } from '../wording';
import { axlesOf } from './axles-of';
import { endNow } from './on-axle';
import type { RunDocument, RunState } from './run-state';
import { type OneEnd, type Step, endsOf } from './types';

/** An axle as somebody under the car finds it, by the record. */
export interface UnderTheCar {
  title: string;
  /** How far each wheel hangs below ride height, in mm; nothing while it stands. */
  hangs: { side: Side; mm: number }[];
  carried: string[];
  /** What comes off next here, the way that is nearest to being open, and the joints of it that are not. */
  wayOut: { body: string; title: string; joints: { name: string; state: 'closed' | 'eased' }[] }[];
  /** Lines that are not free, with the drop of the wheel each reaches. */
  lines: { name: string; reach: number }[];
}

/** What the next undone step that takes something off at this end takes off, on its side. */
function nextOut(run: RunDocument, state: RunState, axle: Axle): { step: Step; bodies: string[] } | null {
  const step = run.steps.find(
    (one) => one.out?.length && endsOf(one).includes(axle.end) && !state.done.has(one.id),
  );
  if (!step) return null;
  const side: Side | null = step.corner ? (step.corner.startsWith('L') ? 'left' : 'right') : null;
  const bodies = step.out!.flatMap((name) =>
    [`${axle.end}.${name}`, ...SIDES.map((one) => `${axle.end}.${one}.${name}`)].filter(
      (id) =>
        axle.bodies.has(id) && (!side || !axle.bodies.get(id)!.side || axle.bodies.get(id)!.side === side),
    ),
  );
  return { step, bodies };
}

function nearestWay(axle: Axle, now: EndNow, body: string): UnderTheCar['wayOut'] {
  const states = jointsNow(axle, now);
  const [nearest] = axle.waysOut
    .filter((way) => way.body === body)
    .map((way) => ({
      title: way.title,
      joints: [
        ...way.open.filter((id) => states.get(id) !== 'open'),
        ...way.eased.filter((id) => !states.has(id)),
      ].map((id) => ({
        name: capital(nameOnAxle(axle, id, 'joint')),
        state: states.get(id) === 'eased' ? ('eased' as const) : ('closed' as const),
      })),
    }))
    .sort((one, other) => one.joints.length - other.joints.length);
  return nearest ? [{ body: nameOnAxle(axle, body, 'other'), ...nearest }] : [];
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
  const inTheAir = now.support === 'raised' || now.support === 'axle-held';
  const next = nextOut(run, state, axle);
  return {
    title: axle.anatomy.title,
    hangs: inTheAir ? SIDES.map((side) => ({ side, mm: now.hang.drop[cornerOf(axle, side)] })) : [],
    carried: [...now.hang.carried].map(
      ([id, by]) => `${capital(nameOnAxle(axle, id, 'other'))}: ${by.join(' and ')}`,
    ),
    wayOut: (next?.bodies ?? []).flatMap((body) => nearestWay(axle, now, body)),
    lines: axle.lines
      .filter((line) => !isFree(line, now) && !now.hang.renewed.has(line.id))
      .map((line) => ({ name: capital(nameOnAxle(axle, line.id, 'other')), reach: line.reach })),
  };
}
