import { PHASES, PHASE_WORDS } from '@/core/procedure/types';
import { type RunDocument, type RunState, judgeStep } from '@/core/procedure/engine';
import { shopClock } from '@/core/units/shop-time';

/** The whole run by phase: what is done by whom and when, and what waits for what. */
export function StepList({
  document,
  run,
  people,
  timeZone,
}: {
  document: RunDocument;
  run: RunState;
  people: Record<string, string>;
  timeZone: string;
}) {
  const numbered = document.steps.map((step, index) => ({ step, number: index + 1 }));
  return (
    <div className="grid gap-x-9 lg:grid-cols-2">
      {PHASES.map((phase) => {
        const steps = numbered.filter(({ step }) => step.phase === phase);
        if (!steps.length) return null;
        return (
          <section key={phase} className="mb-6">
            <h2 className="border-b border-ink pb-1">{PHASE_WORDS[phase]}</h2>
            <ol>
              {steps.map(({ step, number }) => {
                const done = run.done.get(step.id);
                const refused = done ? [] : judgeStep(document, run, step.id);
                return (
                  <li
                    key={step.id}
                    className="grid grid-cols-[2.2rem_1fr_auto] gap-2 border-b border-rule py-1.5"
                  >
                    <span className="font-head text-soft">{number}</span>
                    <span className={done ? 'text-soft' : ''}>
                      {step.do}
                      {run.reopened.has(step.id) && (
                        <span className="block text-sm font-semibold text-ink">
                          Open again: what it closed is not closed any more.
                        </span>
                      )}
                      {step.torques?.some((id) => run.fasteners.get(id)!.owesCheck) && (
                        <span className="block text-sm font-semibold text-ink">Owes a second check.</span>
                      )}
                      {refused[0] && refused[0].code !== 'untorqued' && (
                        <span className="block text-sm text-soft">{refused[0].message}</span>
                      )}
                    </span>
                    <span className="text-right font-head text-base">
                      {done ? (
                        <>
                          <span aria-hidden className="mr-1 inline-block h-4 w-2 bg-pen align-[-2px]" />
                          {people[done.personId]} {shopClock(done.at, timeZone)}
                        </>
                      ) : (
                        <>
                          <span className="text-soft">{step.minutes} min</span>
                          <span
                            aria-hidden
                            className="ml-2 hidden size-5 border border-black align-middle print:inline-block"
                          />
                        </>
                      )}
                    </span>
                  </li>
                );
              })}
            </ol>
          </section>
        );
      })}
    </div>
  );
}
