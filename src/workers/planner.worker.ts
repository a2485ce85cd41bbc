import { expose } from 'comlink';
import type { PlannerInput } from '@/core/planner/car-stand';
import { droopList } from '@/core/planner/droop-list';
import { type CatalogPart, findParts } from '@/core/planner/find-parts';
import { type FinishedLift, learnFor, ratiosOf } from '@/core/planner/learning';
import { type OneEnd } from '@/core/planner/measures';
import { partKind } from '@/core/planner/part-kinds';
import { freshPart } from '@/core/planner/plan-part';
import { schoolsFor } from '@/core/planner/schools';
import { sweepsOf } from '@/core/planner/moving-car/sweep';
import { spreadOfPlan } from '@/core/planner/spread';
import { Refusal } from '@/core/refusal';

/** A refusal crosses to the page as a value. */
function answered<T>(work: () => T): { ok: true; answer: T } | { ok: false; message: string; field: string } {
  try {
    return { ok: true, answer: work() };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, message: error.message, field: error.field };
    throw error;
  }
}

const doors = {
  spread: (input: PlannerInput, sd: { front: number; rear: number }) =>
    answered(() => {
      const began = performance.now();
      const spread = spreadOfPlan(input, 10_000, 1, sd);
      return { ...spread, ms: performance.now() - began };
    }),
  sweeps: (input: PlannerInput, end: OneEnd) => answered(() => sweepsOf(input, end)),
  droop: (input: PlannerInput) => answered(() => droopList(input)),
  find: (
    input: PlannerInput,
    catalog: CatalogPart[],
    tolerance: number,
    past: FinishedLift[],
    platform: string,
  ) =>
    answered(() =>
      findParts(input, catalog, tolerance, (parts) => ratiosOf(learnFor(parts, past, platform))),
    ),
  schools: (input: PlannerInput, wanted: Record<OneEnd, number | null>) =>
    answered(() =>
      (['front', 'rear'] as const).map((end) => {
        const lift = wanted[end];
        if (lift === null) return [];
        return schoolsFor(input, end, lift, (kind, key) =>
          partKind(kind).settings.find((setting) => setting.id === key)!,
        );
      }),
    ),
};
export type PlannerApi = typeof doors;

/** Code that has run a while runs several times as fast: the draws are run in before the first plan asks for them. */
function warmUp(): void {
  const car: PlannerInput = {
    setup: { front: 'coilover', rear: 'leaf-over' },
    sheet: {},
    parts: [freshPart('strutSpacer', 'front', 'a'), freshPart('block', 'rear', 'b')],
    accessories: [],
    baseline: null,
    method: 'hub',
    targets: { front: null, rear: null },
  };
  for (let round = 0; round < 3; round += 1) spreadOfPlan(car, 4000);
}

warmUp();
expose(doors);
