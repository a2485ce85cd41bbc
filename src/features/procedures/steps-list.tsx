'use client';

import type { PlacedProblem } from '@/core/procedure/problems';
import type { Step } from '@/core/procedure/types';
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
          <span className="ml-2 text-sm text-soft">{step.phase}</span>
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
      <ol className="lg:max-h-144 lg:overflow-y-auto lg:pr-3">
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
    </Sortable>
  );
}
