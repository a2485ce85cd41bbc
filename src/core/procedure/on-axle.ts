import {
  type Act,
  type Break,
  type EndWorked,
  type PlacesOf,
  copyOf,
  isHarmless,
  ownBreaks,
  touches,
  work,
  workHang,
} from '../anatomy/acts';
import type { Axle } from '../anatomy/axle';
import { breakWords } from '../anatomy/words';
import type { Hang } from '../anatomy/state';
import { axlesOf } from './axles-of';
import { type RefusedMove, type RunDocument, type RunState, fastenerOf, itemOf } from './run-state';
import { type OneEnd, type Step, type Support, endsOf } from './types';

/** The anatomy in a run: what holds what at each end, and how the work so far has left it. */

const placesIn = (run: RunDocument): PlacesOf => ({
  item: (id) => itemOf(run, id).place,
  fastener: (id) => fastenerOf(run, id).place,
});

/** An end of a run: which places are open or loose is looked up when it is asked, since most acts do not ask. */
class EndOfRun implements EndWorked {
  support: Support;
  hang: Hang;
  private known: Pick<EndWorked, 'open' | 'loose' | 'snug'> | null = null;
  constructor(
    private readonly run: RunDocument,
    private readonly state: RunState,
    end: OneEnd,
  ) {
    this.support = state.car.support[end];
    this.hang = state.hang[end];
  }
  get open() {
    return this.places.open;
  }
  get loose() {
    return this.places.loose;
  }
  get snug() {
    return this.places.snug;
  }
  private get places() {
    return (this.known ??= placesNow(this.run, this.state));
  }
}

function placesNow(run: RunDocument, { car }: RunState): Pick<EndWorked, 'open' | 'loose' | 'snug'> {
  const places = placesIn(run);
  const open = new Set<string>();
  for (const id of car.open) {
    const place = places.item(id);
    if (place) open.add(place);
  }
  const loose = new Set<string>();
  const snug = new Set<string>();
  for (const [id, looseness] of car.loose) {
    const place = places.fastener(id);
    if (place) (looseness === 'snug' ? snug : loose).add(place);
  }
  return { open, loose, snug };
}

/** An end as the record has left it; its hang is the run's own. */
export const endNow = (run: RunDocument, state: RunState, end: OneEnd): EndWorked =>
  new EndOfRun(run, state, end);

/** What a step does to the car. Done again, it only closes what came open since. */
const actOf = (state: RunState, step: Step): Act =>
  state.reopened.has(step.id)
    ? { end: step.end, corner: step.corner, closes: step.closes, snugs: step.snugs, torques: step.torques }
    : step;

/** What bringing an end to another support does: a jack comes under it, or goes. */
const supportAct = (axle: Axle, from: Support, to: Support): Act => {
  const jack = [{ body: axle.anatomy.hangs[0]!, by: 'jack' as const }];
  return {
    end: axle.end,
    sets: to,
    ...(to === 'axle-held' ? { carries: jack } : from === 'axle-held' ? { lets: jack } : {}),
  };
};

const finalAtRide = (run: RunDocument) => (id: string) => fastenerOf(run, id).final === 'on-wheels';

/** Marks are asked for in the order of work; what is left refuses because it would hurt somebody or the car. */
const HURTS = ({ code }: Break) => code !== 'unmarked';

const refusal = (axle: Axle, one: Break): RefusedMove => ({
  code: 'anatomy',
  message: breakWords(axle, one),
  refs: [one.ref],
  overridable: false,
});

const judged = (run: RunDocument, state: RunState, actAt: (axle: Axle) => Act | null): RefusedMove[] =>
  axlesOf(run).flatMap((axle) => {
    const act = actAt(axle);
    if (!act || !touches(axle, act, placesIn(run))) return [];
    const standing = { support: state.car.support[axle.end], hang: state.hang[axle.end] };
    if (isHarmless(axle, standing, act, placesIn(run))) return [];
    const before = endNow(run, state, axle.end);
    const now = copyOf(before);
    const found = work(axle, now, act, placesIn(run), finalAtRide(run)).filter(HURTS);
    return ownBreaks(axle, found, endNow(run, state, axle.end), now).map((one) => refusal(axle, one));
  });

/** What an act that is no step would break on the car as it stands. */
export const judgeActOnAxle = (run: RunDocument, state: RunState, act: Act): RefusedMove[] =>
  judged(run, state, (axle) => (endsOf(act).includes(axle.end) ? act : null));

/** What a step would break on the car as it stands. */
export const judgeOnAxle = (run: RunDocument, state: RunState, step: Step): RefusedMove[] =>
  judgeActOnAxle(run, state, actOf(state, step));

/** What bringing ends to another support would break. */
export const judgeSupportOnAxle = (
  run: RunDocument,
  state: RunState,
  ends: readonly OneEnd[],
  to: Support,
): RefusedMove[] =>
  judged(run, state, (axle) =>
    ends.includes(axle.end) ? supportAct(axle, state.car.support[axle.end], to) : null,
  );

/** Works an act that is no step on the axles it concerns, before the run's own state is changed by it. */
export function workActOnAxles(run: RunDocument, state: RunState, act: Act): void {
  for (const axle of axlesOf(run))
    if (endsOf(act).includes(axle.end) && touches(axle, act, placesIn(run)))
      workHang(axle, endNow(run, state, axle.end), act, placesIn(run));
}

/** Works a step on the axles it concerns. */
export const workOnAxles = (run: RunDocument, state: RunState, step: Step): void =>
  workActOnAxles(run, state, actOf(state, step));

/** As `workOnAxles`, for ends brought to another support by hand. */
export function supportOnAxles(run: RunDocument, state: RunState, support: Record<OneEnd, Support>): void {
  for (const axle of axlesOf(run)) {
    const from = state.car.support[axle.end];
    if (from !== support[axle.end])
      workHang(axle, endNow(run, state, axle.end), supportAct(axle, from, support[axle.end]), placesIn(run));
  }
}
