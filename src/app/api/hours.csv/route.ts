import { csvText } from '@/core/formats/csv';
import { addDays } from '@/core/schedule/calendar';
import { fromShopTime } from '@/core/units/shop-time';
import { db } from '@/server/database';
import { actorOrAnswer, answerErrors } from '@/server/http';
import { clockRows, readHoursBook } from '@/server/queries/hours-book';
import { readShop } from '@/server/queries/shop';

const DAY = /^\d{4}-\d\d-\d\d$/;
const tenth = (minutes: number) => Math.round(minutes * 10) / 10;

/** Hours as CSV: every clock, finished jobs against their book, or steps against theirs. */
export async function GET(request: Request) {
  const actor = await actorOrAnswer();
  if (actor instanceof Response) return actor;
  const ask = new URL(request.url).searchParams;
  const [from, to, what] = [ask.get('from') ?? '', ask.get('to') ?? '', ask.get('what') ?? 'clocks'];
  if (!DAY.test(from) || !DAY.test(to))
    return answerErrors(400, [{ field: 'from', code: 'day', message: 'Choose both days.' }]);
  const { timeZone } = await readShop(db());
  const span = [
    new Date(fromShopTime(`${from}T00:00`, timeZone)),
    new Date(fromShopTime(`${addDays(to, 1)}T00:00`, timeZone)),
  ] as const;
  let csv: string;
  if (what === 'clocks') {
    csv = csvText(
      ['person', 'job', 'car', 'step', 'from', 'to', 'minutes', 'stopped because'],
      (await clockRows(db(), ...span)).map((row) => [
        row.person,
        row.number,
        row.car,
        row.stepId ?? '',
        row.from,
        row.to ?? '',
        row.minutes === null ? '' : tenth(row.minutes),
        row.reason ?? '',
      ]),
    );
  } else {
    const book = await readHoursBook(db(), ...span);
    csv =
      what === 'jobs'
        ? csvText(
            [
              'job',
              'car',
              'procedures',
              'closed',
              'book minutes',
              'clocked minutes',
              'ratio',
              'rusty',
              'first time',
            ],
            book.jobs.map((job) => [
              job.number,
              job.car,
              job.procedures,
              job.closedAt,
              job.book,
              job.actual,
              Math.round((job.actual / job.book) * 100) / 100,
              job.rusty ? 'yes' : 'no',
              job.firstTime ? 'yes' : 'no',
            ]),
          )
        : csvText(
            ['step', 'times', 'book minutes', 'mean minutes'],
            book.steps.map((step) => [step.words, step.times, tenth(step.book), tenth(step.actual)]),
          );
  }
  return new Response(csv, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': `attachment; filename="hours-${what}-${from}-${to}.csv"`,
      'Cache-Control': 'no-store',
    },
  });
}
