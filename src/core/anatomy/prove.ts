import { type PlainProcedure, type Step, endsOf } from '../procedure/types';
import { type Break, type EndWorked, type PlacesOf, placesOf, work } from './acts';
import { type Axle, shortName } from './axle';
import { type Hang, jointsNow, standingHang } from './state';

/** A break, with the step at which it happens. */
export interface FoundAt extends Omit<Break, 'code'> {
  code: Break['code'] | 'needless';
  stepId: string;
}

const standing = (hang: Hang): EndWorked => ({
  support: 'on-wheels',
  open: new Set(),
  loose: new Set(),
  snug: new Set(),
  hang,
});

/** Steps that concern one end of the car. */
const stepsAt = (axle: Axle, steps: readonly Step[]) =>
  steps.filter((step) => endsOf(step).includes(axle.end));

/** What a job says itself when it is carried: with one word of it, all that hangs on the axle. */
export const speaksOf = (axle: Axle, steps: readonly Step[]): string[] =>
  steps.some((step) => step.carries && endsOf(step).includes(axle.end))
    ? [...axle.hangs.left, ...axle.hangs.right]
    : [];

/**
 * Proves a plain procedure on the axle it is worked on: each step in its listed order, and at the end whether what the rack
 * has to set was set there.
 * @returns what would break, each once, at the first step that breaks it; and as advice (`needless`) the joints that no way
 *   out of what it takes out asks for
 */
export function proveOn(axle: Axle, { items, fasteners, steps }: PlainProcedure): FoundAt[] {
  const places = placesOf({ items, fasteners });
  const final = new Set(fasteners.filter((one) => one.final === 'on-wheels').map(({ id }) => id));
  const found = new Map<string, FoundAt>();
  const note = (one: FoundAt) => {
    const key = `${one.code} ${one.ref}`;
    if (!found.has(key)) found.set(key, one);
  };
  const own = stepsAt(axle, steps);
  const now = standing(standingHang(speaksOf(axle, own)));
  const touched = new Map<string, { stepId: string; index: number }>();
  own.forEach((step, index) => {
    for (const broken of work(axle, now, step, places, (id) => final.has(id)))
      note({ ...broken, stepId: step.id });
    for (const id of jointsNow(axle, now).keys())
      if (!touched.has(id)) touched.set(id, { stepId: step.id, index });
  });
  for (const joint of axle.joints.filter(({ spoils }) => spoils?.includes('alignment'))) {
    const at = touched.get(joint.id);
    if (at && !setAtRack(joint, own.slice(at.index), places))
      note({ code: 'unmarked', ref: joint.id, stepId: at.stepId });
  }
  for (const [id, { stepId, index }] of touched)
    if (isNeedless(axle, id, own, own[index]!)) note({ code: 'needless', ref: id, stepId });
  return [...found.values()];
}

/** Is a joint set and torqued at the rack, or read there and left at its mark? */
function setAtRack(
  { id, fasteners }: Axle['joints'][number],
  later: readonly Step[],
  places: PlacesOf,
): boolean {
  const short = shortName(id);
  return later.some(
    (step) =>
      step.phase === 'align' &&
      (step.marks?.some((name) => name === id || name === short) ||
        step.torques?.some((fastener) => fasteners.includes(places.fastener(fastener) ?? ''))),
  );
}

/**
 * Is a joint opened that nothing of the job asks for? What is set at the rack is set there; a wheel hides what is worked on;
 * what stops droop is parted to go down further than it lets.
 */
function isNeedless(axle: Axle, jointId: string, steps: readonly Step[], atStep: Step): boolean {
  const out = new Set(steps.flatMap((step) => step.out ?? []));
  if (!out.size || atStep.phase === 'align') return false;
  const joint = axle.jointById.get(jointId)!;
  const isOut = (id: string) => out.has(shortName(id)) || out.has(id);
  if (joint.between.some((id) => isOut(id) || axle.bodies.get(id)!.kind === 'wheel')) return false;
  const lowest = Math.max(0, ...steps.flatMap((step) => (step.drops ?? []).map(({ mm }) => mm)));
  const inTheWay = [
    ...axle.limits.filter(({ drop }) => drop < lowest).map(({ by }) => by),
    ...axle.ties.flatMap(({ at }) => [...at.left, ...at.right]),
  ];
  if (inTheWay.includes(jointId) || joint.between.some((id) => inTheWay.includes(id))) return false;
  return !axle.waysOut.some(
    (way) => isOut(way.body) && (way.open.includes(jointId) || way.eased.includes(jointId)),
  );
}
