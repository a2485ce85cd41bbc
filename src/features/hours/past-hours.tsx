import { hoursText } from '@/core/units/money';
import type { HoursBook } from '@/server/queries/hours-book';
import { JobsTable } from './jobs-table';

const timesText = (times: number) => (times === 1 ? 'once' : `${times} times`);

const HEAD = 'border-b border-ink pb-1';

/** The hours behind us: whose, why clocks stopped, jobs and steps against their book. */
export function PastHours({ book, timeZone }: { book: HoursBook; timeZone: string }) {
  const all = book.jobs.reduce(
    (sum, job) => ({ book: sum.book + job.book, actual: sum.actual + job.actual }),
    {
      book: 0,
      actual: 0,
    },
  );
  return (
    <div className="grid gap-x-10 gap-y-8 *:min-w-0 lg:grid-cols-[minmax(0,7fr)_minmax(0,4fr)]">
      <section>
        <h2 className={HEAD}>Finished jobs, real against the book</h2>
        <p className="py-2">
          {book.jobs.length ? (
            <>
              <strong>{book.jobs.length} jobs</strong>: {hoursText(all.actual)} clocked for{' '}
              {hoursText(all.book)} by the book, {(all.actual / Math.max(1, all.book)).toFixed(2)} times it.
            </>
          ) : (
            'No job was finished in these days.'
          )}
        </p>
        {book.jobs.length > 0 && <JobsTable jobs={book.jobs} timeZone={timeZone} />}
      </section>
      <div className="grid content-start gap-8 *:min-w-0">
        <section>
          <h2 className={HEAD}>By person</h2>
          <ul>
            {book.people.map((one) => (
              <li key={one.person} className="flex justify-between gap-3 border-b border-rule py-1.5">
                <span>
                  <strong>{one.person}</strong> <span className="text-soft">{one.jobs} jobs</span>
                </span>
                <span className="figure">{hoursText(one.minutes)}</span>
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h2 className={HEAD}>Why clocks stopped</h2>
          <ul>
            {book.stops.map((one) => (
              <li key={one.reason} className="flex justify-between gap-3 border-b border-rule py-1.5">
                <span>{one.reason}</span>
                <span className="figure">{timesText(one.times)}</span>
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h2 className={HEAD}>Steps that run over</h2>
          <ul>
            {book.steps.map((step) => (
              <li
                key={step.words}
                className="grid grid-cols-[minmax(0,1fr)_auto] gap-3 border-b border-rule py-1.5"
              >
                <span>
                  {step.words} <span className="text-soft">{timesText(step.times)}</span>
                </span>
                <span className="figure whitespace-nowrap">
                  {Math.round(step.actual)} of {Math.round(step.book)} min
                </span>
              </li>
            ))}
            {!book.steps.length && <li className="py-2 text-soft">None was done five times or more.</li>}
          </ul>
        </section>
      </div>
    </div>
  );
}
