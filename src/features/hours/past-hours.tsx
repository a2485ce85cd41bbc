import { Link } from '@/ui/link';
import { hoursText } from '@/core/units/money';
import { shopMoment } from '@/core/units/shop-time';
import type { HoursBook } from '@/server/queries/hours-book';

const timesText = (times: number) => (times === 1 ? 'once' : `${times} times`);

/** Clocked over book, on a ruler whose middle is the book: left of it is quicker, right of it slower. */
function OverBook({ ratio }: { ratio: number }) {
  const at = Math.max(-1, Math.min(1, Math.log(ratio) / Math.log(2)));
  return (
    <svg
      viewBox="0 0 120 14"
      className="h-3.5 w-28"
      role="img"
      aria-label={`${ratio.toFixed(2)} times the book`}
    >
      <line x1={0} x2={120} y1={12} y2={12} stroke="var(--rule)" />
      <line x1={60} x2={60} y1={0} y2={14} stroke="var(--predicted)" strokeDasharray="2 2" />
      <rect
        x={at < 0 ? 60 + at * 60 : 60}
        y={3}
        width={Math.max(1.5, Math.abs(at) * 60)}
        height={7}
        fill={ratio > 1.1 ? 'var(--danger)' : 'var(--ink)'}
      />
    </svg>
  );
}

const HEAD = 'border-b border-ink pb-1';

/** The hours behind us: whose, why clocks stopped, jobs and steps against their book. */
export function PastHours({
  book,
  timeZone,
  jobsShown = 25,
}: {
  book: HoursBook;
  timeZone: string;
  jobsShown?: number;
}) {
  const all = book.jobs.reduce(
    (sum, job) => ({ book: sum.book + job.book, actual: sum.actual + job.actual }),
    {
      book: 0,
      actual: 0,
    },
  );
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,7fr)_minmax(0,4fr)]">
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
        <ul>
          {book.jobs.slice(0, jobsShown).map((job) => (
            <li
              key={job.orderId}
              className="grid grid-cols-[minmax(0,1fr)_auto_7.5rem] items-center gap-4 border-b border-rule py-1.5"
            >
              <span className="min-w-0">
                <Link href={`/orders/${job.orderId}`} className="font-semibold">
                  {job.number}
                </Link>{' '}
                {job.car}
                <span className="text-soft">
                  {' '}
                  {[
                    shopMoment(job.closedAt, timeZone).replace(/^\w+ /, '').split(',')[0],
                    job.rusty && 'rusty',
                    job.firstTime && 'first of its kind here',
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </span>
              <span className="figure whitespace-nowrap">
                {hoursText(job.actual)} of {hoursText(job.book)}
              </span>
              <OverBook ratio={job.actual / Math.max(1, job.book)} />
            </li>
          ))}
        </ul>
        {book.jobs.length > jobsShown && (
          <p className="pt-2 text-soft">{book.jobs.length - jobsShown} more are in the file.</p>
        )}
      </section>
      <div className="grid content-start gap-8">
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
