import { answer } from '@/core/calc';
import { type PlannerInput, standCar } from '@/core/planner/car-stand';
import type { Cure } from '@/core/planner/consequence';
import { type Judged, judgeCar } from '@/core/planner/judge';
import type { OneEnd } from '@/core/planner/measures';
import { type PlanPart, freshPart } from '@/core/planner/plan-part';

/** Cars made up for the planner's tests: how they are hung, what is measured on them, what goes on. */

export type Set = Record<string, number>;
let count = 0;
export const part = (kind: PlanPart['kind'], end: OneEnd, set: Set = {}): PlanPart => {
  count += 1;
  return freshPart(kind, end, `part-${count}`, set);
};
const measured = (figures: Set) =>
  Object.fromEntries(
    Object.entries(figures).map(([key, value]) => [key, { value, known: 'measured' as const }]),
  );

export interface DemoCar {
  front?: PlannerInput['setup']['front'];
  rear?: PlannerInput['setup']['rear'];
  figures?: Set;
  parts?: PlanPart[];
  accessories?: PlannerInput['accessories'];
}

export const planOf = ({
  front = 'coilover',
  rear = 'leaf-over',
  figures = {},
  parts = [],
  accessories = [],
}: DemoCar) =>
  ({
    setup: { front, rear },
    sheet: measured(figures),
    parts,
    accessories,
    baseline: null,
    method: 'hub',
    targets: { front: null, rear: null },
  }) satisfies PlannerInput;

export function taken(input: PlannerInput, cure: Cure): PlannerInput {
  if (cure.kind === 'add') return { ...input, parts: [...input.parts, { ...cure.part, id: 'cure' }] };
  if (cure.kind === 'set')
    return {
      ...input,
      parts: input.parts.map((one) =>
        one.id === cure.partId ? { ...one, set: { ...one.set, ...cure.set } } : one,
      ),
    };
  if (cure.kind === 'leave-out')
    return { ...input, parts: input.parts.filter((one) => one.id !== cure.partId) };
  return { ...input, accessories: input.accessories.filter((one) => one.id !== cure.accessoryId) };
}

/** One field of a calculator's answer. */
export function calc(name: string, input: object, field: string): number {
  const got = answer(name, input);
  if (!got.ok) throw new Error(got.error.message);
  return field.split('.').reduce((value: unknown, key) => (value as Set)[key], got.output) as number;
}

/** Each cure that is offered for a figure beyond its limit clears it, alone. */
export function expectEachCureClears(input: PlannerInput, { id, cures }: Judged): void {
  expect(cures.length).toBeGreaterThan(0);
  for (const cure of cures) {
    const after = judgeCar(standCar(taken(input, cure))).find((one) => one.id === id);
    expect(`${cure.label}: ${after?.level ?? 'gone'}`).not.toMatch(/must|never/);
  }
}
