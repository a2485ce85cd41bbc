import { judgeStepFigures } from '../ledger/figures';
import { comparisonFor } from '../ledger/compared';
import { loopOf } from '../ledger/trial-loop';
import type { FigureData } from '../ledger/kinds/measured';
import type { OrderState } from '../ledger/order-state';
import { COMPARED } from '../procedure/compare';
import { isCoilCut } from '../procedure/coil-cuts';
import { isFigureUnit } from '../procedure/figures';
import type { Measure, Step } from '../procedure/types';

/** What a careful hand reads in a step: made up for the demo and for tests, and such that every judgement is met. */

const USUAL: [RegExp, number][] = [
  [/hub to lip|heights?/, 560],
  [/floor to lip/, 930],
  [/diagonal|wheelbase/, 1840],
  [/axle to frame/, 412],
  [/frame width/, 860],
  [/free length/, 402],
  [/arch/, 190],
  [/eye to eye|tube|link/, 486],
  [/open/, 560],
  [/closed/, 350],
  [/gain|claim/, 50],
  [/load|weight/, 1120],
  [/angle/, 6],
];
const usual = ({ what, unit, corner }: Measure, state: OrderState): number => {
  const stood = corner && /hub to lip/.test(what) && state.heights.at(-1)?.mm[corner];
  if (stood) return stood;
  if (unit === 'count') return /pins/.test(what) ? 11 : /hole/.test(what) ? 1 : 3;
  if (unit === 'turns') return 9;
  if (unit === 'deg') return 4.5;
  return USUAL.find(([words]) => words.test(what))?.[1] ?? 24;
};

function meeting(measure: Measure, reference: number | null, state: OrderState): number {
  const { least, most, changeLeast, changeMost, within } = measure.judge ?? {};
  if (reference !== null && within !== undefined) return reference;
  if (reference !== null && changeLeast !== undefined) return reference + changeLeast;
  if (reference !== null && changeMost !== undefined) return reference + changeMost;
  const value = usual(measure, state);
  if (least !== undefined && value < least) return least;
  return most !== undefined && value > most ? most : value;
}

const written = (value: number, unit: string) =>
  unit === 'mm' ? `${Math.round(value * 10) / 10} mm` : String(value);

/** Figures of a step that are still to be read, each as it is typed. */
export function figuresToRead(state: OrderState, step: Step): { measureId: string; text: string }[] {
  if (isCoilCut(step)) return [];
  const given: FigureData[] = [];
  const typed: { measureId: string; text: string }[] = [];
  for (const [index, measure] of (step.measure ?? []).entries()) {
    const one = judgeStepFigures(state, step, given)[index]!;
    if (one.figure) continue;
    const { unit } = measure;
    const value =
      unit === 'word' || !isFigureUnit(unit) ? null : meeting(measure, one.reference?.value ?? null, state);
    const text = value === null ? (unit === 'word' ? 'none' : '4') : written(value, unit);
    typed.push({ measureId: one.measureId, text });
    given.push({
      stepId: step.id,
      measureId: one.measureId,
      what: measure.what,
      unit,
      corner: null,
      text,
      value,
      by: 'hand',
      against: null,
      verdict: null,
    });
  }
  return typed;
}

type Command = ['try.record' | 'compare.record', Record<string, unknown>];

/** What a step asks to be recorded before it is done: a try that is there, old laid beside new. */
export function recordsFirst(state: OrderState, step: Step): Command[] {
  const records: Command[] = [];
  const loop = loopOf(state, step);
  if (loop && loop.answer?.stop !== 'there') {
    const set = loop.counted ?? loop.trial.allowed?.[1] ?? 2;
    const value = loop.target ?? 560;
    const text = loop.trial.unit === 'sleeve turn' ? String(value) : `${Math.round(value * 10) / 10} mm`;
    records.push(['try.record', { stepId: step.id, set, readings: [text], lengths: 'mm' }]);
  }
  if (step.compare && !comparisonFor(state, step)) {
    const { kind } = step.compare;
    const pairs = COMPARED[kind].pairs
      .filter(({ within }) => within !== null)
      .map(({ id, unit }) => ({
        id,
        old: unit === 'mm' ? '14 mm' : '24',
        fresh: unit === 'mm' ? '14 mm' : '24',
      }));
    const end = step.corner
      ? step.corner.endsWith('F')
        ? 'front'
        : 'rear'
      : step.end === 'front'
        ? 'front'
        : 'rear';
    records.push(['compare.record', { stepId: step.id, kind, end, corner: step.corner ?? null, pairs }]);
  }
  return records;
}
