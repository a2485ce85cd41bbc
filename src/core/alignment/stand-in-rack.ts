import type { AlignmentReadings, AlignmentSpec, Range } from '../calc/alignment.verdict';
import type { Corner } from '../corners';
import { drawsFrom, normalFrom } from '../draws';
import type { CarStand } from '../planner/car-stand';
import { type WheelMoves, readingsWith } from './coach';

/** What a rack that is not there would read: made up, and by the car’s own links where something was turned. */

const middle = (range: Range | undefined, without: number) =>
  range === undefined ? without : ((range.min ?? range.max! - 1) + (range.max ?? range.min! + 1)) / 2;
const round = (value: number) => Math.round(value * 100) / 100;

/** How a sheet comes out: in its ranges, with caster short of them, or by what was turned at the wheels. */
export type RackOutcome = { as: 'in' | 'short' } | { as: 'turned'; car: CarStand; moves: WheelMoves };

/** What the rack's own heads are off by from one reading to the next, degrees. */
const HEADS_SD = 0.02;

/** The same car as it came, with what was turned at it: by its links, and the rack's own noise. */
function turned(came: AlignmentReadings, car: CarStand, moves: WheelMoves): AlignmentReadings {
  const normal = normalFrom(drawsFrom(4711));
  const read = readingsWith(car, came, moves);
  const wheel = <W extends object>(one: W | undefined) =>
    one &&
    (Object.fromEntries(
      Object.entries(one).map(([angle, value]) => [angle, round((value as number) + normal() * HEADS_SD)]),
    ) as W);
  return { ...read, LF: wheel(read.LF)!, RF: wheel(read.RF)!, LR: wheel(read.LR), RR: wheel(read.RR) };
}

/**
 * Readings that are made up: within a spec, with caster short of it, or as the car came with what was turned at it.
 * @param scatter by how much a wheel came in off, degrees: asked for each angle of each wheel
 * @throws Refusal where the links bind before they can be set so
 */
export function standInReadings(
  spec: AlignmentSpec | null,
  outcome: RackOutcome,
  scatter: (corner: Corner) => number = () => 0,
): { before: AlignmentReadings; after: AlignmentReadings } {
  const short = outcome.as === 'short';
  const caster = short ? (spec?.front.caster?.min ?? 2.4) - 0.5 : middle(spec?.front.caster, 3);
  const camber = middle(spec?.front.camber, 0);
  const toe = middle(spec?.front.toeTotal, 0.1) / 2;
  const rear = {
    camber: round(middle(spec?.rear?.camber, -0.3)),
    toe: round(middle(spec?.rear?.toeTotal, 0.1) / 2),
  };
  const wheel = (off: number) => ({
    caster: round(caster + off),
    camber: round(camber - off),
    toe: round(toe),
  });
  const came = (corner: Corner, off: number) => ({
    caster: round(caster - 0.6 + off + scatter(corner)),
    camber: round(camber + 0.55 - off + scatter(corner)),
    toe: round(toe + 0.22 + off / 2 + scatter(corner) / 4),
  });
  const before = {
    LF: came('LF', 0.05),
    RF: came('RF', -0.1),
    LR: rear,
    RR: { ...rear, toe: round(rear.toe + 0.04) },
    setback: 3,
  };
  if (outcome.as === 'turned') return { before, after: turned(before, outcome.car, outcome.moves) };
  return {
    before,
    after: { LF: wheel(0.05), RF: wheel(-0.05), LR: rear, RR: rear, setback: 2 },
  };
}
