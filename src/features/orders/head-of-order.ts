import { isClosed, isJob, promisedFor } from '@/core/ledger/order-state';
import { jobTimes, describeRunning } from '@/core/ledger/step-times';
import { nextThing } from '@/core/ledger/next-thing';
import { type TapeMark, type TapeMarkId, markNow, tapeOf } from '@/core/ledger/tape';
import { onTrial } from '@/core/ledger/trial';
import { placedName } from '@/core/procedure/engine';
import { odometerText } from '@/core/units/distance';
import { shopDay, shopMoment, shortDay } from '@/core/units/shop-time';
import type { OrderFile } from '@/server/queries/order';

/** What the head of every page of an order says. */
export interface HeadOfOrder {
  orderId: string;
  /** How it is called in a tab. */
  tab: string;
  car: string;
  plate: string;
  number: number;
  /** Whose car it is, its dial, what kind of order, what was promised. */
  line: string;
  /** Where it came from another shop. */
  takenIn: string | null;
  next: { text: string; page: string };
  /** How and when it ended; null while it is open. */
  ended: string | null;
  /** How long the work runs against its time; null where nothing runs. */
  running: string | null;
  marks: TapeMark[];
  /** The first mark that still owes something. */
  here: TapeMarkId | null;
  hasBay: boolean;
  /** A stance is or was on trial. */
  tried: boolean;
  alarms: { key: string; message: string }[];
  /** What stands on every printed sheet. */
  print: { paper: 'a4' | 'letter'; words: string[] };
  /** How many entries its record had when it was read. */
  count: number;
}

/** How an order of a car is called in a tab. */
export const tabOf = ({ label, plate }: OrderFile['vehicle']): string => `${label}, ${plate}`;

export function headOfOrder(file: OrderFile, nowIso: string): HeadOfOrder {
  const { state, vehicle, customer, shop } = file;
  const intake = state.intake!.data;
  const next = nextThing(state);
  const marks = tapeOf(state);
  const end = state.handoffs.at(-1) ?? state.visitClosed ?? state.cancelled;
  const kind =
    intake.orderKind === 'job' ? '' : isJob(state) ? ', next stage' : `, ${intake.orderKind} visit`;
  const promised = promisedFor(state);
  return {
    orderId: file.id,
    tab: tabOf(vehicle),
    car: vehicle.label,
    plate: vehicle.plate,
    number: file.number,
    line: [
      vehicle.plate,
      odometerText(intake.odometer),
      customer.name,
      `order ${file.number}${kind}`,
      promised ? `promised ${shopMoment(promised, shop.timeZone)}` : '',
    ]
      .filter(Boolean)
      .join(' · '),
    takenIn:
      file.takenIn &&
      `This record came from another shop on ${shopMoment(file.takenIn.at, shop.timeZone)}: its first ${file.takenIn.entries} entries were written there.`,
    next: { text: next.text, page: next.page },
    ended: end ? `${next.text} ${shortDay(shopDay(end.at, shop.timeZone))}` : null,
    running:
      state.document && !isClosed(state)
        ? describeRunning(jobTimes(state, nowIso), (id) =>
            placedName(state.document!.fasteners.find((one) => one.id === id) ?? { name: id }),
          )
        : null,
    marks,
    here: markNow(marks),
    hasBay: state.run !== null,
    tried: state.trials.begun.length > 0 || onTrial(state).length > 0,
    alarms: state.alarms.map(({ entryId, message }) => ({ key: entryId + message, message })),
    print: {
      paper: shop.paper,
      words: [
        shop.name,
        vehicle.label,
        vehicle.plate,
        `order ${file.number}`,
        shopMoment(nowIso, shop.timeZone),
      ],
    },
    count: file.entries.at(-1)!.seq,
  };
}
