import { type RunDocument, type RunState, placedName, stepPlace } from './run-state';
import { type OneEnd, PHASES, type Step, type Support, endsOf } from './types';

/** What the listed order and the wheels ask of a move, beside what the step itself names. */

const TAKING_DOWN = PHASES.indexOf('teardown');
const isLeft = (state: RunState, step: Step) => !state.done.has(step.id) && !state.skipped.has(step.id);

const thingsOf = (step: Step): string[] => [
  ...[...(step.opens ?? []), ...(step.closes ?? [])].map((id) => `item ${id}`),
  ...[...(step.loosens ?? []), ...(step.snugs ?? []), ...(step.torques ?? [])].map((id) => `fastener ${id}`),
];

const before = new WeakMap<readonly Step[], Map<string, Step[]>>();

/** For each step the ones listed before it that have their hands on the same things. */
function listedBefore(run: RunDocument): Map<string, Step[]> {
  const known = before.get(run.steps);
  if (known) return known;
  const touching = new Map<string, Step[]>();
  const made = new Map<string, Step[]>();
  for (const step of run.steps) {
    const things = thingsOf(step);
    made.set(step.id, [...new Set(things.flatMap((thing) => touching.get(thing) ?? []))]);
    for (const thing of things) touching.set(thing, [...(touching.get(thing) ?? []), step]);
  }
  before.set(run.steps, made);
  return made;
}

/**
 * What is done to one thing is done in its listed order: a bolt is not put in before it was taken out, nor snugged after
 * its torque.
 */
export function earlierStepsOnTheSame(run: RunDocument, state: RunState, step: Step): Step[] {
  return (listedBefore(run).get(step.id) ?? []).filter((earlier) => isLeft(state, earlier));
}

/** Steps listed before this one that are still to do, from taking down on, at an end they share, and ask how it stands. */
function leftBefore(run: RunDocument, state: RunState, step: Step): (Step & { needs: Support[] })[] {
  const ends = endsOf(step);
  return run.steps
    .slice(0, stepPlace(run, step.id))
    .filter(
      (earlier): earlier is Step & { needs: Support[] } =>
        isLeft(state, earlier) &&
        PHASES.indexOf(earlier.phase) >= TAKING_DOWN &&
        earlier.needs !== undefined &&
        endsOf(earlier).some((end) => ends.includes(end)),
    );
}

/**
 * Steps that can be done as the car stands now and no longer once this one has brought it to another support: an arm pivot
 * cracked with the weight on, hoses looked at in full droop. They come first.
 */
export function stepsThatNeedItAsItStands(run: RunDocument, state: RunState, step: Step): Step[] {
  const { sets } = step;
  if (!sets) return [];
  return leftBefore(run, state, step).filter(
    (earlier) =>
      !earlier.needs.includes(sets) &&
      endsOf(earlier).every((end) => earlier.needs.includes(state.car.support[end])),
  );
}

/** Work behind a wheel that this step would put on: it comes first, since it is done in the air with the wheel off. */
export function stepsBehindTheWheel(run: RunDocument, state: RunState, step: Step): Step[] {
  const puts = run.items.some(
    (item) => item.place?.endsWith('.wheel') && step.closes?.includes(item.id) && state.car.open.has(item.id),
  );
  return puts ? leftBefore(run, state, step).filter((earlier) => !earlier.needs.includes('on-wheels')) : [];
}

/**
 * Wheels that count as off in a run that does not name them: their nuts were loosened and are not snugged again, and their
 * end hangs in the air.
 * @returns in words, as `Wheel nuts, left front`
 */
export function wheelsThatCountAsOff(run: RunDocument, state: RunState, ends: readonly OneEnd[]): string[] {
  return run.fasteners
    .filter(
      (fastener) =>
        fastener.place.endsWith('.wheel-nuts') &&
        state.car.loose.get(fastener.id) === 'loosened' &&
        endsOf(fastener).every((end) => ends.includes(end) && state.car.support[end] !== 'on-wheels') &&
        !run.items.some((item) => item.place === fastener.place.replace(/\.wheel-nuts$/, '.wheel')),
    )
    .map(placedName);
}

/** The step that puts the chocks under, where the run has them and they are not there. */
export function chocksMissing(run: RunDocument, state: RunState): boolean {
  const chocks = chocksOf(run);
  return chocks !== undefined && !state.car.open.has(chocks.id);
}

/** The chocks of a run, as a thing that lies under its wheels. */
export const chocksOf = (run: RunDocument) => run.items.find((item) => item.place?.endsWith('.chocks'));

/** Are chocks missing that no step of the run puts there any more? Then whoever raises the car says that they lie. */
export const chocksSetHere = (run: RunDocument, state: RunState): boolean =>
  chocksMissing(run, state) &&
  !run.steps.some((step) => isLeft(state, step) && step.opens?.includes(chocksOf(run)!.id));
