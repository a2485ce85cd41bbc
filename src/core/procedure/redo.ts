import { PHASES, type OneEnd, type Phase, type Step, endsOf } from './types';
import { type RunDocument, isEntryWork } from './run-state';

/** The phases that come again when a part is changed: from taking down to its own weight. */
const AGAIN: readonly Phase[] = ['teardown', 'fit', 'reassemble', 'on-wheels'];

const rank = (step: Pick<Step, 'phase'>) => PHASES.indexOf(step.phase);

/** Puts steps into a run, each at the end of its phase, in the order given. */
export function withSteps<R extends Pick<RunDocument, 'steps'>>(run: R, added: readonly Step[]): R {
  let { steps } = run;
  for (const step of added) {
    const at = steps.filter((one) => rank(one) <= rank(step)).length;
    steps = [...steps.slice(0, at), step, ...steps.slice(at)];
  }
  return { ...run, steps };
}

/**
 * The work of one end again, as new steps: what opens, closes, loosens and torques there, waiting for one another as
 * they did. Nothing irreversible and no photo comes twice.
 * @param round makes the ids of this round its own
 */
export function redoSteps(run: Pick<RunDocument, 'steps'>, end: OneEnd, round: number): Step[] {
  const chosen = run.steps.filter(
    (step) =>
      AGAIN.includes(step.phase) &&
      endsOf(step).includes(end) &&
      !step.irreversible &&
      !/^(redo\d+|added|extra)\//.test(step.id) &&
      !isEntryWork(step.id),
  );
  const idOf = (id: string) => `redo${round}/${id}`;
  const again = new Set(chosen.map((step) => step.id));
  return chosen.map(({ photo: _photo, share: _share, after, ...step }) => ({
    ...step,
    id: idOf(step.id),
    ...(after?.some((id) => again.has(id)) ? { after: after.filter((id) => again.has(id)).map(idOf) } : {}),
  }));
}
