'use client';

import dynamic from 'next/dynamic';
import { useRef, useState } from 'react';
import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { Cure } from '@/core/planner/consequence';
import { pricedBy } from '@/core/planner/price-book';
import { planAcross, planSide } from '@/core/planner/drawing';
import type { LearnedLift } from '@/core/planner/learning';
import { wholeSheet } from '@/core/planner/measures';
import { partKind } from '@/core/planner/part-kinds';
import { axleMeans } from '@/core/stance/plan';
import { hoursText, moneyText } from '@/core/units/money';
import { Button } from '@/ui/button';
import { Shapes } from '@/ui/shapes';
import { KnownOfKits } from '../kits/known-of-kits';
import { ChangesList } from './changes-list';
import { FiguresForm } from './figures-form';
import { KeepPlan } from './keep-plan';
import { PartStack } from './part-stack';
import type { PlanDraft, PlannerProps } from './planner-props';
import { useSpread } from './planner-worker';
import { type Beside, MOST_BESIDE, SideBySide, schoolPlans } from './side-by-side';
import { usePlan } from './use-plan';
import { Weights } from './weights';

/** It comes when somebody moves the car. */
const MovingCar = dynamic(() => import('./moving-car').then((one) => one.MovingCar));

/** With its chart: it comes when somebody searches. */
const FindDialog = dynamic(() => import('./find-dialog').then((one) => one.FindDialog));

function describeLearned(end: string, learned: LearnedLift): string | null {
  if (learned.jobs === 0) return null;
  const pct = (learned.ratio - 1) * 100;
  const what =
    Math.abs(pct) < 0.5
      ? 'come out as computed'
      : `give ${Math.abs(pct).toFixed(1)}% ${pct > 0 ? 'more' : 'less'} than computed`;
  const from = learned.from === 'kit' ? 'with this kit' : 'on this platform';
  return `${end}: ${learned.jobs} finished ${learned.jobs === 1 ? 'job' : 'jobs'} ${from} ${what}; counted in.`;
}

function HeightsLine({
  end,
  predicted,
  goal,
  band,
  unit,
  measured,
}: {
  end: 'front' | 'rear';
  predicted: number;
  goal: number | null;
  band: { p10: number; p90: number } | null;
  unit: TapeUnit;
  measured: boolean;
}) {
  const by = goal === null ? null : predicted - goal;
  return (
    <p className="flex flex-wrap items-baseline gap-x-3" data-testid={`predicted-${end}`}>
      <span className="w-12 font-head text-lg text-soft">{end}</span>
      <span className="figure text-2xl text-predicted">Predicted {formatTape(predicted, unit)}</span>
      {goal !== null && (
        <span>
          against a target of {formatTape(goal, unit)}:{' '}
          <strong>
            {Math.abs(by!) <= 6.35
              ? 'meets it'
              : `${formatTape(Math.abs(by!), unit)} ${by! > 0 ? 'above' : 'below'}`}
          </strong>
        </span>
      )}
      {band && (
        <span className="text-soft">
          likely {formatTape(band.p10, unit)} to {formatTape(band.p90, unit)}
        </span>
      )}
      {!measured && <span className="text-soft">drawn on assumed heights: nothing was measured</span>}
    </p>
  );
}

/** The stance planner: parts as layers, the car redrawn with each change, what else changes, plans side by side. */
export function Planner({
  start,
  props,
  onDraft,
}: {
  start: PlanDraft;
  props: PlannerProps;
  /** Told of each change, by a page that keeps the draft. */
  onDraft?: (draft: PlanDraft) => void;
}) {
  const { unit, currency, catalog, past, platform, order } = props;
  const [draft, setDraft] = useState(start);
  const [beside, setBeside] = useState<Beside[]>([]);
  const [finding, setFinding] = useState(false);
  const [figures, setFigures] = useState(false);
  const [moving, setMoving] = useState(false);
  // What is put back seconds later is put into the plan as it is then.
  const latest = useRef(start);
  const change = (next: (before: PlanDraft) => PlanDraft) => {
    latest.current = next(latest.current);
    setDraft(latest.current);
    onDraft?.(latest.current);
  };
  const planned = usePlan(draft, past, platform);
  const spread = useSpread(planned.input, {
    front: planned.learned.front.sdLog,
    rear: planned.learned.rear.sdLog,
  });
  const { stand, predicted, baseline } = planned;
  const band = spread && draft.baseline ? spread.corners : null;
  const cure = (one: Cure) =>
    change((before) => {
      if (one.kind === 'add')
        return {
          ...before,
          parts: [...before.parts, pricedBy(catalog, { ...one.part, id: crypto.randomUUID() })],
        };
      if (one.kind === 'set')
        return {
          ...before,
          parts: before.parts.map((part) =>
            part.id === one.partId ? { ...part, set: { ...part.set, ...one.set } } : part,
          ),
        };
      if (one.kind === 'leave-out')
        return { ...before, parts: before.parts.filter((part) => part.id !== one.partId) };
      return { ...before, accessories: before.accessories.filter((other) => other.id !== one.accessoryId) };
    });
  const picture = stand &&
    predicted &&
    baseline && {
      body: draft.body,
      unit,
      stand,
      baseline,
      predicted,
      target: draft.targets,
      band,
      fromFloor: draft.method === 'floor',
    };
  const irreversible = draft.parts.filter((part) => partKind(part.kind).irreversible);
  const means = predicted && axleMeans(predicted);
  const learnedLines = [
    describeLearned('Front', planned.learned.front),
    describeLearned('Rear', planned.learned.rear),
  ].filter((words): words is string => words !== null);
  return (
    <div>
      <div className="grid gap-x-9 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
        <div className="min-w-0">
          {picture && <Shapes drawing={planSide(picture)} className="w-full" />}
          {planned.stopped && <p className="hatch px-4 py-3 font-semibold">{planned.stopped}</p>}
          {picture && means && (
            <>
              {(['front', 'rear'] as const).map((end) => (
                <HeightsLine
                  key={end}
                  end={end}
                  predicted={means[end]}
                  goal={draft.targets[end]}
                  measured={draft.baseline !== null}
                  band={
                    band && {
                      p10:
                        end === 'front' ? (band.LF.p10 + band.RF.p10) / 2 : (band.LR.p10 + band.RR.p10) / 2,
                      p90:
                        end === 'front' ? (band.LF.p90 + band.RF.p90) / 2 : (band.LR.p90 + band.RR.p90) / 2,
                    }
                  }
                  unit={unit}
                />
              ))}
              {!moving && (
                <div className="mt-3 grid grid-cols-2 gap-4">
                  <Shapes drawing={planAcross(picture, 'front')} className="w-full" />
                  <Shapes drawing={planAcross(picture, 'rear')} className="w-full" />
                </div>
              )}
              <Button className="mt-3" aria-expanded={moving} onClick={() => setMoving(!moving)}>
                {moving ? 'Stand it still' : 'Move it through its travel'}
              </Button>
              {moving && (
                <MovingCar
                  car={picture.stand}
                  input={planned.input}
                  body={draft.body}
                  baseline={picture.baseline}
                  fromFloor={picture.fromFloor}
                />
              )}
            </>
          )}
          {learnedLines.map((words) => (
            <p key={words} className="text-soft">
              {words}
            </p>
          ))}
          <div className="mt-5">
            <ChangesList judged={planned.judged} spread={spread} unit={unit} onCure={cure} />
            <KnownOfKits
              kits={props.known.filter((kit) => draft.parts.some((part) => part.kit === kit.name))}
              unit={unit}
            />
          </div>
          <p className="mt-3 text-soft">
            Predictions from this car’s own figures and its parts, dashed wherever they are drawn; never a
            maker’s specification. The kit maker’s sheet, local code and a qualified technician come first,
            and it is measured again on its wheels.
          </p>
        </div>
        <div className="grid content-start gap-5">
          <div className="border-b-2 border-ink pb-3">
            <p className="flex flex-wrap items-baseline justify-between gap-x-4">
              <span className="figure text-3xl">
                {moneyText(planned.cost, currency)} · {hoursText(planned.minutes)}
              </span>
              <span
                data-testid="plan-mark"
                className={planned.musts.length ? 'font-semibold text-danger' : 'text-soft'}
              >
                {planned.musts.length
                  ? planned.musts.length === 1
                    ? 'a safety point to fix'
                    : `${planned.musts.length} safety points to fix`
                  : 'no safety point to fix'}
              </span>
            </p>
            {irreversible.length > 0 && (
              <p className="caution mt-2 px-3 py-2 font-medium">
                Cannot be undone: {irreversible.map((part) => part.name.toLowerCase()).join(', ')}.
              </p>
            )}
            <p className="flex flex-wrap gap-2 pt-3">
              <Button onClick={() => setFinding(true)}>Find me parts</Button>
              <Button
                disabled={beside.length >= MOST_BESIDE || draft.parts.length === 0}
                onClick={() =>
                  setBeside((before) => [
                    ...before,
                    { id: crypto.randomUUID(), name: `Plan ${before.length + 1}`, parts: draft.parts },
                  ])
                }
              >
                Compare
              </Button>
              <Button
                disabled={!draft.baseline || (draft.targets.front === null && draft.targets.rear === null)}
                onClick={() => void schoolPlans(draft, past, platform, catalog).then(setBeside)}
              >
                Other ways to lift it
              </Button>
              <Button aria-expanded={figures} onClick={() => setFigures(!figures)}>
                What we measured and know
              </Button>
            </p>
            {figures && (
              <FiguresForm
                setup={draft.setup}
                sheet={draft.sheet}
                unit={unit}
                change={(sheet) => change((before) => ({ ...before, sheet }))}
              />
            )}
          </div>
          {(['front', 'rear'] as const).map((end) => (
            <PartStack
              key={end}
              end={end}
              kind={draft.setup[end]}
              parts={draft.parts}
              catalog={catalog}
              unit={unit}
              currency={currency}
              change={(next) => change((before) => ({ ...before, parts: next(before.parts) }))}
            />
          ))}
          <Weights
            accessories={draft.accessories}
            wheelbase={wholeSheet(draft.setup, draft.sheet).wheelbase!.value}
            unit={unit}
            change={(accessories) => change((before) => ({ ...before, accessories }))}
          />
          {order && (
            <KeepPlan
              draft={draft}
              order={order}
              stacked={planned.musts.some((one) => one.id.endsWith('.stacked'))}
            />
          )}
        </div>
      </div>
      <SideBySide
        plans={beside}
        draft={draft}
        past={past}
        platform={platform}
        unit={unit}
        currency={currency}
        centsPerHour={props.centsPerHour}
        onTake={(plan) => change((before) => ({ ...before, parts: plan.parts }))}
        onDrop={(id) => setBeside((before) => before.filter((plan) => plan.id !== id))}
      />
      {finding && (
        <FindDialog
          open={finding}
          onClose={() => setFinding(false)}
          input={planned.input}
          catalog={catalog}
          past={past}
          platform={platform}
          unit={unit}
          currency={currency}
          onTake={(parts) => change((before) => ({ ...before, parts }))}
        />
      )}
    </div>
  );
}
