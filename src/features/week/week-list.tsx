'use client';

import { Link } from '@/ui/link';
import type { WorkCalendar } from '@/core/schedule/calendar';
import type { WeekProblem } from '@/core/schedule/types';
import type { WeekJobFacts } from '@/server/week/week-file';
import type { WeighedPlan } from '@/workers/week.worker';
import { describeChance, mainReason, whenText } from './week-words';

const KINDS = { job: '', visit: 'come-back', 'come-back': 'comes back', rush: 'rush' } as const;

/** How likely a promise holds, as a row of ten marks: as many filled as tens of a hundred. */
function Chance({ share }: { share: number }) {
  const filled = Math.round(share * 10);
  return (
    <span className="inline-flex items-center gap-2 whitespace-nowrap">
      <svg viewBox="0 0 82 12" className="h-3 w-20" aria-hidden>
        {Array.from({ length: 10 }, (_, index) => (
          <rect
            key={index}
            x={index * 8 + 1}
            y={1}
            width={5}
            height={10}
            fill={index < filled ? 'var(--ink)' : 'none'}
            stroke="var(--ink)"
            strokeWidth={1}
          />
        ))}
      </svg>
      <span className={share < 0.5 ? 'font-semibold text-danger' : ''}>{describeChance(share)}</span>
    </span>
  );
}

/** Each job of the week in the order it is done: when, against what promise, how surely, and what holds it up. */
export function WeekList({
  problem,
  week,
  calendar,
  jobs,
  chosen,
  onChoose,
}: {
  problem: WeekProblem;
  week: WeighedPlan;
  calendar: WorkCalendar;
  jobs: Record<string, WeekJobFacts>;
  chosen: string | null;
  onChoose: (jobId: string) => void;
}) {
  const { plan, chances } = week;
  /** What misses its promise stands first, the worst leading. */
  const lateBy = ({ id, promise }: WeekProblem['jobs'][number]) =>
    promise === null ? 0 : Math.max(0, (plan.ends[id] ?? 0) - promise);
  const rows = problem.jobs
    .map((job) => ({ job, placed: plan.placed.filter((one) => one.jobId === job.id) }))
    .filter((row) => row.placed.length)
    .sort((a, b) => lateBy(b.job) - lateBy(a.job) || a.placed[0]!.start - b.placed[0]!.start);
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Jobs of the week">
      <table className="w-full min-w-184 text-left">
        <thead>
          <tr className="border-b border-ink">
            {['Car', 'Begins', 'Likely finish, 4 of 5 jobs make it', 'Promised', 'Promise holds'].map(
              (head) => (
                <th key={head} className="py-1.5 pr-4">
                  {head}
                </th>
              ),
            )}
          </tr>
        </thead>
        {rows.map(({ job, placed }) => {
          const facts = jobs[job.id]!;
          const end = plan.ends[job.id]!;
          const late = job.promise !== null && end > job.promise;
          const reason = mainReason(placed, problem);
          const holds = chances[job.id]?.holds ?? null;
          return (
            <tbody key={job.id} className={`border-b border-rule ${chosen === job.id ? 'bg-hair' : ''}`}>
              <tr className="align-baseline">
                <td className="pt-1 pr-4 whitespace-nowrap">
                  <button
                    type="button"
                    className="line cursor-pointer text-left font-semibold underline-offset-4 hover:underline"
                    aria-pressed={chosen === job.id}
                    onClick={() => onChoose(job.id)}
                  >
                    {facts.number ? `${facts.number} · ` : ''}
                    {facts.car.split(',')[0]}
                  </button>
                </td>
                <td className="figure pr-4 whitespace-nowrap">{whenText(calendar, placed[0]!.start)}</td>
                <td className={`figure pr-4 whitespace-nowrap ${late ? 'font-semibold text-danger' : ''}`}>
                  {whenText(calendar, end, true)}
                </td>
                <td className="figure pr-4 whitespace-nowrap">
                  {job.promise === null ? (
                    <span className="text-soft">nothing</span>
                  ) : (
                    whenText(calendar, job.promise, true)
                  )}
                </td>
                <td>
                  {holds === null ? <span className="text-soft">no promise</span> : <Chance share={holds} />}
                </td>
              </tr>
              <tr>
                <td colSpan={5} className="pb-2 text-soft">
                  {[KINDS[facts.kind], facts.customer, reason].filter(Boolean).join(' · ')}
                  {facts.orderId && (
                    <>
                      {' · '}
                      <Link href={`/orders/${facts.orderId}`}>its order</Link>
                    </>
                  )}
                </td>
              </tr>
            </tbody>
          );
        })}
      </table>
    </div>
  );
}
