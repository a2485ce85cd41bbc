import type { PerCorner } from '../corners';
import { attempt } from '../refusal';
import type { TrialUnit } from '../procedure/types';
import { type CarStand, type PlannerInput, heightsAfter, standCar } from './car-stand';
import { CONSEQUENCES } from './consequences';
import type { FigureUnit } from './consequence';
import type { OneEnd } from './measures';
import type { PartKind } from './part-kinds';
import { partsAt } from './plan-part';
import { type RefitRoom, refitRoom } from './refit';

/** How far one step of a setting is expected to move what is read: mm a hole, mm a turn, degrees a sleeve turn. */
export interface ExpectedSlope {
  slope: number;
  sd: number;
  /** Where it comes from, in words. */
  from: string;
}

/** What a plan says of all that is measured while it is carried out: frozen with the run. */
export interface PlannedFigures {
  figures: Record<string, { name: string; unit: FigureUnit; value: number }>;
  /** Heights to be reached, by the method the car was measured by, mm. */
  heights: PerCorner<number> | null;
  /** By end and unit of the setting: `rear.hole`. */
  slopes: Record<string, ExpectedSlope>;
  /** By end, what the taller strut or coil lacks to go back in; absent in what an earlier release froze. */
  refit?: Partial<Record<OneEnd, RefitRoom>>;
}

export const slopeKey = (end: OneEnd, unit: TrialUnit) => `${end}.${unit}`;

/** Share of a slope it may be off by, from figures assumed for the platform and from measured ones. */
const UNSURE = 0.3;
/** Holes of a shackle plate stand about this far apart, mm. */
const HOLE_MM = 12;
/** Thread of an adjustable seat, mm a turn. */
const SEAT_PITCH_MM = 2;
/** Degrees of the steering wheel for one turn of the sleeve, as cars of this kind come. */
const SLEEVE_DEG = 18;

/** What is changed of which part to see how the car answers, and how much of the trial's unit that is. */
const PROBES: Partial<Record<TrialUnit, { kind: PartKind; key: string; step: number; perUnit: number }>> = {
  hole: { kind: 'shackle', key: 'length', step: 4, perUnit: HOLE_MM },
  'cut turn': { kind: 'coilCut', key: 'turns', step: 0.125, perUnit: 1 },
  'seat turn': { kind: 'seat', key: 'travel', step: 2, perUnit: SEAT_PITCH_MM },
  block: { kind: 'block', key: 't', step: 2, perUnit: 1 },
};

function slopeOf(input: PlannerInput, end: OneEnd, unit: TrialUnit): ExpectedSlope | null {
  if (unit === 'sleeve turn')
    return { slope: SLEEVE_DEG, sd: SLEEVE_DEG * UNSURE, from: 'as cars of this kind come' };
  const probe = PROBES[unit]!;
  const part = partsAt(input.parts, end).find((one) => one.kind === probe.kind);
  if (!part) return null;
  const liftAt = (change: number) =>
    standCar({
      ...input,
      parts: input.parts.map((one) =>
        one === part ? { ...one, set: { ...one.set, [probe.key]: one.set[probe.key]! + change } } : one,
      ),
    }).axleLift[end];
  const read = attempt(() => (liftAt(probe.step) - liftAt(0)) / probe.step);
  if (!read.ok) return null;
  const slope = read.value * probe.perUnit;
  if (!Number.isFinite(slope) || Math.abs(slope) < 1e-6) return null;
  return { slope, sd: Math.abs(slope) * UNSURE, from: 'by the plan of this car' };
}

const UNITS: readonly TrialUnit[] = ['hole', 'cut turn', 'seat turn', 'block', 'sleeve turn'];

/**
 * What a plan expects to be read while it is carried out.
 * @param learned what jobs with the same kit on the same platform came to, by end and unit: counts before the geometry
 * @returns the plan's figures by the name of their consequence, the heights to be reached, and how far each setting
 *   moves the car at its end, from its own geometry: one setting is changed a little and the car stood again
 */
export function plannedFigures(
  input: PlannerInput,
  learned: Readonly<Record<string, ExpectedSlope>> = {},
): PlannedFigures {
  const stand = standCar(input);
  const slopes: PlannedFigures['slopes'] = {};
  for (const end of ['front', 'rear'] as const)
    for (const unit of UNITS) {
      const key = slopeKey(end, unit);
      const slope = learned[key] ?? slopeOf(input, end, unit);
      if (slope) slopes[key] = slope;
    }
  const predicted = heightsAfter(input, stand);
  return {
    figures: figuresOf(stand),
    slopes,
    refit: refitsOf(stand),
    heights: predicted && wanted(predicted, input.targets),
  };
}

/** What was asked for where that is a height; what is predicted elsewhere. */
function wanted(predicted: PerCorner<number>, { front, rear }: PlannerInput['targets']): PerCorner<number> {
  return {
    LF: front ?? predicted.LF,
    RF: front ?? predicted.RF,
    LR: rear ?? predicted.LR,
    RR: rear ?? predicted.RR,
  };
}

const refitsOf = (stand: CarStand): PlannedFigures['refit'] =>
  Object.fromEntries(
    (['front', 'rear'] as const).flatMap((end) => {
      const room = attempt(() => refitRoom(stand, end));
      return room.ok && room.value ? [[end, room.value]] : [];
    }),
  );

function figuresOf(stand: CarStand): PlannedFigures['figures'] {
  return Object.fromEntries(
    CONSEQUENCES.filter((rule) => rule.applies(stand)).flatMap((rule) => {
      const read = attempt(() => rule.figure(stand));
      if (!read.ok || !Number.isFinite(read.value)) return [];
      const name = rule.end === 'car' ? rule.name : `${rule.name}, ${rule.end}`;
      return [[rule.id, { name, unit: rule.unit, value: read.value }]];
    }),
  );
}
