import type { WeekPlan } from '@/core/schedule/types';
import type { WeekFile } from '@/server/week/week-file';
import { Fold } from '@/ui/fold';
import type { WeighedPlan, WorkedWeek } from '@/workers/week.worker';
import { lateText, promisesMissed, workText } from './week-words';

/** How the week was worked out, for whoever wants to know: against the rule, and against what no plan can do better. */
function WorkedOut({ plan, anew }: { plan: WeekPlan; anew: WorkedWeek | null }) {
  if (!anew) return <p>Looking at other orders of work…</p>;
  const { rule, bound, proven } = anew;
  const gap = Math.max(0, plan.weighed - bound);
  return (
    <p>
      {plan.late < 1
        ? 'Counted by the time that 4 of 5 such jobs keep, nothing is late.'
        : `Counted by the time that 4 of 5 such jobs keep, ${workText(plan.late)} are late in all.`}{' '}
      {rule.late - plan.late > 1
        ? `Earliest promise first would come to ${workText(rule.late)}.`
        : plan.late - rule.late > 1
          ? `Earliest promise first, with all hours open, would come to ${workText(rule.late)}.`
          : 'Earliest promise first does as well.'}{' '}
      {plan.weighed - plan.late > 1 || plan.late - plan.weighed > 1
        ? `Weighed by what each promise costs when it breaks, that is ${workText(plan.weighed)}. `
        : ''}
      {gap < 1
        ? 'No plan does better: that is proven.'
        : `No plan can get under ${workText(bound)}; this one is within ${workText(gap)} of that.`}{' '}
      {proven && gap < 1 ? 'The search stopped there. ' : ''}
      {plan.idle > 0 && `Lifts idle ${workText(plan.idle)} before their last job. `}
      {anew.tried.toLocaleString('en-US')} orders of work looked at in {(anew.ms / 1000).toFixed(1)} s.
    </p>
  );
}

/** What the week comes to, in one sentence first; how it was worked out is folded below it. */
export function Verdict({
  week: { plan, chances },
  anew,
  file,
}: {
  week: WeighedPlan;
  /** The same week planned anew; null while that is looked for. */
  anew: WorkedWeek | null;
  file: WeekFile;
}) {
  const carOf = (id: string) => file.jobs[id]?.car.split(',')[0];
  const names = plan.after.map(carOf).filter(Boolean);
  const { promised, missed, worst } = promisesMissed(file.problem, plan, chances, file.calendar);
  return (
    <div className="max-w-4xl min-w-0 flex-1 max-md:basis-full">
      <p className="text-2xl leading-tight font-semibold">
        {missed === 0
          ? promised === 0
            ? 'Nothing is promised in these ten days.'
            : 'Every promise will probably be kept.'
          : `${missed} of ${promised} ${promised === 1 ? 'promise' : 'promises'} will probably be missed.`}
        {worst &&
          ` Worst: ${[file.jobs[worst.jobId]?.number, carOf(worst.jobId)].filter(Boolean).join(' ')}, ${lateText(worst.days)}.`}
      </p>
      {names.length > 0 && (
        <p className="caution mt-2 px-3 py-1.5">After these ten days: {names.join(', ')}.</p>
      )}
      {plan.pinsMissed.length > 0 && (
        <p className="caution mt-2 px-3 py-1.5">
          A pin could not be kept to the minute:{' '}
          {plan.pinsMissed.map((pin) => carOf(pin.jobId) ?? pin.jobId).join(', ')}. Something else of it, or
          whoever stands there, comes first.
        </p>
      )}
      <Fold title="How this was worked out" className="no-print">
        <WorkedOut plan={plan} anew={anew} />
      </Fold>
    </div>
  );
}
