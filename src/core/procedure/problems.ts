import { axleOf } from '../anatomy/axle';
import { type FoundAt, proveOn } from '../anatomy/prove';
import { breakWords, nameOnAxle } from '../anatomy/words';
import { capital } from '../wording';
import type { Problem } from './check';
import type { PlainProcedure } from './types';

const WORDS: Record<string, (ref: string) => string> = {
  'duplicate-id': (ref) => `The id ${ref} is used twice.`,
  'unknown-ref': (ref) => `Named here and not in the procedure: ${ref}.`,
  'out-of-order': () => 'It stands before a step it has to come after.',
  unsupported: () => 'The car does not stand here as this step needs it.',
  'opened-twice': (ref) => `${ref} is opened while it is open.`,
  'closed-before-open': (ref) => `${ref} is closed while it is not open.`,
  'ground-with-open': (ref) => `The car is lowered with ${ref} open.`,
  'torqued-in-air': (ref) => `${ref} gets its last torque hanging.`,
  'drive-with-open': (ref) => `The car is driven with ${ref} open.`,
  'drive-with-loose': (ref) => `The car is driven with ${ref} loose.`,
  'never-closed': (ref) => `${ref} is never closed.`,
  'never-torqued': (ref) => `${ref} is loosened and never torqued.`,
  'missing-spec': (ref) => `${ref} has no value.`,
  unpinned: (ref) => `${ref} is driven, or left, without its cotter, clip or tab.`,
  'trial-driven': (ref) => `The car is driven on ${ref}, which is there for a trial.`,
  'left-in-air': () => 'An end of the car is not on its wheels at the end.',
};

export interface PlacedProblem extends Problem {
  words: string;
  /** The step at which it shows, or null when it shows at none. */
  stepId: string | null;
}

/** What the anatomies of a procedure find, in words, by code and what it points at. */
function provedWords(procedure: PlainProcedure): Map<string, { words: string; stepId: string }> {
  const found = new Map<string, { words: string; stepId: string }>();
  for (const end of ['front', 'rear'] as const) {
    const anatomy = procedure.anatomies?.find(({ id }) => id === procedure.anatomy?.[end]);
    if (!anatomy) continue;
    const axle = axleOf(anatomy, end);
    const say = (one: FoundAt) =>
      one.code === 'needless'
        ? `The ${nameOnAxle(axle, one.ref, 'joint')} is opened, and nothing that comes off needs it: a hint, not a fault.`
        : breakWords(axle, { ...one, code: one.code });
    for (const one of proveOn(axle, procedure))
      found.set(`${one.code} ${one.ref}`, { words: say(one), stepId: one.stepId });
  }
  return found;
}

/** Puts each problem of a procedure into words and finds the step where it would be mended. */
export function placeProblems(procedure: PlainProcedure, problems: readonly Problem[]): PlacedProblem[] {
  const { items, fasteners, steps } = procedure;
  const proved = provedWords(procedure);
  const nameOf = (ref: string) =>
    items.find((item) => item.id === ref)?.name ??
    fasteners.find((fastener) => fastener.id === ref)?.name ??
    ref;
  const last = (test: (step: PlainProcedure['steps'][number]) => boolean | undefined) =>
    [...steps].reverse().find((step) => test(step))?.id ?? null;
  return problems.map((problem) => {
    const { code, ref } = problem;
    const onAxle = proved.get(`${code} ${ref}`);
    if (onAxle) return { ...problem, ...onAxle };
    const names = (step: PlainProcedure['steps'][number]) =>
      [step.after, step.opens, step.closes, step.loosens, step.snugs, step.torques].some((ids) =>
        ids?.includes(ref),
      );
    const at: Record<string, () => string | null> = {
      'closed-before-open': () => last((step) => step.closes?.includes(ref)),
      'torqued-in-air': () => last((step) => step.torques?.includes(ref)),
      'opened-twice': () => last((step) => step.opens?.includes(ref)),
      'ground-with-open': () => last((step) => step.sets === 'on-wheels'),
      'drive-with-open': () => steps.find((step) => step.drive)?.id ?? null,
      'drive-with-loose': () => steps.find((step) => step.drive)?.id ?? null,
      'trial-driven': () => steps.find((step) => step.drive)?.id ?? null,
    };
    const stepId = steps.some((step) => step.id === ref) ? ref : (at[code]?.() ?? last(names));
    const words = (WORDS[code] ?? ((name: string) => name))(nameOf(ref));
    return { ...problem, words: capital(words), stepId };
  });
}
