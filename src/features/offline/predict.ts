import type { AnswerOf, InputOf, OfflineName } from '@/contracts/commands';
import { type Made, type MoveFacts, makeMove } from '@/contracts/moves';
import type { Entry } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import type { MoveEntry, Mover } from '@/core/moves/move';
import { shopDay } from '@/core/units/shop-time';
import type { BayBundle } from '../bay/bay-bundle';

/** What a tablet knows of a move that it keeps. */
export interface Kept {
  bundle: BayBundle;
  state: OrderState;
  mover: Mover;
  at: string;
  /** Entries that wait on this device already. */
  waiting: number;
}

/** What the tablet has beside the order: the shop's wrenches, its day, and a picture by its bytes until it has an id. */
function factsOf<N extends OfflineName>(input: InputOf<N>, { bundle, mover, at }: Kept): MoveFacts {
  const { wrenchId, uploadHash } = { wrenchId: null, uploadHash: null, ...input } as {
    wrenchId: string | null;
    uploadHash: string | null;
  };
  const wrench = bundle.wrenches.find((one) => one.id === wrenchId);
  return {
    mover,
    day: shopDay(at, bundle.timeZone),
    wrench: wrench ? { ...wrench, outReason: wrench.out } : null,
    picture: uploadHash ? { photoId: mover.commandId, sha256: uploadHash } : null,
    backTo: null,
    overlaps: false,
    coilStepTurns: bundle.coilStepTurns,
    alone: bundle.alone,
  };
}

const entryOf = (move: MoveEntry, index: number, { bundle, mover, at, waiting }: Kept) =>
  ({
    ...move,
    id: index ? `${mover.commandId}.${index + 1}` : mover.commandId,
    chain: bundle.orderId,
    seq: bundle.entries[bundle.entries.length - 1]!.seq + waiting + index + 1,
    at,
    receivedAt: at,
    personId: mover.personId,
    deviceId: mover.deviceId,
    deviceSeq: 0,
    corrects: null,
    why: null,
  }) as Entry;

/**
 * What a command given without network makes of the record as it was last known here.
 * @throws Refusal just as the server would, as far as this device can know
 */
export function predictEntries<N extends OfflineName>(
  name: N,
  input: InputOf<N>,
  kept: Kept,
): { entries: Entry[]; answer: AnswerOf<N> } {
  const made: Made<AnswerOf<N>> = makeMove(name, kept.state, input, factsOf(input, kept));
  return { entries: made.entries.map((move, index) => entryOf(move, index, kept)), answer: made.answer };
}
