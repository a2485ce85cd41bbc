import {
  type AlignmentReadings,
  type AlignmentSpec,
  type Range,
  pairedAngles,
  judgeAlignment,
} from '../calc/alignment.verdict';

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
  /** Null where it was not read before. */
  before: number | null;
  after: number;
  /** An angle without a limit is read and not judged. */
  verdict: 'low' | 'in' | 'high' | 'not judged';
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

/** Every angle of a set of readings by its name, judged or not. */
function anglesOf(readings: AlignmentReadings): Record<string, number | undefined> {
  const { LF, RF, LR, RR, setback } = readings;
  const { crossCaster, crossCamber, frontToeTotal, rearToeTotal, thrustDeg } = pairedAngles(readings);
  return {
    'front.caster.left': LF.caster,
    'front.camber.left': LF.camber,
    'front.caster.right': RF.caster,
    'front.camber.right': RF.camber,
    'front.caster.cross': crossCaster,
    'front.camber.cross': crossCamber,
    'front.toe.total': frontToeTotal,
    'front.setback': setback,
    'rear.camber.left': LR?.camber,
    'rear.camber.right': RR?.camber,
    'rear.toe.total': rearToeTotal,
    'rear.thrust': thrustDeg,
  };
}

/**
 * The angles of a sheet side by side, before and after, with the range each is held against; an angle without a limit
 * stands among them as not judged.
 */
export function alignmentRows(
  spec: AlignmentSpec,
  before: AlignmentReadings,
  after: AlignmentReadings,
): AlignmentRow[] {
  const judged = new Map(judgeAlignment({ spec, readings: after }).items.map((item) => [item.angle, item]));
  const was = anglesOf(before);
  const is = anglesOf(after);
  return Object.keys(ANGLE_NAMES).flatMap((angle): AlignmentRow[] => {
    const value = is[angle];
    if (value === undefined) return [];
    return [
      {
        angle,
        name: ANGLE_NAMES[angle]!,
        unit: angle === 'front.setback' ? 'mm' : 'deg',
        before: was[angle] ?? null,
        after: value,
        verdict: judged.get(angle)?.verdict ?? 'not judged',
        range: rangeText(rangeOf(spec, angle)),
      },
    ];
  });
}

/** What a sheet as a whole comes to, in words: a sheet held against nothing is not a pass. */
export function describeSheet(rows: readonly Pick<AlignmentRow, 'verdict'>[], notReached = ''): string {
  const judged = rows.filter((row) => row.verdict !== 'not judged');
  if (!judged.length)
    return 'No angle has a limit: there is nothing to judge the sheet by, and it is no pass.';
  if (judged.some((row) => row.verdict !== 'in')) return `Not all reached: ${notReached || 'see above'}.`;
  return judged.length === rows.length
    ? 'All angles within their range.'
    : 'Every angle that has a limit is within it; the others are not judged.';
}

/** An angle with its sign, two places: `+0.12°`; a dash where there is none. */
export function angleText(value: number | null | undefined, unit: 'deg' | 'mm' = 'deg'): string {
  if (value === null || value === undefined) return '–';
  const rounded = Math.round(value * 100) / 100 + 0;
  const sign = rounded > 0 ? '+' : rounded < 0 ? '−' : '';
  return `${sign}${Math.abs(rounded).toFixed(2)}${unit === 'deg' ? '°' : ' mm'}`;
}
