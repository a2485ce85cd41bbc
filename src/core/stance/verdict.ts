import { compareHeights } from '../calc/heights.compare';
import type { PerCorner } from '../corners';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import { againstTarget, axleMeans } from './plan';

export interface AxleVerdict {
  end: 'front' | 'rear';
  /** Measured lift, mm. */
  lift: number;
  predictedLift: number | null;
  claim: string;
  target: 'met' | 'high' | 'low' | null;
  targetOff: number | null;
  text: string;
}

interface VerdictInput {
  before: PerCorner<number>;
  after: PerCorner<number>;
  predicted: PerCorner<number> | null;
  target: { front: number | null; rear: number | null };
  claimed: { front?: number; rear?: number };
  wheelbaseMm: number;
}

/** Judges measured heights axle by axle against the claim, the prediction and the target, in words a customer reads. */
export function judgeHeights(input: VerdictInput, unit: TapeUnit) {
  const comparison = compareHeights({
    before: input.before,
    after: input.after,
    wheelbase: input.wheelbaseMm,
    claimed: input.claimed,
  });
  const tape = (mm: number) => formatTape(Math.abs(mm), unit);
  const is = axleMeans(input.after);
  const was = axleMeans(input.before);
  const forecast = input.predicted ? axleMeans(input.predicted) : null;
  const axles = (['front', 'rear'] as const).map((end): AxleVerdict => {
    const lift = end === 'front' ? comparison.frontLift : comparison.rearLift;
    const claim = comparison.verdict[end];
    const goal = input.target[end];
    const held = goal === null ? null : againstTarget(is[end], goal);
    const moved =
      claim === 'no measurable change' ? 'no measurable change' : `${lift < 0 ? 'down' : 'up'} ${tape(lift)}`;
    const against = [
      claim === 'no claim' || claim === 'no measurable change'
        ? null
        : `${claim === 'as claimed' ? 'as the kit claims' : `${claim} of the kit’s claim`}`,
      held === null
        ? null
        : held.verdict === 'met'
          ? 'on target'
          : `${tape(held.off)} ${held.verdict === 'high' ? 'above' : 'below'} target`,
    ].filter(Boolean);
    const name = end === 'front' ? 'Front' : 'Rear';
    return {
      end,
      lift,
      predictedLift: forecast ? forecast[end] - was[end] : null,
      claim,
      target: held?.verdict ?? null,
      targetOff: held?.off ?? null,
      text: `${name} ${[moved, ...against].join(', ')}.`,
    };
  });
  return { comparison, axles };
}
