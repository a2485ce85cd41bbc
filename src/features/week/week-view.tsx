'use client';

import { useMemo, useState } from 'react';
import { fromAxis } from '@/core/schedule/calendar';
import type { AgreedPhase } from '@/core/schedule/as-agreed';
import type { WeekPlan } from '@/core/schedule/types';
import { withHappening } from '@/core/schedule/what-if';
import type { WeekFile } from '@/server/week/week-file';
import { useCommand } from '@/features/transport/use-command';
import { Loading, Nothing } from '@/ui/states';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { FormErrors } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { PinForm } from './pin-form';
import { RePlan } from './re-plan';
import { SaidOfWeek } from './said-of-week';
import { SideBySide } from './side-by-side';
import { useRePlan, useWorkedWeek } from './use-week';
import { Verdict } from './verdict';
import { type Happening, WhatIfForm } from './what-if-form';
import { WeekList } from './week-list';
import { WeekPeople } from './week-people';
import { WeekTapes } from './week-tapes';
import { describeBecause, whenText, workText } from './week-words';

const NOTHING: readonly AgreedPhase[] = [];
/** A week that is only looked at begins from the plan of the other and need not look as far. */
const EFFORT_BESIDE = 0.3;

/** The week: planned by the shop's own numbers, looked at, tried against what might happen, agreed. */
export function WeekView({ file, isLead, mayAsk }: { file: WeekFile; isLead: boolean; mayAsk: boolean }) {
  const { problem, calendar, jobs } = file;
  const { week: anew, busy } = useWorkedWeek(problem, file.agreed);
  const { again, busy: busyAgain } = useRePlan(problem, file.agreed);
  const [shown, setShown] = useState<'agreed' | 'anew'>('agreed');
  const [happening, setHappening] = useState<Happening | null>(null);
  const other = useMemo(
    () => (happening ? withHappening(problem, happening.whatIf) : null),
    [problem, happening],
  );
  const { week: then, busy: busyThen } = useWorkedWeek(other, anew?.plan.placed ?? NOTHING, EFFORT_BESIDE);
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
  const agree = (plan: WeekPlan) =>
    accept.send({
      slots: plan.placed.map((placed) => ({
        jobId: placed.jobId,
        phaseId: placed.phaseId,
        personId: placed.techId,
        helperId: placed.helperId,
        placeId: placed.placeId,
        startsAt: fromAxis(calendar, placed.start),
        endsAt: fromAxis(calendar, placed.end, true),
      })),
    });
  const shared = { calendar, jobs, chosen, onChoose: setChosen };
  if (!problem.jobs.length) return <Nothing>Nothing is open and nothing comes back: take a car in.</Nothing>;
  // An agreed plan stands until another is agreed; what is planned anew is looked at beside it.
  const agreed = file.agreed.length > 0 && shown === 'agreed';
  const week = agreed ? again : anew;
  const isPlanning = agreed ? busyAgain : busy;
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
        <Verdict week={week} anew={anew} file={file} />
        {isLead && !(agreed && !again?.slips.length) && (
          <Button
            weight="pen"
            className="no-print"
            disabled={accept.busy || isPlanning}
            onClick={() => void agree(week.plan)}
          >
            {!file.agreed.length
              ? 'Agree this plan'
              : agreed
                ? 'Agree it as planned from now'
                : 'Agree this plan anew'}
          </Button>
        )}
      </div>
      <div className="md:hidden">
        <WeekPeople problem={problem} plan={week.plan} calendar={calendar} jobs={jobs} days={5} />
      </div>
      {file.agreed.length > 0 && (
        <div className="no-print grid gap-3">
          <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
            <Choice
              label="Which plan is shown"
              options={[
                ['agreed', 'As agreed, from now'],
                ['anew', 'Planned anew'],
              ]}
              value={shown}
              onValue={setShown}
            />
            {again && anew && (
              <p className="text-soft">
                {again.plan.late - anew.plan.late > 30
                  ? `Planned anew, ${workText(again.plan.late - anew.plan.late)} less would be late; more would be moved.`
                  : 'Planned anew, nothing to speak of would be gained.'}
              </p>
            )}
          </div>
          {agreed && again && <RePlan again={again} file={file} mayCall={mayAsk} />}
        </div>
      )}
      {isPlanning && <Loading>Something changed: planning again…</Loading>}
      <div className="max-md:hidden">
        <WeekTapes problem={problem} plan={week.plan} {...shared} label="The week, place by place" />
      </div>
      <p className="-mt-3 text-sm text-soft max-md:hidden">
        Thick: what half such jobs take. Thin: what four in five keep. Oxide: past its promise. Grey days: the
        rack is not to be had.
      </p>
      <Fold title="By person" className="border-b border-rule max-md:hidden">
        <WeekPeople problem={problem} plan={week.plan} calendar={calendar} jobs={jobs} days={5} />
      </Fold>
      <div className="grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,1fr)_26rem]">
        <div className="min-w-0">
          <WeekList problem={problem} week={week} {...shared} />
        </div>
        <div className="no-print grid content-start gap-6">
          {job && (
            <section>
              <h2 className="border-b border-ink pb-1">{job.label.split(',')[0]}</h2>
              <p className="py-1 text-soft">Hours from {jobs[job.id]!.hours}.</p>
              {jobs[job.id]!.pushOnly && (
                <p className="pb-1">
                  It can only be pushed: until its work is done two roll it to each place.
                </p>
              )}
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
          <SaidOfWeek file={file} isLead={isLead} mayAsk={mayAsk} />
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
