'use client';

import { TOLD_WAYS } from '@/core/ledger/kinds/arrival';
import { fromAxis } from '@/core/schedule/calendar';
import type { Slip } from '@/core/schedule/as-agreed';
import type { PromiseChanged } from '@/core/schedule/re-plan';
import { CommandForm } from '@/features/transport/command-form';
import type { WeekFile } from '@/server/week/week-file';
import { CopyButton } from '@/ui/copy-button';
import { Link } from '@/ui/link';
import { Fold } from '@/ui/fold';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField } from '@/ui/text-field';
import type { WorkedRePlan } from '@/workers/week.worker';
import { callWords, toldMinute } from './call-words';
import { carWords, describeBecause, whenText, workText } from './week-words';

const SLIPPED: Record<Slip['why'], string> = {
  new: 'is not in the agreed plan yet',
  longer: 'takes longer than was planned, or begins later',
  waits: 'waits for something',
  place: 'finds its place taken or closed',
  tech: 'has nobody who is there and free',
  helper: 'has nobody to help',
  pinned: 'was pinned to another hour',
};

const carOf = (file: WeekFile, jobId: string) => carWords(file.jobs[jobId]);

/** What the agreed plan can not be kept in, one line a job. */
function Slipped({ slips, file }: { slips: Slip[]; file: WeekFile }) {
  const jobIds = [...new Set(slips.map(({ jobId }) => jobId))];
  return (
    <ul aria-label="What slipped">
      {jobIds.map((jobId) => {
        const own = slips.filter((slip) => slip.jobId === jobId);
        const phases = file.problem.jobs.find(({ id }) => id === jobId)?.phases ?? [];
        // What comes after it in the same job follows from it.
        const [{ phaseId, why }] = own as [Slip];
        const phase = phases.find(({ id }) => id === phaseId);
        return (
          <li key={jobId} className="border-t border-rule py-1.5">
            <strong>{carOf(file, jobId)}</strong>{' '}
            {own.every((slip) => slip.why === 'new')
              ? SLIPPED.new
              : `${phase?.name.toLowerCase() ?? phaseId} ${why === 'waits' && phase?.waitsFor ? `waits for ${phase.waitsFor}` : SLIPPED[why]}`}
            .
          </li>
        );
      })}
    </ul>
  );
}

/** What keeping a promise would cost others, in a sentence. */
function keepingText({ keeping }: PromiseChanged, file: WeekFile): string {
  if (!keeping.can) return 'It cannot be kept, whatever else waits.';
  const later = keeping.laterBy > 0 ? `, ${workText(keeping.laterBy)} later in all` : '';
  if (!keeping.breaks.length)
    return keeping.laterBy > 0
      ? `To keep it, cars that are late already get ${workText(keeping.laterBy)} later.`
      : 'It could be kept at no cost to another promise: plan the week anew.';
  return `To keep it, ${keeping.breaks.map((id) => carOf(file, id)).join(' and ')} would miss ${keeping.breaks.length === 1 ? 'its promise' : 'theirs'}${later}.`;
}

/** One promise that does not hold: whom to call, what to say, and what is recorded once it was said. */
function Call({
  changed,
  file,
  mayCall,
  open,
}: {
  changed: PromiseChanged;
  file: WeekFile;
  mayCall: boolean;
  open: boolean;
}) {
  const { problem, calendar, jobs } = file;
  const facts = jobs[changed.jobId]!;
  const job = problem.jobs.find(({ id }) => id === changed.jobId)!;
  const car = facts.car.split(',')[0]!;
  const told = toldMinute(changed.now, problem.dayMinutes);
  const words = callWords(car, changed, problem, calendar);
  const because = describeBecause(changed.because, problem);
  return (
    <li className="border-t border-rule py-2" aria-label={carOf(file, changed.jobId)}>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <strong className="text-lg">{facts.customer}</strong>
        {facts.phone ? (
          <a className="line underline underline-offset-4" href={`tel:${facts.phone.replace(/[^+\d]/g, '')}`}>
            {facts.phone}
          </a>
        ) : (
          <span className="text-soft">no telephone kept</span>
        )}
        <span className="text-soft">{carOf(file, changed.jobId)}</span>
        {facts.orderId && <Link href={`/orders/${facts.orderId}`}>its order</Link>}
      </p>
      <p>
        <span className="figure">{whenText(calendar, told, true)}</span> instead of{' '}
        <span className="figure">{whenText(calendar, changed.promise, true)}</span>
        {because ? `: ${because}.` : '.'} {keepingText(changed, file)}
      </p>
      {mayCall && facts.orderId && (
        <Fold title="What to say, and that it was said" open={open} className="">
          <CommandForm
            key={`${changed.jobId} ${told}`}
            command="promise.give"
            about={changed.jobId}
            className="mt-2 grid gap-2"
            start={{ how: 'by phone', words }}
            input={({ how, words: said }, confirmed) => ({
              orderId: facts.orderId!,
              promisedFor: fromAxis(calendar, told, true),
              wishedFor: facts.wishedFor,
              cost: job.cost ?? 'some',
              how: how as (typeof TOLD_WAYS)[number],
              words: said,
              reason: because ?? 'the week was planned again',
              confirmed,
            })}
          >
            <AreaField name="words" label="What you tell them" />
            <div className="flex flex-wrap items-end gap-3">
              <SelectField name="how" label="Told" options={TOLD_WAYS.map((way) => [way, way] as const)} />
              <Send>Record as told: {whenText(calendar, told, true)}</Send>
              <CopyButton text={words} weight="plain" />
            </div>
          </CommandForm>
        </Fold>
      )}
    </li>
  );
}

/**
 * The agreed plan held against the week as it is now: what slipped, and whom to call about it. Nothing is recorded and
 * nothing is sent before somebody taps.
 */
export function RePlan({ again, file, mayCall }: { again: WorkedRePlan; file: WeekFile; mayCall: boolean }) {
  const calls = again.changed.filter(({ jobId }) => file.jobs[jobId]?.orderId);
  const others = again.changed.length - calls.length;
  return (
    <div className="grid gap-x-10 gap-y-5 lg:grid-cols-2">
      {!again.slips.length && <p className="text-lg">The agreed plan still holds.</p>}
      {again.slips.length > 0 && (
        <section>
          <h2 className="border-b border-ink pb-1">What slipped</h2>
          <Slipped slips={again.slips} file={file} />
          <p className="border-t border-rule pt-2 text-soft">
            {again.moved.length
              ? `Planned again from now: ${again.moved.length} ${again.moved.length === 1 ? 'piece of work begins' : 'pieces of work begin'} at another hour, with somebody else or elsewhere.`
              : 'Nothing that was agreed has to move for it.'}
          </p>
        </section>
      )}
      {(again.slips.length > 0 || again.changed.length > 0) && (
        <section aria-label="Whom to call">
          <h2 className="border-b border-ink pb-1">
            {calls.length ? `Whom to call: ${calls.length}` : 'Nobody has to be called'}
          </h2>
          <ul>
            {calls.map((changed, index) => (
              <Call key={changed.jobId} changed={changed} file={file} mayCall={mayCall} open={index === 0} />
            ))}
          </ul>
          {others > 0 && (
            <p className="border-t border-rule py-2 text-soft">
              {others === 1 ? 'One come-back or rush job' : `${others} come-backs or rush jobs`} past the day,
              of which no customer was told an hour: see the list.
            </p>
          )}
        </section>
      )}
    </div>
  );
}
