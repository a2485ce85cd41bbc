import 'server-only';
import { standsOf } from '@/core/ledger/extras';
import { trialsAsked } from '@/core/ledger/trial';
import { isClosed, isJob, latestPlan, planAnswer } from '@/core/ledger/order-state';
import { shopDay } from '@/core/units/shop-time';
import { now } from '../clock';
import { db } from '../database';
import { handoffPdf, packetToShow } from '../documents/handoff-pdf';
import { blockersOnTheCar } from '../handoff-ready';
import { openComeBacks } from './come-backs';
import { readOrderFile } from './order';

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
  const holes = closed
    ? []
    : await blockersOnTheCar(db(), { id: orderId, vehicleId: file.vehicle.id, state });
  const quote = state.quotes[state.quotes.length - 1] ?? null;
  const comeBacks = closed ? await openComeBacks(db(), shopDay(now(), file.shop.timeZone), orderId) : [];
  return {
    file,
    closed,
    job,
    blocked: holes.length > 0,
    offers: closed ? [] : state.offers.filter((offer) => offer.answer === null),
    trials: closed ? [] : trialsAsked(state),
    answered: state.offers
      .filter((offer) => offer.answer !== null)
      .map((offer) => ({ ...offer, stands: standsOf(state, offer) })),
    // What was said yes to stays readable; a no is not asked again.
    quote: quote && (quote.answer ? quote.answer.data.yes : !closed) ? quote : null,
    refused: quote?.answer && !quote.answer.data.yes ? quote.answer : null,
    /** The plan its quote was written for, with its picture. */
    plan: state.plans.find((plan) => plan.data.version === quote?.entry.data.planVersion)?.data ?? null,
    /** The version of the plan that the same yes speaks of; null where it is answered, or another one. */
    planAsked:
      !state.run && !planAnswer(state) && latestPlan(state)?.data.version === quote?.entry.data.planVersion
        ? (quote?.entry.data.planVersion ?? null)
        : null,
    readyToSign: job && !closed && holes.length === 0,
    packet: job && !state.cancelled && (closed || holes.length === 0) ? await packetToShow(orderId) : null,
    comeBacks: comeBacks.filter((one) => one.kind !== 'check-in'),
    wantsCheckIn: comeBacks.some(
      (one) => one.kind === 'check-in' && one.daysLeft !== null && one.daysLeft <= ASK_AHEAD_DAYS,
    ),
    wishes: state.after.wishes,
  };
}
