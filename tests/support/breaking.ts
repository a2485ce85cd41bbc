import { checkProcedure, isFault, type Problem } from '@/core/procedure/check';
import type { PlainProcedure, Step } from '@/core/procedure/types';
import { endsOf } from '@/core/procedure/types';
import { axleOf } from '@/core/anatomy/axle';
import { anatomies } from './library';

/** Takes a procedure apart to see whether the checker notices: a step left out, two steps the other way round. */

export interface Broken {
  /** What was done to it, by the steps' ids. */
  how: string;
  procedure: PlainProcedure;
}

const REFS = ['opens', 'closes', 'loosens', 'snugs', 'torques'] as const;
const without = (step: Step, gone: ReadonlySet<string>): Step => {
  const copy = { ...step };
  for (const field of REFS) if (copy[field]) copy[field] = copy[field].filter((id) => !gone.has(id));
  return copy;
};

/** The places of a procedure's things. */
function placesIn({ items, fasteners }: PlainProcedure) {
  return new Map([...items, ...fasteners].map((one) => [one.id, one.place]));
}

/** The axles it is proved on. */
const axlesOf = ({ anatomy }: PlainProcedure) =>
  (['front', 'rear'] as const).flatMap((end) => {
    const found = anatomies.find(({ id }) => id === anatomy?.[end]);
    return found ? [axleOf(found, end)] : [];
  });

/** Does a step open a line, free a joint, carry or mark something of an axle, or take a body out? */
export function undoes(procedure: PlainProcedure, step: Step): boolean {
  if (step.carries || step.marks || step.out) return true;
  const places = placesIn(procedure);
  return axlesOf(procedure).some(
    (axle) =>
      endsOf(step).includes(axle.end) &&
      [...(step.opens ?? []), ...(step.loosens ?? [])].some((id) => {
        const place = places.get(id) ?? '';
        return (
          axle.linesAt.has(place) ||
          axle.jointsOpenedAt.has(place) ||
          axle.bodiesAt.has(place) ||
          axle.fastenedAt.has(place)
        );
      }),
  );
}

/** The procedure with one of its steps left out, and what would close again what the step opened. */
export function leftOut(procedure: PlainProcedure, stepId: string): Broken {
  const step = procedure.steps.find(({ id }) => id === stepId)!;
  const others = procedure.steps.filter(({ id }) => id !== stepId);
  const elsewhere = (field: 'opens' | 'loosens', id: string) =>
    others.some((one) => one[field]?.includes(id));
  const gone = new Set([
    ...(step.opens ?? []).filter((id) => !elsewhere('opens', id)),
    ...(step.loosens ?? []).filter((id) => !elsewhere('loosens', id)),
  ]);
  const steps = others.map((one) => ({
    ...without(one, gone),
    ...(one.after ? { after: one.after.filter((id) => id !== stepId) } : {}),
  }));
  return { how: `without ${stepId}`, procedure: { ...procedure, steps } };
}

const touched = (procedure: PlainProcedure, step: Step): Set<string> => {
  const places = placesIn(procedure);
  const named = REFS.flatMap((field) => step[field] ?? []).map((id) => places.get(id) ?? id);
  const bodies = [...(step.out ?? []), ...(step.in ?? [])];
  const carried = [...(step.carries ?? []), ...(step.lets ?? [])].map(({ body }) => body);
  return new Set([
    ...named,
    ...[...bodies, ...carried].map((body) => `${step.corner ?? endsOf(step).join()} ${body}`),
    ...(step.sets ? endsOf(step).map((end) => `support of the ${end}`) : []),
  ]);
};

/** Pairs of steps whose order matters: one waits for the other, or both touch a place, a body or a support. */
export function orderedPairs(procedure: PlainProcedure): { first: string; second: string; waits: boolean }[] {
  const { steps } = procedure;
  const marks = steps.map((step) => touched(procedure, step));
  return steps.flatMap((second, at) =>
    steps.slice(0, at).flatMap((first, before) => {
      const waits = second.after?.includes(first.id) ?? false;
      const shares = [...marks[before]!].some((one) => marks[at]!.has(one));
      return waits || shares ? [{ first: first.id, second: second.id, waits }] : [];
    }),
  );
}

/** The procedure with a later step done before an earlier one; what it has to wait for by the file is not told. */
export function turned(procedure: PlainProcedure, first: string, second: string): Broken {
  const steps = [...procedure.steps];
  const later = steps.findIndex(({ id }) => id === second);
  const [moved] = steps.splice(later, 1);
  steps.splice(
    steps.findIndex(({ id }) => id === first),
    0,
    moved!,
  );
  return { how: `${second} before ${first}`, procedure: { ...procedure, steps } };
}

/** What the checker says of it, but for missing values and advice; of the axle only where nothing else is found. */
export function faultsOf(procedure: PlainProcedure): Problem[] {
  const { anatomies: _, ...bare } = procedure;
  const found = checkProcedure(bare).filter(isFault);
  return found.length ? found : checkProcedure({ ...procedure, anatomies: [...anatomies] }).filter(isFault);
}
