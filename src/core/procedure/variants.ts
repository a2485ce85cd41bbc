import { Refusal } from '../refusal';
import { withPins } from './pins';
import type { AnatomyOf, PlainProcedure, Procedure, Step } from './types';

/**
 * Takes one way of each choice and gives the plain procedure that is checked and worked from. A way may put a step in the
 * place of one it takes out, under the same id: what comes after that one comes after this. An `after` that names a step
 * taken out and not replaced so is dropped.
 * @param taken ids of the ways taken; none means the file as it stands
 * @throws Refusal for an unknown way, two ways of one choice, or a way that hooks onto a step that is not there
 */
export function takeVariants(procedure: Procedure, taken: string[]): PlainProcedure {
  let steps: Step[] = procedure.steps;
  const items = [...procedure.items];
  const fasteners = [...procedure.fasteners];
  const out = new Set<string>();
  const outOf = new Map<string, Set<string>>();
  const putBy = new Map<Step, string>();
  const choices = new Set<string>();
  for (const id of taken) {
    const way = procedure.ways.find((candidate) => candidate.id === id);
    if (!way) throw new Refusal('unknown-way', `"${procedure.title}" has no way called "${id}".`, 'ways');
    if (choices.has(way.choice)) {
      throw new Refusal('two-ways', `Only one way of "${way.choice}" can be taken.`, 'ways');
    }
    choices.add(way.choice);
    items.push(...(way.items ?? []));
    fasteners.push(...(way.fasteners ?? []));
    // Placed before anything goes out, so that a way may put its own step where the one it replaces stood.
    for (const { after, step } of way.in) {
      const at = after === null ? -1 : steps.findLastIndex((candidate) => candidate.id === after);
      if (after !== null && at < 0) {
        throw new Refusal(
          'unknown-step',
          `Variant "${way.title}" hooks onto a step "${after}" that is not there.`,
          'ways',
        );
      }
      putBy.set(step, id);
      steps = [...steps.slice(0, at + 1), step, ...steps.slice(at + 1)];
    }
    outOf.set(id, new Set(way.out));
    for (const stepId of way.out) out.add(stepId);
  }
  // A way takes out what the file or another way has, never what it puts there itself.
  const left = steps.filter(
    (step) => !taken.some((id) => outOf.get(id)!.has(step.id) && putBy.get(step) !== id),
  );
  const there = new Set(left.map((step) => step.id));
  const kept = left.map((step) =>
    step.after ? { ...step, after: step.after.filter((id) => !out.has(id) || there.has(id)) } : step,
  );
  const anatomy = Object.assign(
    {},
    procedure.anatomy,
    ...procedure.ways.filter(({ id }) => taken.includes(id)).map((way) => way.anatomy),
  ) as AnatomyOf;
  const used = new Set(
    kept.flatMap((step) => [
      ...(step.opens ?? []),
      ...(step.closes ?? []),
      ...(step.loosens ?? []),
      ...(step.snugs ?? []),
      ...(step.torques ?? []),
    ]),
  );
  return withPins({
    items: items.filter((item) => used.has(item.id)),
    fasteners: fasteners.filter((fastener) => used.has(fastener.id)),
    steps: kept,
    ...(Object.keys(anatomy).length ? { anatomy } : {}),
  });
}
