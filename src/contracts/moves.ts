import type { EntryData } from '@/core/ledger/entries';
import type { PhotoData } from '@/core/ledger/kinds/noted';
import type { OrderState } from '@/core/ledger/order-state';
import type { Alone } from '@/core/practice/alone';
import { alsoOpenedMove } from '@/core/moves/also-opened';
import { clockOffMove, clockOnMove } from '@/core/moves/clock';
import { compareMove } from '@/core/moves/compare';
import { cutMove } from '@/core/moves/cut';
import { figuresMove } from '@/core/moves/figures';
import { heightsMove } from '@/core/moves/heights';
import type { MoveEntry, Mover, MovingOrder } from '@/core/moves/move';
import { findingMove, stuckEndMove, stuckMove, watchMove } from '@/core/moves/observations';
import { photoMove } from '@/core/moves/photo';
import { roomMove } from '@/core/moves/room';
import { stepDoneMove } from '@/core/moves/step-done';
import { supportMove } from '@/core/moves/support';
import { tryMove } from '@/core/moves/try';
import { type MoveWrench, torqueMove } from '@/core/moves/torque';
import { turnsCut } from '@/core/procedure/coil-cuts';
import { Refusal } from '@/core/refusal';
import type { AnswerOf, InputOf, OfflineName } from './commands';

/**
 * What a command that may be given without network makes of the record: made by the server under the order's lock, and by
 * a tablet on what it last knew. Both make the same, of the facts each has beside the order.
 */
export interface MoveFacts {
  mover: Mover;
  /** The shop's day on which it is done, `YYYY-MM-DD`. */
  day: string;
  wrench: MoveWrench | null;
  picture: Pick<PhotoData, 'photoId' | 'sha256'> | null;
  /** Where a helper was called from. */
  backTo: EntryData['clock.on']['backTo'];
  /** The shop's smallest cut of a coil, in turns. */
  coilStepTurns: number;
  /** Who may do what alone; absent where nobody is asked: on a practice car, and for what waited on its device. */
  alone?: Alone;
  /** The person's clock was started elsewhere since. */
  overlaps: boolean;
}
export interface Made<Answer> {
  entries: MoveEntry[];
  answer: Answer;
}
type Move<N extends OfflineName> = (
  state: OrderState,
  input: InputOf<N>,
  facts: MoveFacts,
) => Made<AnswerOf<N>>;

/** The order with the job that runs on it. @throws Refusal when none does */
export function runningJob(state: OrderState): MovingOrder {
  const { document, run } = state;
  if (!run || !document)
    throw new Refusal('no-run', 'The work on this order has not been started.', 'orderId');
  return { state, document, run };
}

/** What the entry says: an input without the order it is for. */
const dataOf = <I extends { orderId: string }>({ orderId: _, ...data }: I) => data;

const MOVES: { [N in OfflineName]: Move<N> } = {
  'step.done': (state, input, { mover, alone }) => ({
    entries: stepDoneMove(runningJob(state), input, mover, alone),
    answer: { entryId: mover.commandId },
  }),
  'figure.record': (state, input, { mover }) => ({
    entries: figuresMove(runningJob(state), input),
    answer: { entryId: mover.commandId },
  }),
  'try.record': (state, input, { mover }) => ({
    entries: tryMove(runningJob(state), input),
    answer: { entryId: mover.commandId },
  }),
  'room.made': (state, input, { mover }) => ({
    entries: roomMove(runningJob(state), input),
    answer: { entryId: mover.commandId },
  }),
  'compare.record': (state, input, { mover }) => ({
    entries: compareMove(state, dataOf(input)),
    answer: { entryId: mover.commandId },
  }),
  'cut.record': (state, input, { coilStepTurns }) => ({
    entries: cutMove(runningJob(state), input, coilStepTurns),
    answer: { turnsSoFar: turnsCut(state.cuts, input.corner) + input.turns },
  }),
  'support.set': (state, input, { mover }) => {
    const entries = supportMove(runningJob(state), input, mover);
    const [move] = entries;
    return { entries, answer: { step: move?.kind === 'step.done' ? move.data.stepId : null } };
  },
  'torque.record': (state, input, { wrench, day }) => {
    const { entry, answer } = torqueMove(runningJob(state), input, wrench, day);
    return { entries: [entry], answer };
  },
  'heights.record': (state, { confirmed, ...input }, { mover }) => ({
    entries: heightsMove(state, dataOf(input), confirmed, mover.personId),
    answer: { entryId: mover.commandId },
  }),
  'clock.on': (state, { stepId, helperId }, { mover, backTo, overlaps }) => ({
    entries: clockOnMove(state, { stepId, helperId, backTo, overlaps }, mover),
    answer: { clockId: mover.commandId },
  }),
  'clock.off': (state, { reason }, { mover }) => ({
    entries: clockOffMove(state, reason, mover),
    answer: {},
  }),
  'photo.bind': (state, { orderId: _, photoId: _id, uploadHash: _hash, ...binding }, { picture }) => ({
    entries: photoMove(state, binding, picture),
    answer: {},
  }),
  'also.open': (state, input, { mover }) => ({
    entries: alsoOpenedMove(runningJob(state), input, mover),
    answer: { entryId: mover.commandId },
  }),
  'stuck.begin': (state, input, { mover }) => ({
    entries: stuckMove(runningJob(state), input, mover),
    answer: { stuckId: mover.commandId },
  }),
  'stuck.end': (state, input) => ({ entries: stuckEndMove(runningJob(state).state, input), answer: {} }),
  'finding.record': (state, input, { mover }) => ({
    entries: findingMove(state, input, mover),
    answer: { findingId: mover.commandId },
  }),
  'watch.add': (_, input, { mover }) => ({
    entries: watchMove(dataOf(input), mover),
    answer: { watchId: mover.commandId },
  }),
  'setting.record': (_, input) => ({ entries: [{ kind: 'setting', data: dataOf(input) }], answer: {} }),
};

/** Moves that open, close, raise or lower something. */
export const MOVES_THE_CAR: ReadonlySet<string> = new Set<OfflineName>([
  'step.done',
  'support.set',
  'also.open',
]);

/** What a command makes of an order as it stands. @throws Refusal just as the server does, as far as the facts go */
export const makeMove = <N extends OfflineName>(
  name: N,
  state: OrderState,
  input: InputOf<N>,
  facts: MoveFacts,
): Made<AnswerOf<N>> => MOVES[name](state, input, facts);
