import type { PerCorner } from '@/core/corners';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { CatalogPart } from '@/core/planner/find-parts';
import type { FinishedLift } from '@/core/planner/learning';
import type { CarSetup, MeasureSheet } from '@/core/planner/measures';
import type { Accessory, PlanPart } from '@/core/planner/plan-part';
import type { KitLine } from '@/server/queries/kit-ledger';
import type { BodyKind } from '@/core/stance/shapes';

/** What the planner starts from: a car of the shop's with an order, or a car made up on the spot. */
export interface PlannerProps {
  body: BodyKind;
  unit: TapeUnit;
  currency: string;
  centsPerHour: number;
  setup: CarSetup;
  sheet: MeasureSheet;
  baseline: PerCorner<number> | null;
  method: 'hub' | 'floor' | 'chassis';
  targets: { front: number | null; rear: number | null };
  parts: PlanPart[];
  accessories: Accessory[];
  catalog: CatalogPart[];
  past: FinishedLift[];
  platform: string;
  /** What the shop knows of its kits from the jobs it finished. */
  known: KitLine[];
  order: { id: string; isLead: boolean; again: boolean } | null;
}

/** A plan as the planner holds it while it is moved about. */
export interface PlanDraft {
  setup: CarSetup;
  body: BodyKind;
  sheet: MeasureSheet;
  baseline: PerCorner<number> | null;
  method: PlannerProps['method'];
  targets: { front: number | null; rear: number | null };
  parts: PlanPart[];
  accessories: Accessory[];
}
