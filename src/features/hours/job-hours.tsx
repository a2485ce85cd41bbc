import { Nothing } from '@/ui/states';
import { Link } from '@/ui/link';
import { hoursText } from '@/core/units/money';
import type { RunningJob } from '@/server/queries/hours';

/** Clocked against the book of what is done, as two bars on one ruler. */
function AgainstBook({ clocked, book, most }: { clocked: number; book: number; most: number }) {
  const width = (minutes: number) => `${Math.max(0.5, (minutes / most) * 100)}%`;
  return (
    <div
      role="img"
      aria-label={`${hoursText(clocked)} clocked, ${hoursText(book)} by the book`}
      className="grid gap-1 py-1"
    >
      <div className="h-3 bg-pen" style={{ width: width(clocked) }} />
      <div className="h-3 border border-dashed border-predicted" style={{ width: width(book) }} />
    </div>
  );
}

/** Each running job: where it stands against its book, what stuck, and what the customer would be told. */
export function JobHours({ jobs }: { jobs: RunningJob[] }) {
  if (!jobs.length) return <Nothing>No work has been started on any car here.</Nothing>;
  const most = Math.max(60, ...jobs.map(({ times }) => Math.max(times.clocked, times.bookDone)));
  return (
    <>
      <p className="flex gap-6 py-2 text-sm text-soft">
        <span>
          <span className="mr-2 inline-block h-3 w-8 bg-pen align-[-1px]" />
          clocked
        </span>
        <span>
          <span className="mr-2 inline-block h-3 w-8 border border-dashed border-predicted align-[-1px]" />
          by the book, of what is done
        </span>
      </p>
      <ul>
        {jobs.map((job) => (
          <li key={job.orderId} className="border-t border-rule py-3">
            <div className="flex items-baseline justify-between gap-4">
              <Link href={`/orders/${job.orderId}`} className="font-semibold">
                {job.orderNumber} · {job.car}
              </Link>
              <span className="figure whitespace-nowrap">
                {hoursText(job.times.clocked)} of {hoursText(job.times.bookDone)}
              </span>
            </div>
            <AgainstBook clocked={job.times.clocked} book={job.times.bookDone} most={most} />
            {job.words && <p className="font-medium first-letter:uppercase">{job.words}.</p>}
            {job.stuck.length > 0 && (
              <ul className="mt-1 grid gap-1">
                {job.stuck.map((one) => (
                  <li key={one.name} className="flex items-center gap-3">
                    {one.photoId && (
                      // eslint-disable-next-line @next/next/no-img-element -- our own photo route, thumbnail there
                      <img
                        src={`/api/photos/${one.photoId}?size=small`}
                        alt={`${one.name}, ${one.what}`}
                        className="h-14 w-20 border border-rule object-cover"
                      />
                    )}
                    <span>
                      {one.name}, {one.what}: {Math.round(one.minutes)} min
                      {one.how ? `, then ${one.how}` : ', still stuck'}
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
