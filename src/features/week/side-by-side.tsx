import { movesBetween } from '@/core/schedule/what-if';
import type { WeekFile } from '@/server/week/week-file';
import type { WeighedPlan } from '@/workers/week.worker';
import { describeChance, whenText, workText } from './week-words';

/** Each week beside the other, job by job; nothing is changed by looking. */
export function SideBySide({
  before,
  after,
  file,
  problems,
}: {
  before: WeighedPlan;
  after: WeighedPlan;
  file: WeekFile;
  problems: { before: WeekFile['problem']; after: WeekFile['problem'] };
}) {
  const moves = movesBetween({ problem: problems.before, ...before }, { problem: problems.after, ...after });
  const cell = (end: number | null, holds: number | null) =>
    end === null
      ? 'not there'
      : `${whenText(file.calendar, end, true)}${holds === null ? '' : `, ${describeChance(holds)}`}`;
  return (
    <>
      <p className="text-lg">
        Late in all: <strong>{workText(before.plan.late)}</strong> as it stands,{' '}
        <strong>{workText(after.plan.late)}</strong> then.
      </p>
      <table className="mt-2 w-full text-left">
        <thead>
          <tr className="border-b border-ink">
            <th className="py-1 pr-4">Car</th>
            <th className="py-1 pr-4">As it stands</th>
            <th className="py-1">Then</th>
          </tr>
        </thead>
        <tbody>
          {moves.map((move) => (
            <tr key={move.jobId} className="border-b border-rule">
              <td className="py-1.5 pr-4 font-semibold">{move.label.split(',')[0]}</td>
              <td className="figure py-1.5 pr-4">{cell(move.endBefore, move.holdsBefore)}</td>
              <td
                className={`figure py-1.5 ${(move.endAfter ?? 0) > (move.endBefore ?? Infinity) ? 'font-semibold text-danger' : ''}`}
              >
                {cell(move.endAfter, move.holdsAfter)}
              </td>
            </tr>
          ))}
          {!moves.length && (
            <tr>
              <td colSpan={3} className="py-2 text-soft">
                It moves nothing: the plan has room for it.
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </>
  );
}
