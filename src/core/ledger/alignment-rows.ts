import type { AlignmentReadings, AlignmentSpec, Range } from '../calc/alignment.verdict';
import { judgeAlignment } from '../calc/alignment.verdict';

export const ANGLE_NAMES: Record<string, string> = {
  'front.caster.left': 'Caster, left front',
  'front.camber.left': 'Camber, left front',
  'front.caster.right': 'Caster, right front',
  'front.camber.right': 'Camber, right front',
  'front.caster.cross': 'Caster, left less right',
  'front.camber.cross': 'Camber, left less right',
  'front.toe.total': 'Toe, front total',
  'front.setback': 'Setback',
  'rear.camber.left': 'Camber, left rear',
  'rear.camber.right': 'Camber, right rear',
  'rear.toe.total': 'Toe, rear total',
  'rear.thrust': 'Thrust angle',
};

export interface AlignmentRow {
  angle: string;
  name: string;
  unit: 'deg' | 'mm';
  before: number;
  after: number;
  verdict: 'low' | 'in' | 'high';
  range: string;
}

function rangeOf(spec: AlignmentSpec, angle: string): Range | number | undefined {
  const { front, rear = {} } = spec;
  const ranges: Record<string, Range | number | undefined> = {
    'front.caster.left': front.caster,
    'front.caster.right': front.caster,
    'front.camber.left': front.camber,
    'front.camber.right': front.camber,
    'front.caster.cross': front.crossCaster,
    'front.camber.cross': front.crossCamber,
    'front.toe.total': front.toeTotal,
    'front.setback': front.setback,
    'rear.camber.left': rear.camber,
    'rear.camber.right': rear.camber,
    'rear.toe.total': rear.toeTotal,
    'rear.thrust': rear.thrust,
  };
  return ranges[angle];
}

function rangeText(range: Range | number | undefined): string {
  if (range === undefined) return '';
  if (typeof range === 'number') return `within ±${range}`;
  if (range.min === undefined) return `up to ${range.max}`;
  if (range.max === undefined) return `from ${range.min}`;
  return `${range.min} to ${range.max}`;
}

/** The judged angles of a sheet side by side, before and after, with the range each is held against. */
export function alignmentRows(
  spec: AlignmentSpec,
  before: AlignmentReadings,
  after: AlignmentReadings,
): AlignmentRow[] {
  const was = judgeAlignment({ spec, readings: before }).items;
  return judgeAlignment({ spec, readings: after }).items.map((item, index) => ({
    angle: item.angle,
    name: ANGLE_NAMES[item.angle]!,
    unit: item.angle === 'front.setback' ? 'mm' : 'deg',
    before: was[index]!.value,
    after: item.value,
    verdict: item.verdict,
    range: rangeText(rangeOf(spec, item.angle)),
  }));
}

/** An angle with its sign, two places: `+0.12°`. */
export function angleText(value: number, unit: 'deg' | 'mm' = 'deg'): string {
  const rounded = Math.round(value * 100) / 100 + 0;
  const sign = rounded > 0 ? '+' : rounded < 0 ? '−' : '';
  return `${sign}${Math.abs(rounded).toFixed(2)}${unit === 'deg' ? '°' : ' mm'}`;
}
