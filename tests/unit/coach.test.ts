import fc from 'fast-check';
import {
  type Coached,
  type WheelMoves,
  againstSaid,
  anglesMoved,
  coachAlignment,
  readingsWith,
} from '@/core/alignment/coach';
import type { AlignmentReadings, AlignmentSpec } from '@/core/calc/alignment.verdict';
import { standCar } from '@/core/planner/car-stand';
import { plainWheel, rowOf } from '../support/moving-cars';
import { part, planOf } from '../support/planned-cars';

const SPEC: AlignmentSpec = {
  front: {
    caster: { min: 2.5, max: 3.5 },
    camber: { min: -0.5, max: 0.5 },
    toeTotal: { min: 0.05, max: 0.15 },
    crossCaster: 0.5,
  },
  rear: { camber: { min: -1, max: 0 }, toeTotal: { min: 0, max: 0.2 }, thrust: 0.1 },
};
const came = (more: Partial<AlignmentReadings> = {}): AlignmentReadings => ({
  LF: { caster: 2.4, camber: 0.3, toe: 0.3 },
  RF: { caster: 2.3, camber: 0.35, toe: 0.25 },
  LR: { camber: -0.8, toe: 0.15 },
  RR: { camber: -0.4, toe: 0 },
  ...more,
});
const cams = standCar(
  planOf({ front: 'coilover', rear: 'multi-link', parts: [part('strutSpacer', 'front', { t: 15 })] }),
);
const movesOf = ({ turns }: Coached): WheelMoves => {
  const moves: WheelMoves = {};
  for (const { corner, adjuster, by } of turns) moves[corner] = { ...moves[corner], [adjuster]: by };
  return moves;
};
const angle = fc.double({ min: -0.35, max: 0.35, noNaN: true });

describe('the alignment coach', () => {
  test('cams and rods together bring every angle to the middle of its range, both sides alike', () => {
    fc.assert(
      fc.property(angle, angle, angle, angle, (a, b, c, d) => {
        const before = came({
          LF: { caster: 2.9 + a, camber: b / 2, toe: 0.2 + c },
          RF: { caster: 2.9 + d, camber: -b / 2, toe: 0.1 - c },
        });
        const coached = coachAlignment({ car: cams, before, spec: SPEC });
        expect(coached.left).toEqual([]);
        for (const corner of ['LF', 'RF'] as const) {
          expect(coached.after[corner].caster).toBeCloseTo(3, 2);
          expect(coached.after[corner].camber).toBeCloseTo(0, 2);
          expect(coached.after[corner].toe).toBeCloseTo(0.05, 2);
        }
        // What it says to turn gives what it says will be read, but for what is too little to turn for.
        const turned = readingsWith(cams, before, movesOf(coached));
        for (const { off } of againstSaid(coached.after, turned)) expect(Math.abs(off)).toBeLessThan(0.06);
      }),
      { numRuns: 25 },
    );
  });

  test('a cam moves camber and caster as the wheel’s own links do', () => {
    const plain = standCar(planOf({ front: 'coilover' }));
    const moved = anglesMoved(plain, 'RF', { 'cam-front': 3, 'cam-rear': -1 });
    const wheel = plainWheel('arms', 'front');
    const [lower, upper] = wheel.arms!;
    const shifted = {
      ...wheel,
      fitted: {
        arms: [
          {
            front: { ...lower!.front, y: lower!.front.y + 3 },
            rear: { ...lower!.rear, y: lower!.rear.y - 1 },
          },
          { front: upper!.front, rear: upper!.rear },
        ],
      },
    };
    const [was, is] = [rowOf(wheel, 0), rowOf(shifted, 0)];
    expect(moved.camber).toBeCloseTo(is.camber - was.camber, 7);
    expect(moved.caster).toBeCloseTo(is.caster! - was.caster!, 7);
    expect(moved.toe).toBeCloseTo(is.toe - was.toe, 7);
    // In front out and behind in swings the joint rearward: caster goes.
    expect(moved.caster).toBeLessThan(0);
  });

  test('a cam at its end is held there, the rest is solved again, and what is left is said', () => {
    const before = came({
      LF: { caster: 0.2, camber: 1.9, toe: 0.3 },
      RF: { caster: 2.9, camber: 0.1, toe: 0.1 },
    });
    const { turns, left, after } = coachAlignment({ car: cams, before, spec: SPEC });
    const atEnd = turns.filter((turn) => turn.atEnd);
    expect(atEnd.length).toBeGreaterThan(0);
    for (const turn of atEnd) expect(Math.abs(turn.by)).toBeCloseTo(6, 9);
    expect(left.map(({ angle: name }) => name)).toContain('front.caster.left');
    // Toe is set all the same.
    expect(after.LF.toe).toBeCloseTo(0.05, 1);
  });

  test('a wheel off center takes one rod longer and the other as much shorter', () => {
    const before = came();
    const rods = (wheelOffDeg: number) =>
      Object.fromEntries(
        coachAlignment({ car: cams, before, spec: SPEC, wheelOffDeg })
          .turns.filter(({ adjuster, corner }) => adjuster === 'tie' && corner.endsWith('F'))
          .map(({ corner, by }) => [corner, by]),
      );
    const [straight, off] = [rods(0), rods(15)];
    const right = off.RF! - straight.RF!;
    expect(right).toBeCloseTo((15 / 360) * 48, 6);
    expect(off.LF! - straight.LF!).toBeCloseTo(-right, 6);
  });

  test('a strut has no caster to turn, a solid axle one sleeve for both wheels; each is said', () => {
    const strut = coachAlignment({ car: standCar(planOf({ front: 'strut' })), before: came(), spec: SPEC });
    expect(strut.fixed).toEqual(expect.arrayContaining(['caster, front']));
    expect(new Set(strut.turns.map(({ adjuster }) => adjuster))).toEqual(new Set(['slot', 'tie']));
    const solid = coachAlignment({
      car: standCar(planOf({ front: 'coil-links', rear: 'leaf-over' })),
      before: came(),
      spec: SPEC,
    });
    expect(solid.turns.map(({ adjuster }) => adjuster)).toEqual(['sleeve']);
    expect(solid.after.LF.toe + solid.after.RF.toe).toBeCloseTo(0.1, 2);
    expect(solid.fixed).toEqual(expect.arrayContaining(['caster, front', 'camber, front', 'camber, rear']));
  });

  test('nothing is said to be turned where it stands in the middle', () => {
    const before: AlignmentReadings = {
      LF: { caster: 3, camber: 0, toe: 0.05 },
      RF: { caster: 3, camber: 0, toe: 0.05 },
    };
    expect(coachAlignment({ car: cams, before, spec: SPEC })).toMatchObject({ turns: [], left: [] });
  });
});
