'use client';

import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';
import { assumedHeights, planSide } from '@/core/planner/drawing';
import type { CatalogPart } from '@/core/planner/find-parts';
import { pricedBy } from '@/core/planner/price-book';
import type { FinishedLift } from '@/core/planner/learning';
import type { PlanPart } from '@/core/planner/plan-part';
import { partsAt } from '@/core/planner/plan-part';
import { axleMeans } from '@/core/stance/plan';
import type { Drawing } from '@/core/stance/shapes';
import { hoursText, moneyText } from '@/core/units/money';
import { Button } from '@/ui/button';
import { Shapes } from '@/ui/shapes';
import type { PlanDraft } from './planner-props';
import { plannerApi } from './planner-worker';
import { planDraft } from './use-plan';

export interface Beside {
  id: string;
  name: string;
  parts: PlanPart[];
}

export const MOST_BESIDE = 4;

/** Drawn this small its words could not be read: they stand beneath it instead. */
const withoutWords = (drawing: Drawing): Drawing => ({
  ...drawing,
  height: drawing.height - 40,
  shapes: drawing.shapes.filter((shape) => shape.kind !== 'text'),
});

/** The schools that reach a draft's targets on this car, at most four plans, each the same school at both ends where it can. */
export async function schoolPlans(
  draft: PlanDraft,
  past: FinishedLift[],
  platform: string,
  catalog: readonly CatalogPart[],
): Promise<Beside[]> {
  const { baseline, targets } = draft;
  // A school's own part comes in no kit: what a kit taught does not count for it.
  const { input } = planDraft({ ...draft, parts: [] }, past, platform);
  if (!baseline) return [];
  const means = axleMeans(baseline);
  const wanted = {
    front: targets.front === null ? null : targets.front - means.front,
    rear: targets.rear === null ? null : targets.rear - means.rear,
  };
  const got = await plannerApi().schools(input, wanted);
  if (!got.ok) return [];
  const [front, rear] = got.answer;
  const count = Math.min(MOST_BESIDE, Math.max(front!.length, rear!.length));
  return Array.from({ length: count }, (_, index) => {
    const ahead = front![Math.min(index, front!.length - 1)];
    const behind = rear![Math.min(index, rear!.length - 1)];
    const chosen = [ahead, behind].filter((one) => one !== undefined);
    return {
      id: `school-${index}`,
      name: [...new Set(chosen.map((one) => one.school.name))].join(' and '),
      parts: chosen.map((one) => pricedBy(catalog, { ...one.part, id: crypto.randomUUID() })),
    };
  });
}

/** Two to four plans side by side: where each would stand, what it leaves unanswered, what it costs and takes. */
export function SideBySide({
  plans,
  draft,
  past,
  platform,
  unit,
  currency,
  centsPerHour,
  onTake,
  onDrop,
}: {
  plans: Beside[];
  draft: PlanDraft;
  past: FinishedLift[];
  platform: string;
  unit: TapeUnit;
  currency: string;
  centsPerHour: number;
  onTake: (plan: Beside) => void;
  onDrop: (id: string) => void;
}) {
  if (!plans.length) return null;
  const columns = plans.map((plan) => ({
    plan,
    of: planDraft({ ...draft, parts: plan.parts }, past, platform),
  }));
  return (
    <section aria-label="Side by side" className="mt-8">
      <h2 className="border-b border-ink pb-1">Side by side</h2>
      <div className="grid gap-x-6 sm:grid-cols-2 xl:grid-cols-4">
        {columns.map(({ plan, of }) => {
          const means = of.predicted && axleMeans(of.predicted);
          const off = (end: 'front' | 'rear') => {
            const goal = draft.targets[end];
            if (goal === null || !means) return '';
            const by = means[end] - goal;
            return Math.abs(by) < 0.8
              ? 'on target'
              : `${formatTape(Math.abs(by), unit)} ${by > 0 ? 'over' : 'under'}`;
          };
          const unpriced = plan.parts.filter((part) => part.cost === 0).length;
          const total = of.cost + (of.minutes / 60) * centsPerHour;
          return (
            <article key={plan.id} className="border-b border-rule py-3">
              <h3>{plan.name}</h3>
              {of.stand && of.predicted && (
                <Shapes
                  className="w-full"
                  drawing={withoutWords(
                    planSide({
                      body: draft.body,
                      unit,
                      stand: of.stand,
                      baseline: of.baseline ?? assumedHeights(of.stand),
                      predicted: of.predicted,
                      target: draft.targets,
                      band: null,
                      fromFloor: draft.method === 'floor',
                    }),
                  )}
                />
              )}
              {of.stopped && <p className="font-medium text-danger">{of.stopped}</p>}
              <dl className="grid grid-cols-[4.5rem_1fr] gap-x-2">
                {(['front', 'rear'] as const).map((end) => (
                  <div key={end} className="contents">
                    <dt className="font-head text-soft">{end}</dt>
                    <dd>
                      {means && <span className="figure text-predicted">{formatTape(means[end], unit)}</span>}{' '}
                      {off(end)}
                      <span className="block text-sm text-soft">
                        {partsAt(plan.parts, end)
                          .map((part) => part.name)
                          .join(', ') || 'as it is'}
                      </span>
                    </dd>
                  </div>
                ))}
                <dt className="font-head text-soft">parts</dt>
                <dd>
                  {moneyText(of.cost, currency)}
                  {unpriced > 0 && (
                    <span className="block text-sm font-medium">
                      {unpriced} without a price in the catalog
                    </span>
                  )}
                </dd>
                <dt className="font-head text-soft">hours</dt>
                <dd>
                  {hoursText(of.minutes)}
                  <span className="block text-sm text-soft">
                    the parts’ own; a quote counts the whole procedures
                  </span>
                </dd>
                <dt className="font-head text-soft">together</dt>
                <dd className="figure">
                  {unpriced > 0 && 'at least '}
                  {moneyText(Math.round(total), currency)}
                </dd>
                <dt className="font-head text-soft">open</dt>
                <dd className={of.musts.length ? 'font-semibold text-danger' : ''}>
                  {of.musts.length
                    ? `${of.musts.length} must: ${of.musts
                        .slice(0, 3)
                        .map((one) => one.name.toLowerCase())
                        .join('; ')}`
                    : 'no safety point to fix'}
                </dd>
              </dl>
              <p className="flex gap-2 pt-2">
                <Button onClick={() => onTake(plan)}>Make it the plan</Button>
                <Button weight="plain" onClick={() => onDrop(plan.id)}>
                  Remove
                </Button>
              </p>
            </article>
          );
        })}
      </div>
    </section>
  );
}
