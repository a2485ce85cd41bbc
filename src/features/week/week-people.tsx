import { type WorkCalendar, fromAxis } from '@/core/schedule/calendar';
import type { WeekPlan, WeekProblem } from '@/core/schedule/types';
import { shopClock, shortDay } from '@/core/units/shop-time';
import type { WeekJobFacts } from '@/server/week/week-file';
import { carWords, endClock } from './week-words';

interface Line {
  start: number;
  end: number;
  words: string;
  car: string;
  place: string;
  jobId: string;
}

/** What each person does, day by day: the list for a pocket. Whoever helps finds that too. */
export function WeekPeople({
  problem,
  plan,
  calendar,
  jobs,
  days,
}: {
  problem: WeekProblem;
  plan: WeekPlan;
  calendar: WorkCalendar;
  jobs: Record<string, WeekJobFacts>;
  /** How many days of it are shown. */
  days: number;
}) {
  const phaseOf = (jobId: string, phaseId: string) =>
    problem.jobs.find(({ id }) => id === jobId)!.phases.find(({ id }) => id === phaseId)!;
  const clock = (minute: number) => shopClock(fromAxis(calendar, minute), calendar.timeZone);
  const people = problem.techs.map((tech) => {
    const lines: Line[] = plan.placed.flatMap((placed) => {
      const helps = placed.helperId === tech.id;
      if (placed.techId !== tech.id && !helps) return [];
      const phase = phaseOf(placed.jobId, placed.phaseId);
      return [
        {
          start: placed.start,
          end: helps ? placed.start + phase.helperMinutes : placed.end,
          words: helps ? `Helps: ${phase.name.toLowerCase()}` : phase.name,
          car: carWords(jobs[placed.jobId]),
          place: problem.places.find(({ id }) => id === placed.placeId)?.name ?? 'on the road',
          jobId: placed.jobId,
        },
      ];
    });
    return { tech, lines: lines.sort((a, b) => a.start - b.start) };
  });
  return (
    <ul className="grid gap-x-8 gap-y-5 md:grid-cols-2 xl:grid-cols-4" aria-label="The week, by person">
      {people.map(({ tech, lines }) => (
        <li key={tech.id} className="min-w-0">
          <h3 className="border-b-2 border-ink pb-1">{tech.name}</h3>
          {Array.from({ length: days }, (_, day) => {
            const own = lines.filter(({ start }) => Math.floor(start / problem.dayMinutes) === day);
            const away = tech.away.includes(day);
            if (!own.length && !away) return null;
            return (
              <section key={day} className="py-1">
                <h4 className="text-soft">{shortDay(calendar.days[day]!)}</h4>
                {away && <p>Away</p>}
                <ul>
                  {own.map((line) => (
                    <li key={`${line.jobId} ${line.start}`} className="border-t border-rule py-1">
                      <span className="figure">
                        {clock(line.start)}–{endClock(calendar, line.start, line.end)}
                      </span>{' '}
                      <strong>{line.car}</strong>
                      <br />
                      <span className="text-soft">
                        {line.words}, {line.place}
                      </span>
                    </li>
                  ))}
                </ul>
              </section>
            );
          })}
          {!lines.length && <p className="py-1 text-soft">Nothing planned</p>}
        </li>
      ))}
    </ul>
  );
}
