'use client';

import { type WorkCalendar, fromAxis } from '@/core/schedule/calendar';
import type { PlacedPhase, WeekProblem } from '@/core/schedule/types';
import { shopClock, shortDay } from '@/core/units/shop-time';
import type { WeekFile } from '@/server/week/week-file';
import { useRePlan, useWorkedWeek } from './use-week';
import { carWords, endClock, promisesMissed } from './week-words';

/** Days a wall shows: today's work and the next day's. */
const DAYS = 2;

const clock = (calendar: WorkCalendar, minute: number) =>
  shopClock(fromAxis(calendar, minute), calendar.timeZone);

/** The open days on which something is still to be done, the first of them leading. */
function daysShown({ placed }: { placed: PlacedPhase[] }, dayMinutes: number): number[] {
  const days = placed.map(({ start }) => Math.floor(start / dayMinutes));
  const first = Math.min(...days);
  return Number.isFinite(first) ? Array.from({ length: DAYS }, (_, at) => first + at) : [];
}

function Strip({ placed, file, late }: { placed: PlacedPhase; file: WeekFile; late: boolean }) {
  const { problem, calendar, jobs } = file;
  const phase = problem.jobs
    .find(({ id }) => id === placed.jobId)
    ?.phases.find(({ id }) => id === placed.phaseId);
  const who = [placed.techId, placed.helperId]
    .map((id) => problem.techs.find((tech) => tech.id === id)?.name)
    .filter(Boolean);
  return (
    <li className={`border-t-2 py-2 ${late ? 'border-danger' : 'border-ink'}`}>
      <p className="figure text-xl">
        {clock(calendar, placed.start)}–{endClock(calendar, placed.start, placed.end)}
        {late && <span className="ml-3 font-semibold text-danger">late</span>}
      </p>
      <p className="text-2xl leading-tight font-semibold">{carWords(jobs[placed.jobId])}</p>
      <p className="text-lg text-soft">{[phase?.name, who.join(' and ')].filter(Boolean).join(' · ')}</p>
    </li>
  );
}

function placesOf(problem: WeekProblem): { id: string | null; name: string }[] {
  return [...problem.places.map(({ id, name }) => ({ id, name })), { id: null, name: 'On the road' }];
}

/** Today and the next day by place, to be read across the shop: nothing on it is pressed. */
export function WeekWall({ file }: { file: WeekFile }) {
  const { problem, calendar } = file;
  const { again } = useRePlan(problem, file.agreed);
  const { week } = useWorkedWeek(file.agreed.length ? null : problem, file.agreed);
  const shown = file.agreed.length ? again : week;
  if (!problem.jobs.length) return <p className="text-2xl">Nothing is open and nothing comes back.</p>;
  if (!shown)
    return (
      <p className="py-10 text-2xl" role="status">
        Planning the week…
      </p>
    );
  const { missed, promised } = promisesMissed(problem, shown.plan, shown.chances, calendar);
  const days = daysShown(shown.plan, problem.dayMinutes);
  const lateJobs = new Set(
    problem.jobs
      .filter((job) => job.promise !== null && shown.plan.ends[job.id]! > job.promise)
      .map(({ id }) => id),
  );
  return (
    <div className="grid gap-6">
      <p className="text-3xl font-semibold">
        {missed
          ? `${missed} of ${promised} promises will probably be missed.`
          : 'Every promise will probably be kept.'}
        {!file.agreed.length && <span className="ml-4 font-normal text-soft">Not agreed yet.</span>}
      </p>
      {days.map((day) => (
        <section key={day} aria-label={shortDay(calendar.days[day]!)}>
          <h2 className="border-b-2 border-ink pb-1 text-3xl">{shortDay(calendar.days[day]!)}</h2>
          <div className="grid gap-x-8 gap-y-4 pt-3 md:grid-cols-3 xl:grid-cols-5">
            {placesOf(problem).map(({ id, name }) => {
              const own = shown.plan.placed
                .filter(
                  ({ placeId, start, end }) =>
                    placeId === id &&
                    start < (day + 1) * problem.dayMinutes &&
                    end > day * problem.dayMinutes,
                )
                .sort((a, b) => a.start - b.start);
              return (
                <section key={id ?? 'road'} aria-label={name} className="min-w-0">
                  <h3 className="pb-1 text-2xl">{name}</h3>
                  <ul>
                    {own.map((placed) => (
                      <Strip
                        key={`${placed.jobId} ${placed.phaseId}`}
                        placed={placed}
                        file={file}
                        late={lateJobs.has(placed.jobId)}
                      />
                    ))}
                  </ul>
                  {!own.length && <p className="border-t-2 border-rule py-2 text-lg text-soft">free</p>}
                </section>
              );
            })}
          </div>
        </section>
      ))}
    </div>
  );
}
