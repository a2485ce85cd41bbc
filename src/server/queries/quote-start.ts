import 'server-only';
import { type SmallPart, addedUp } from '@/core/procedure/small-parts';
import { latestPlan, promisedFor } from '@/core/ledger/order-state';
import { db } from '../database';
import { bookOfPlan, expectedLabor } from './labor';
import type { OrderFile } from './order';

const UNKNOWN = 'Rust: a bolt that shears is charged by the hour, asked first.';

/** Where the hours of a quote can come from, and why they differ. */
export interface HoursTold {
  what: string;
  minutes: number;
  why: string;
}

export interface QuoteStart {
  lines: { text: string; cents: number; minutes: number }[];
  depositCents: number | null;
  promisedFor: string | null;
  unknown: string;
  told: HoursTold[];
  /** Pins, plugs and hardware used once that the procedures of the plan count. */
  small: SmallPart[];
}

/**
 * What a quote begins from: the last one, with what was said yes to since; or the plan. The hours of a plan are those of the
 * procedures it asks for; the parts' own minutes stand in where the library has none for them.
 * @param anew begin from the plan though there is a quote
 */
export async function quoteStart(file: OrderFile, anew: boolean): Promise<QuoteStart> {
  const { state } = file;
  const plan = latestPlan(state)?.data;
  const last = state.quotes[state.quotes.length - 1]?.entry.data;
  const book = await bookOfPlan(db(), state, file.vehicle);
  const bookMinutes = book.reduce((sum, one) => sum + one.minutes, 0);
  const partMinutes = plan?.minutes ?? 0;
  const planned = [
    ...(plan?.parts ?? []).map((part) => ({
      text: part.name,
      cents: part.cost,
      minutes: bookMinutes ? 0 : part.minutes,
    })),
    ...book.map(({ title, minutes }) => ({ text: `Work: ${title}`, cents: 0, minutes })),
  ];
  const before = last && !anew ? last : null;
  const begun = before ? before.lines : planned;
  const extras = state.offers
    .filter((offer) => offer.answer?.data.yes && !offer.back)
    .map((offer) => ({
      text: offer.entry.data.text,
      cents: offer.entry.data.cents,
      minutes: offer.entry.data.minutes ?? 0,
    }))
    .filter((extra) => !begun.some((line) => line.text === extra.text));
  const lines = [...begun, ...extras];
  const quoted = lines.reduce((sum, line) => sum + line.minutes, 0);
  const asked = bookMinutes || partMinutes;
  const told: HoursTold[] = [];
  if (partMinutes)
    told.push({
      what: 'The parts of the plan, by the catalog',
      minutes: partMinutes,
      why: 'Each part’s own minutes: nothing of getting to it, of torque, heights or road. Used only where no procedure is known.',
    });
  if (bookMinutes)
    told.push({
      what: 'The procedures the plan asks for, by the book',
      minutes: bookMinutes,
      why: `${book.map((one) => one.title).join('; ')}. Every step, from look-over to handing over.`,
    });
  if (asked) {
    const labor = await expectedLabor(db(), state, file.vehicle.platform, asked);
    told.push({
      what: 'This shop’s past, likely',
      minutes: labor.p50,
      why: labor.jobs
        ? `${labor.jobs} finished jobs, ${labor.from}, took ${labor.ratio.toFixed(2)} of the book; four of five stay within ${(labor.p80 / 60).toFixed(1)} h.`
        : 'No finished jobs yet: the book, and a range around it.',
    });
  }
  if (state.document)
    told.push({
      what: 'The steps of the work under way',
      minutes: state.document.steps.reduce((sum, step) => sum + step.minutes, 0),
      why: 'As it was started, with the ways chosen and what was added since.',
    });
  if (last)
    told.push({
      what: `Quote ${last.version}, likely`,
      minutes: last.hours.p50,
      why: `From ${(last.lines.reduce((sum, line) => sum + line.minutes, 0) / 60).toFixed(1)} h on its lines, by this shop’s past of then.`,
    });
  if (asked && quoted && Math.abs(quoted - asked) > 1)
    told.push({
      what: 'The lines as they begin here',
      minutes: quoted,
      why: 'Not what the plan asks for: the minutes were changed, or the plan was.',
    });
  return {
    lines: lines.length ? lines : [{ text: '', cents: 0, minutes: 60 }],
    depositCents: before?.depositCents || null,
    promisedFor: before ? before.promisedFor : promisedFor(state),
    unknown: before ? before.unknown : UNKNOWN,
    told,
    small: addedUp(book.map((one) => one.small)),
  };
}
