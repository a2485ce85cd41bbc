'use client';

import { useMemo, useState } from 'react';
import { fromAxis } from '@/core/schedule/calendar';
import { movesBetween, withHappening } from '@/core/schedule/what-if';
import type { WeekFile } from '@/server/week/problem';
import { useCommand } from '@/features/transport/use-command';
import { Loading, Nothing } from '@/ui/states';
import { Button } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { FormErrors } from '@/ui/field';
import type { WorkedWeek } from '@/workers/week.worker';
import { PinForm } from './pin-form';
import { useWorkedWeek } from './use-week';
import { type Happening, WhatIfForm } from './what-if-form';
import { WeekList } from './week-list';
import { WeekTapes } from './week-tapes';
import { describeBecause, describeChance, lateText, promisesMissed, whenText, workText } from './week-words';

/** What the week comes to, in one sentence first; how it was worked out is folded below it. */
function Verdict({ week, file }: { week: WorkedWeek; file: WeekFile }) {
  const { plan, rule, bound } = week;
  const gap = Math.max(0, plan.late - bound);
  const carOf = (id: string) => file.jobs[id]?.car.split(',')[0];
  const names = plan.after.map(carOf).filter(Boolean);
  const { promised, missed, worst } = promisesMissed(file.problem, plan, week.chances, file.calendar);
  return (
    <div className="max-w-4xl min-w-0 flex-1">
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
        <p>
          {plan.late < 1
            ? 'Counted by the time that 4 of 5 such jobs keep, nothing is late.'
            : `Counted by the time that 4 of 5 such jobs keep, ${workText(plan.late)} are late in all.`}{' '}
          {rule.late - plan.late > 1
            ? `Earliest promise first would come to ${workText(rule.late)}.`
            : 'Earliest promise first does as well.'}{' '}
          {gap < 1
            ? 'No plan does better.'
            : `No plan can get under ${workText(bound)}; this one is within ${workText(gap)} of that.`}{' '}
          Lifts idle {workText(plan.idle)} before their last job. Worked out in {(week.ms / 1000).toFixed(1)}{' '}
          s.
        </p>
      </Fold>
    </div>
  );
}

/** Each week beside the other, job by job; nothing is changed by looking. */
function SideBySide({
  before,
  after,
  file,
  problems,
}: {
  before: WorkedWeek;
  after: WorkedWeek;
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

/** The week: planned by the shop's own numbers, looked at, tried against what might happen, agreed. */
export function WeekView({ file, isLead, mayAsk }: { file: WeekFile; isLead: boolean; mayAsk: boolean }) {
  const { problem, calendar, jobs } = file;
  const { week, busy } = useWorkedWeek(problem);
  const [happening, setHappening] = useState<Happening | null>(null);
  const other = useMemo(
    () => (happening ? withHappening(problem, happening.whatIf) : null),
    [problem, happening],
  );
  const { week: then, busy: busyThen } = useWorkedWeek(other);
  const [chosen, setChosen] = useState<string | null>(null);
  const accept = useCommand('week.accept');
  const wait = useCommand('week.wait');
  const away = useCommand('week.away');
  const rush = useCommand('week.rush');
  const asked = { 'week.wait': wait, 'week.away': away, 'week.rush': rush };
  const itIsSo = ({ command }: Happening) => {
    switch (command.name) {
      case 'week.wait':
        return wait.send(command.input);
      case 'week.away':
        return away.send(command.input);
      case 'week.rush':
        return rush.send(command.input);
    }
  };
  const job = problem.jobs.find((one) => one.id === chosen);
  const agree = (plan: WorkedWeek) =>
    accept.send({
      slots: plan.plan.placed.map((placed) => ({
        jobId: placed.jobId,
        phaseId: placed.phaseId,
        personId: placed.techId,
        placeId: placed.placeId,
        startsAt: fromAxis(calendar, placed.start),
        endsAt: fromAxis(calendar, placed.end, true),
      })),
    });
  const shared = { calendar, jobs, chosen, onChoose: setChosen };
  if (!problem.jobs.length) return <Nothing>Nothing is open and nothing comes back: take a car in.</Nothing>;
  if (!week)
    return (
      <p className="py-10 text-lg" role="status">
        Planning the week…
      </p>
    );
  const placed = job ? week.plan.placed.filter((one) => one.jobId === job.id) : [];
  const errors = [...accept.errors, ...wait.errors, ...away.errors, ...rush.errors];
  return (
    <div className="grid gap-6">
      <div className="flex flex-wrap items-start justify-between gap-4">
        <Verdict week={week} file={file} />
        {isLead && (
          <Button
            weight="pen"
            className="no-print"
            disabled={accept.busy || busy}
            onClick={() => void agree(week)}
          >
            {file.agreed.length ? 'Agree this plan anew' : 'Agree this plan'}
          </Button>
        )}
      </div>
      {busy && <Loading>Something changed: planning again…</Loading>}
      <WeekTapes problem={problem} plan={week.plan} {...shared} label="The week, place by place" />
      <p className="-mt-3 text-sm text-soft">
        Thick: what half such jobs take. Thin: what four in five keep. Oxide: past its promise. Grey days: the
        rack is not to be had.
      </p>
      <div className="grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,1fr)_26rem]">
        <div className="min-w-0">
          <WeekList problem={problem} week={week} {...shared} />
        </div>
        <div className="no-print grid content-start gap-6">
          {job && (
            <section>
              <h2 className="border-b border-ink pb-1">{job.label.split(',')[0]}</h2>
              <p className="py-1 text-soft">Hours from {jobs[job.id]!.hours}.</p>
              <ul className="mb-3">
                {placed.map((one) => {
                  const phase = job.phases.find((each) => each.id === one.phaseId)!;
                  return (
                    <li key={one.phaseId} className="border-t border-rule py-1.5">
                      <strong>{phase.name}</strong> {whenText(calendar, one.start)}
                      <span className="text-soft">
                        {' '}
                        {[
                          problem.techs.find((tech) => tech.id === one.techId)?.name,
                          problem.places.find((place) => place.id === one.placeId)?.name,
                          one.helperId &&
                            `${problem.techs.find((tech) => tech.id === one.helperId)?.name} helps ${phase.helperMinutes} min`,
                          describeBecause(one.because, problem),
                        ]
                          .filter(Boolean)
                          .join(' · ')}
                      </span>
                    </li>
                  );
                })}
              </ul>
              <PinForm job={job} placed={placed} problem={problem} calendar={calendar} may={isLead} />
            </section>
          )}
          <section>
            <h2 className="border-b border-ink pb-1">What if</h2>
            <div className="pt-3">
              <WhatIfForm problem={problem} calendar={calendar} onTry={setHappening} />
            </div>
            {happening && (
              <section aria-label="What it would do" className="mt-4 border-t-2 border-ink pt-3">
                <h3>{happening.words}</h3>
                {!then || busyThen ? (
                  <p role="status" className="py-3">
                    Planning that week too…
                  </p>
                ) : (
                  <>
                    <div className="mt-3 grid gap-4">
                      <div className="min-w-0">
                        <h4>As it stands</h4>
                        <WeekTapes
                          problem={problem}
                          plan={week.plan}
                          {...shared}
                          label="The week as it stands"
                        />
                      </div>
                      <div className="min-w-0">
                        <h4>Then</h4>
                        <WeekTapes problem={other!} plan={then.plan} {...shared} label="The week then" />
                      </div>
                    </div>
                    <div className="mt-4">
                      <SideBySide
                        before={week}
                        after={then}
                        file={file}
                        problems={{ before: problem, after: other! }}
                      />
                    </div>
                    <div className="mt-4 flex gap-3">
                      <Button onClick={() => setHappening(null)}>Leave it as it is</Button>
                      {(happening.command.name === 'week.away' ? isLead : mayAsk) && (
                        <Button
                          weight="pen"
                          disabled={asked[happening.command.name].busy}
                          onClick={async () => {
                            if (await itIsSo(happening)) setHappening(null);
                          }}
                        >
                          It is so: plan with it
                        </Button>
                      )}
                    </div>
                  </>
                )}
              </section>
            )}
          </section>
        </div>
      </div>
      <FormErrors errors={errors} />
    </div>
  );
}
