import { Refusal } from '@/core/calc/calculator';
import type { Entry, HeightsData, StopReason } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import { heightsMove } from '@/core/moves/heights';
import type { MoveEntry, Mover } from '@/core/moves/move';
import { findingMove, stuckEndMove, stuckMove, watchMove } from '@/core/moves/noted';
import type { OfflineCommand } from '@/core/moves/offline';
import { stepDoneMove } from '@/core/moves/step-done';
import { supportMove } from '@/core/moves/support';
import { PLAIN_TORQUE, type TorqueInput, torqueMove } from '@/core/moves/torque';
import { shopDay } from '@/core/units/shop-time';
import type { BayBundle } from '../bay/bay-bundle';

type Input = Record<string, unknown> & { orderId?: string };
interface Asked {
  bundle: BayBundle;
  state: OrderState;
  input: Input;
  mover: Mover;
  at: string;
  /** Entries that wait on this device already. */
  waiting: number;
}

function wrenchOf({ bundle, input }: Asked) {
  const wrench = bundle.wrenches.find((one) => one.id === input.wrenchId);
  return wrench ? { ...wrench, outReason: wrench.out } : null;
}

function ownClock({ state, mover }: Asked) {
  return state.clocks.find((span) => span.personId === mover.personId && span.to === null);
}

const cast = <T>(value: unknown) => value as T;
/** A note as it is kept where nobody took a picture with it. */
const noted = <T>(input: Record<string, unknown>) => ({ photoId: null, ...input }) as T;

/** What each command that may be given without network makes of the record. The same moves the server makes. */
const PREDICTED: Record<OfflineCommand, (asked: Asked) => MoveEntry[]> = {
  'step.done': ({ bundle, state, input, mover }) =>
    stepDoneMove({ state, document: bundle.document, run: state.run! }, cast(input), mover),
  'support.set': ({ bundle, state, input, mover }) =>
    supportMove({ state, document: bundle.document, run: state.run! }, cast(input), mover),
  'torque.record': (asked) => {
    const { bundle, state, input, at } = asked;
    const torque = { ...PLAIN_TORQUE, ...cast<TorqueInput>(input) };
    const order = { state, document: bundle.document, run: state.run! };
    return [torqueMove(order, torque, wrenchOf(asked), shopDay(at, bundle.timeZone)).entry];
  },
  'heights.record': ({ state, input: { orderId: _, ...data } }) =>
    heightsMove(state, cast<HeightsData>(data)),
  'clock.on': (asked) => {
    const { mover, input } = asked;
    if (input.helperId) throw new Refusal('network', 'Calling a helper over needs the network.', 'helperId');
    const running = ownClock(asked);
    return [
      ...(running ? [clockOff(running.clockId, mover.personId, 'another job')] : []),
      {
        kind: 'clock.on',
        data: {
          clockId: mover.commandId,
          personId: mover.personId,
          stepId: cast<string | null>(input.stepId),
        },
      },
    ];
  },
  'clock.off': (asked) => {
    const running = ownClock(asked);
    if (!running) throw new Refusal('no-clock', 'Your clock is not running.', 'reason');
    return [clockOff(running.clockId, asked.mover.personId, cast<StopReason>(asked.input.reason))];
  },
  'photo.bind': ({ input, mover }) => [
    {
      kind: 'photo',
      data: {
        photoId: mover.commandId,
        sha256: cast<string>(input.uploadHash),
        stepId: cast<string | null>(input.stepId ?? null),
        corner: cast(input.corner ?? null),
        fastenerId: cast<string | null>(input.fastenerId ?? null),
        occasion: cast<string | null>(input.occasion ?? null),
        caption: cast<string>(input.caption ?? ''),
        shot: cast<string | null>(input.shot ?? null),
      },
    },
  ],
  'stuck.begin': ({ bundle, state, input, mover }) =>
    stuckMove({ state, document: bundle.document, run: state.run! }, noted(input), mover),
  'stuck.end': ({ state, input }) => stuckEndMove(state, cast(input)),
  'finding.record': ({ state, input, mover }) => findingMove(state, noted({ text: '', ...input }), mover),
  'watch.add': ({ input: { orderId: _, ...data }, mover }) =>
    watchMove(noted({ byDay: null, byDistance: null, ...data }), mover),
  'setting.record': ({ input: { orderId: _, ...data } }) => [{ kind: 'setting', data: cast(data) }],
};

const clockOff = (clockId: string, personId: string, reason: StopReason): MoveEntry => ({
  kind: 'clock.off',
  data: { clockId, personId, reason },
});

/**
 * What a command given without network makes of the record as it was last known here.
 * @throws Refusal just as the server would, as far as this device can know
 */
export function predictEntries(name: OfflineCommand, asked: Asked): Entry[] {
  const { bundle, mover, at, waiting } = asked;
  const count = bundle.entries[bundle.entries.length - 1]!.seq + waiting;
  return PREDICTED[name](asked).map(
    (move, index) =>
      ({
        ...move,
        id: index ? `${mover.commandId}.${index + 1}` : mover.commandId,
        chain: bundle.orderId,
        seq: count + index + 1,
        at,
        receivedAt: at,
        personId: mover.personId,
        deviceId: mover.deviceId,
        deviceSeq: 0,
        corrects: null,
        why: null,
      }) as Entry,
  );
}
