import type { OneEnd } from '../procedure/types';
import {
  type Adjuster,
  type RackAnswer,
  type RackWork,
  adjustersOf,
  fastenersOfAdjuster,
  rackWork,
} from '../procedure/rack-moved';
import { Refusal } from '../refusal';
import { capital } from '../wording';
import { easedAtRack } from './evidence';
import type { AlignmentData } from './kinds/handed-over';
import type { OrderState } from './order-state';

/** What the rack moved, as the sheet is recorded: nothing of it is kept until each adjuster is answered. */

/** The ends a sheet speaks of. */
export const endsOfSheet = ({ after }: Pick<AlignmentData, 'after'>): OneEnd[] =>
  after.LR || after.RR ? ['front', 'rear'] : ['front'];

/** The adjusters somebody has to answer for; none where no work runs that could hold them. */
export const adjustersAsked = ({ document, run }: OrderState, ends: readonly OneEnd[]): Adjuster[] =>
  document && run ? adjustersOf(document, run, ends) : [];

/** The number of the last sheet of this order, 0 before the first. */
const lastSheet = ({ alignments }: OrderState) => alignments.at(-1)?.entry.seq ?? 0;

/** Eased at the rack by a step of it and not yet tight, or torqued there since the last sheet. */
export function rackStands(state: OrderState, fastenerId: string): 'eased' | 'settled' | 'no' {
  if (!easedAtRack(state, fastenerId)) return 'no';
  if (state.run!.car.loose.has(fastenerId)) return 'eased';
  const torque = state.torques.findLast((one) => one.data.fastenerId === fastenerId);
  return torque && torque.seq > lastSheet(state) && state.run!.fasteners.get(fastenerId)!.torqued
    ? 'settled'
    : 'no';
}

/** Was an adjuster moved by what is recorded at the rack already? It is answered so, and not otherwise. */
export function movedByRecord(state: OrderState, id: string): boolean {
  const { document, run } = state;
  return fastenersOfAdjuster(document!, run!, id).some((one) => rackStands(state, one) !== 'no');
}

/** Each adjuster answered by what steps at the rack recorded of it, the others as left untouched. */
export const answersByRecord = (state: OrderState, ends: readonly OneEnd[]): RackAnswer[] =>
  adjustersAsked(state, ends).map(({ id }) => ({
    id,
    was: movedByRecord(state, id) ? 'moved' : 'untouched',
  }));

/**
 * The answers of a sheet, and the work that follows from them.
 * @throws Refusal where one is missing, unknown, or against what is recorded
 */
export function answeredAt(
  state: OrderState,
  ends: readonly OneEnd[],
  answers: readonly RackAnswer[],
  entryId: string,
): { adjusters: NonNullable<AlignmentData['adjusters']>; work: RackWork | null } {
  const asked = adjustersAsked(state, ends);
  const { document, run } = state;
  if (!asked.length || !document || !run) return { adjusters: [], work: null };
  const adjusters = asked.map(({ id, name }, index) => {
    const answer = answers.find((one) => one.id === id);
    const field = `adjusters[${answer ? answers.indexOf(answer) : index}].was`;
    if (!answer)
      throw new Refusal('moved', `Say it of each: was it moved, or left untouched? ${capital(name)}.`, field);
    if (answer.was === 'untouched' && movedByRecord(state, id))
      throw new Refusal(
        'moved-already',
        `${capital(name)} is recorded as eased at the rack: it was moved. Take that step back if it was not.`,
        field,
      );
    return { id, name, was: answer.was };
  });
  const moved = adjusters.filter(({ was }) => was === 'moved').map(({ id }) => id);
  const work = rackWork(document, run, moved, entryId, (id) => rackStands(state, id) === 'settled');
  return { adjusters, work: moved.length ? work : null };
}
