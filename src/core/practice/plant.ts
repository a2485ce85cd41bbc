import { drawsFrom } from '../draws';
import { axlesOf } from '../procedure/axles-of';
import type { RunDocument } from '../procedure/run-state';
import { type Step, endsOf } from '../procedure/types';
import { type Fault, ownStepId } from './scenario';
import { placesToLook } from './looks';

/** The next step after one that answers. */
const nextAfter = (steps: readonly Step[], from: number, is: (step: Step) => boolean): Step | undefined =>
  steps.slice(from + 1).find(is);
const sameCorner = (one: Step, other: Step) => !other.corner || !one.corner || one.corner === other.corner;
const goesDown = (step: Step) => Boolean(step.drops?.length || step.out?.length);
const own = (step: Step) => ownStepId(step.id);

/** Every fault that could lie hidden in this job. */
export function possibleFaults(document: RunDocument): Fault[] {
  const { steps } = document;
  const placeOf = new Map([...document.items, ...document.fasteners].map(({ id, place }) => [id, place]));
  const axles = axlesOf(document);
  const offered = new Set(placesToLook(document).map(({ at }) => at));
  const faults: Fault[] = [];
  const add = (fault: Fault) => offered.has(fault.at) && faults.push(fault);
  for (const [index, step] of steps.entries()) {
    const down = nextAfter(steps, index, (later) => goesDown(later) && sameCorner(step, later));
    const lowered = nextAfter(steps, index, ({ sets }) => sets === 'on-wheels');
    if (step.phase === 'teardown' || step.phase === 'fit')
      for (const id of step.loosens ?? []) {
        const at = placeOf.get(id);
        const bonded = axles.some((axle) =>
          (axle.fastenedAt.get(at ?? '') ?? []).some((joint) => joint.bonded),
        );
        if (at && bonded && down) add({ kind: 'bolt-tight', at, since: own(step), bites: own(down) });
        if (at && step.rustProne) add({ kind: 'nut-stuck', at, since: null, bites: own(step) });
      }
    for (const id of step.opens ?? []) {
      const at = placeOf.get(id);
      const line = axles
        .filter((axle) => endsOf(step).includes(axle.end))
        .flatMap((axle) => axle.lines)
        .find((one) => at && [one.place, ...one.brackets].includes(at));
      if (line && down) add({ kind: 'lead-on', at: line.place, since: own(step), bites: own(down) });
    }
    for (const id of step.torques ?? []) {
      const fastener = document.fasteners.find((one) => one.id === id)!;
      if (fastener.lock === 'cotter' && lowered)
        add({ kind: 'pin-short', at: fastener.place, since: own(step), bites: own(lowered) });
    }
    if (step.in?.some((name) => /coil|spring/.test(name)) && step.corner && lowered) {
      const axle = axles.find(({ end }) => endsOf(step).includes(end));
      const side = step.corner.startsWith('L') ? 'left' : 'right';
      if (axle)
        add({
          kind: 'spring-unseated',
          at: `${axle.end}.${side}.spring`,
          since: own(step),
          bites: own(lowered),
        });
    }
    if (step.phase === 'fit' && step.corner)
      for (const id of step.closes ?? []) {
        const at = placeOf.get(id);
        const kind = document.items.find((one) => one.id === id)?.kind;
        if (at && kind === 'part') add({ kind: 'sides-swapped', at, since: null, bites: own(step) });
      }
    if (step.phase === 'on-wheels' && step.torques?.length)
      add({ kind: 'wrench-unit', at: 'wrench', since: null, bites: own(step) });
    if (/settle/i.test(step.id)) {
      const before = steps[index - 1];
      if (before) add({ kind: 'brake-on', at: 'brake', since: own(before), bites: own(step) });
    }
  }
  const first = steps.find(({ phase, opens }) => phase === 'teardown' && opens?.length);
  if (first) add({ kind: 'box-short', at: 'box', since: null, bites: own(first) });
  return faults;
}

/**
 * Faults for a car of any job, other ones with each seed: of different kinds, each at its own place.
 * @param kinds kinds to be taken first, of what went wrong on a real job
 */
export function plantFaults(
  document: RunDocument,
  seed: number,
  count = 2,
  kinds: readonly Fault['kind'][] = [],
): Fault[] {
  const roll = drawsFrom(seed);
  const left = possibleFaults(document)
    .map((fault) => ({ fault, at: roll() - (kinds.includes(fault.kind) ? 1 : 0) }))
    .sort((one, other) => one.at - other.at)
    .map(({ fault }) => fault);
  const taken: Fault[] = [];
  for (const fault of left) {
    if (taken.length === count) break;
    if (!taken.some((one) => one.kind === fault.kind || one.at === fault.at)) taken.push(fault);
  }
  return taken;
}
