'use client';

import type { PlacedProblem } from '@/core/procedure/problems';
import { PHASE_WORDS, type Step } from '@/core/procedure/types';
import { Sortable, UpDown, useLine } from '@/ui/lines';
import type { ProcedureDraft } from './procedure-draft';

function StepLine({
  step,
  at,
  count,
  chosen,
  problems,
  mayEdit,
  onChoose,
  onMove,
}: {
  step: Step;
  at: number;
  count: number;
  chosen: boolean;
  problems: PlacedProblem[];
  mayEdit: boolean;
  onChoose: () => void;
  onMove: (from: number, to: number) => void;
}) {
  const { ref, style, handle } = useLine(step.id, `“${step.do}”`);
  return (
    <li ref={ref} style={style} className="flex items-center gap-1 border-b border-rule">
      {mayEdit && handle}
      <button
        type="button"
        aria-current={chosen ? 'true' : undefined}
        className="flex min-h-11 min-w-0 flex-1 cursor-pointer items-baseline gap-3 py-1.5 text-left hover:bg-hair aria-[current=true]:bg-hair"
        onClick={onChoose}
      >
        <span className="w-8 shrink-0 font-head text-soft">{at + 1}</span>
        <span className="min-w-0">
          <span className={chosen ? 'font-semibold' : ''}>{step.do}</span>
          <span className="ml-2 text-sm text-soft">{PHASE_WORDS[step.phase].toLowerCase()}</span>
          {problems.map((problem) => (
            <span
              key={`${problem.code} ${problem.ref}`}
              className="hatch-word mt-0.5 block px-1.5 font-medium"
            >
              {problem.words}
            </span>
          ))}
        </span>
      </button>
      {mayEdit && <UpDown at={at} count={count} label={`“${step.do}”`} onMove={onMove} />}
    </li>
  );
}

/** Consecutive steps of one phase, as they stand. */
function phasesOf(steps: readonly Step[]): { phase: Step['phase']; steps: { step: Step; at: number }[] }[] {
  const all: { phase: Step['phase']; steps: { step: Step; at: number }[] }[] = [];
  steps.forEach((step, at) => {
    const last = all.at(-1);
    if (last?.phase === step.phase) last.steps.push({ step, at });
    else all.push({ phase: step.phase, steps: [{ step, at }] });
  });
  return all;
}

/**
 * Every step in one look: a tick each along a tape, phase after phase; the chosen one in paint, one with a problem hatched.
 * For the eye and the finger: keys walk the list below it.
 */
function StepsTape({
  draft,
  chosen,
  onChoose,
}: {
  draft: ProcedureDraft;
  chosen: string;
  onChoose: (id: string) => void;
}) {
  const wrong = new Set(draft.problems.map((problem) => problem.stepId));
  return (
    <div aria-hidden className="mb-2 flex gap-px" data-testid="steps-tape">
      {phasesOf(draft.draft.steps).map(({ phase, steps }) => (
        <div key={`${phase} ${steps[0]!.at}`} className="min-w-0" style={{ flex: steps.length }}>
          <div className="flex h-5 border-y border-l-2 border-ink bg-card">
            {steps.map(({ step, at }) => (
              <span
                key={step.id}
                title={`${at + 1} ${step.do}`}
                className={`flex-1 cursor-pointer border-r border-rule ${step.id === chosen ? 'bg-pen' : wrong.has(step.id) ? 'bg-danger' : 'hover:bg-hair'}`}
                onClick={() => onChoose(step.id)}
              />
            ))}
          </div>
          <p className="truncate font-head text-sm text-soft">{PHASE_WORDS[phase]}</p>
        </div>
      ))}
    </div>
  );
}

/** The steps in their order, each with what the checker has against it; dragged or pushed to another place. */
export function StepsList({
  draft,
  chosen,
  mayEdit,
  onChoose,
}: {
  draft: ProcedureDraft;
  chosen: string;
  mayEdit: boolean;
  onChoose: (id: string) => void;
}) {
  const { steps } = draft.draft;
  return (
    <Sortable ids={steps.map((step) => step.id)} onMove={draft.moveStep}>
      <div className="min-w-0">
        <StepsTape draft={draft} chosen={chosen} onChoose={onChoose} />
        <ol aria-label="Steps" className="lg:max-h-[max(36rem,calc(100vh-11rem))] lg:overflow-y-auto lg:pr-3">
          {steps.map((step, at) => (
            <StepLine
              key={step.id}
              step={step}
              at={at}
              count={steps.length}
              chosen={step.id === chosen}
              problems={draft.problems.filter((problem) => problem.stepId === step.id)}
              mayEdit={mayEdit}
              onChoose={() => onChoose(step.id)}
              onMove={draft.moveStep}
            />
          ))}
        </ol>
      </div>
    </Sortable>
  );
}
