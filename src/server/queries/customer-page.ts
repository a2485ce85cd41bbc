import 'server-only';
import type { ClosingHole } from '@/core/ledger/closing';
import { isClosed, isJob } from '@/core/ledger/order-state';
import { markNow, tapeOf, type TapeMarkId } from '@/core/ledger/tape';
import { shopDay } from '@/core/units/shop-time';
import { now } from '../clock';
import { db } from '../database';
import { handoffPdf, packetToShow } from '../documents/handoff-pdf';
import { holesOf } from '../handoff-ready';
import { openComeBacks } from './come-backs';
import { type OrderFile, readOrderFile } from './order';

/** Where the car is, as its owner would say it. */
const STANDING: Record<TapeMarkId, string> = {
  intake: 'It has just come in.',
  'look-over': 'It is being looked over.',
  heights: 'It is being measured.',
  plan: 'Its plan is being made.',
  parts: 'Its parts are on their way.',
  'take-down': 'It is being taken down.',
  fit: 'Its parts are being fitted.',
  'on-weight': 'It stands on its wheels again and gets its last torque.',
  settle: 'It is settling, and is measured.',
  align: 'It is on its way to the alignment rack.',
  road: 'It is being driven.',
  'hand-over': 'It is ready to be handed over.',
};

function standing(file: OrderFile, holes: ClosingHole[]): string {
  if (isClosed(file.state)) return isJob(file.state) ? 'It has been handed over.' : 'This visit is closed.';
  if (file.state.parts.holds.some((hold) => hold.end === null)) return 'It waits for a part.';
  const mark = markNow(tapeOf(file.state));
  if (mark === 'hand-over' && holes.length) return 'It is nearly ready.';
  return mark ? STANDING[mark] : STANDING['hand-over'];
}

/** The handoff as a PDF, as the page shows it: of unfinished work there is none yet. */
export async function customerPdf(orderId: string): ReturnType<typeof handoffPdf> {
  return (await customerPage(orderId)).packet ? handoffPdf(orderId) : null;
}

/** A word after months is asked from this many days before it is due. */
const ASK_AHEAD_DAYS = 30;

/** Everything a customer's page shows of its order. */
export async function customerPage(orderId: string) {
  const file = (await readOrderFile(db(), orderId))!;
  const { state } = file;
  const closed = isClosed(state);
  const job = isJob(state);
  const holes = closed ? [] : await holesOf(db(), { id: orderId, vehicleId: file.vehicle.id, state });
  const quote = state.quotes[state.quotes.length - 1] ?? null;
  const comeBacks = closed ? await openComeBacks(db(), shopDay(now(), file.shop.timeZone), orderId) : [];
  return {
    file,
    closed,
    job,
    standing: standing(file, holes),
    offers: closed ? [] : state.offers.filter((offer) => offer.answer === null),
    answered: state.offers.filter((offer) => offer.answer !== null),
    quote: !closed && quote && !quote.answer ? quote : null,
    readyToSign: job && !closed && holes.length === 0,
    packet: job && (closed || holes.length === 0) ? await packetToShow(orderId) : null,
    comeBacks: comeBacks.filter((one) => one.kind !== 'check-in'),
    wantsCheckIn: comeBacks.some(
      (one) => one.kind === 'check-in' && one.daysLeft !== null && one.daysLeft <= ASK_AHEAD_DAYS,
    ),
    wishes: state.after.wishes,
  };
}
