import { Refusal } from '../refusal';

export interface Range {
  min?: number;
  max?: number;
}

export interface AlignmentSpec {
  front: {
    caster?: Range;
    camber?: Range;
    toeTotal?: Range;
    crossCaster?: number;
    crossCamber?: number;
    setback?: number;
  };
  rear?: { camber?: Range; toeTotal?: Range; thrust?: number };
}

/** Toe of the front wheels is on every sheet; a cart's has nothing else, and a solid rear axle is not always read. */
export interface AlignmentReadings {
  LF: { caster?: number; camber?: number; toe: number };
  RF: { caster?: number; camber?: number; toe: number };
  LR?: { camber?: number; toe?: number };
  RR?: { camber?: number; toe?: number };
  setback?: number;
}

/** Two readings put together, where both are on the sheet. */
const both = (
  left: number | undefined,
  right: number | undefined,
  together: (left: number, right: number) => number,
): number | undefined => (left === undefined || right === undefined ? undefined : together(left, right));

/** What a sheet's readings come to, left against right; what it does not hold stays undefined. */
export function pairedAngles({ LF, RF, LR, RR }: AlignmentReadings) {
  return {
    crossCaster: both(LF.caster, RF.caster, (left, right) => left - right),
    crossCamber: both(LF.camber, RF.camber, (left, right) => left - right),
    frontToeTotal: LF.toe + RF.toe,
    rearToeTotal: both(LR?.toe, RR?.toe, (left, right) => left + right),
    thrustDeg: both(LR?.toe, RR?.toe, (left, right) => (left - right) / 2),
  };
}

export const FIELD_OF: Record<string, string> = {
  'front.caster.left': 'LF.caster',
  'front.camber.left': 'LF.camber',
  'front.caster.right': 'RF.caster',
  'front.camber.right': 'RF.camber',
  'front.caster.cross': 'LF.caster',
  'front.camber.cross': 'LF.camber',
  'front.setback': 'setback',
  'rear.camber.left': 'LR.camber',
  'rear.camber.right': 'RR.camber',
  'rear.toe.total': 'LR.toe',
  'rear.thrust': 'LR.toe',
};

export interface AlignmentItem {
  angle: string;
  value: number;
  verdict: 'low' | 'in' | 'high';
}

export const HAIR = 1e-9;

function judge(angle: string, value: number, range: Range): AlignmentItem {
  const low = range.min !== undefined && value < range.min - HAIR;
  const high = range.max !== undefined && value > range.max + HAIR;
  return { angle, value, verdict: low ? 'low' : high ? 'high' : 'in' };
}

/**
 * Judges an alignment sheet against its spec, angle by angle. Degrees, toe-in positive and per wheel, setback in mm.
 * @returns the judged items in reading order, the cross values and totals, and whether all are in
 * @throws Refusal when the spec limits an angle that the sheet does not hold
 */
export function judgeAlignment({ spec, readings }: { spec: AlignmentSpec; readings: AlignmentReadings }) {
  const { LF, RF, LR, RR } = readings;
  const { crossCaster, crossCamber, frontToeTotal, rearToeTotal, thrustDeg } = pairedAngles(readings);
  const { front, rear = {} } = spec;
  const either = (limit: number | undefined) =>
    limit === undefined ? undefined : { min: -limit, max: limit };
  const candidates: [string, number | undefined, Range | undefined][] = [
    ['front.caster.left', LF.caster, front.caster],
    ['front.camber.left', LF.camber, front.camber],
    ['front.caster.right', RF.caster, front.caster],
    ['front.camber.right', RF.camber, front.camber],
    ['front.caster.cross', crossCaster, either(front.crossCaster)],
    ['front.camber.cross', crossCamber, either(front.crossCamber)],
    ['front.toe.total', frontToeTotal, front.toeTotal],
    ['front.setback', readings.setback, either(front.setback)],
    ['rear.camber.left', LR?.camber, rear.camber],
    ['rear.camber.right', RR?.camber, rear.camber],
    ['rear.toe.total', rearToeTotal, rear.toeTotal],
    ['rear.thrust', thrustDeg, either(rear.thrust)],
  ];
  const items = candidates.flatMap(([angle, value, range]) => {
    if (range === undefined) return [];
    if (value !== undefined) return [judge(angle, value, range)];
    const field = FIELD_OF[angle]!;
    const what = field.split('.').pop()!;
    throw new Refusal(
      'missing',
      `The spec limits ${what}, so the sheet has to give it.`,
      `readings.${field}`,
    );
  });
  const pass = items.every((item) => item.verdict === 'in');
  return { items, crossCaster, crossCamber, frontToeTotal, rearToeTotal, thrustDeg, pass };
}
