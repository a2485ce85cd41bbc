import fc from 'fast-check';
import { casterOnFourLinks } from '@/core/calc/caster.fourLink';
import { camberByLift } from '@/core/calc/camber.lift';
import { swapCoil } from '@/core/calc/coil.swap';
import { inputOf } from '@/core/calc/describe';
import { driveshaftByLift } from '@/core/calc/driveshaft.angles';
import { aimOfLamp } from '@/core/calc/headlamp.aim';
import { answer, calculators } from '@/core/calc';
import examples from '@/core/calc/examples.json';
import { BENCH_TOOLS } from '@/core/calc/bench';
import { estimateLabor } from '@/core/calc/labor.estimate';
import { leafOnShackle } from '@/core/calc/leaf.geometry';
import { restOfPack } from '@/core/calc/leaf.pack';
import { angleOfLink } from '@/core/calc/link.angle';
import { shiftLoad } from '@/core/calc/load.shift';
import { convertToe } from '@/core/calc/toe.convert';
import { shiftByTrackbar } from '@/core/calc/trackbar.shift';
import { fitWheel } from '@/core/calc/wheel.fit';

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('properties of the calculators', () => {
  test('toe goes round through every unit', () => {
    fc.assert(
      fc.property(mm(-3, 3), mm(400, 900), fc.constantFrom('arcmin', 'mm', 'in'), (deg, diameter, unit) => {
        const all = convertToe({ value: deg, from: 'deg', diameter });
        expect(convertToe({ value: all[unit as 'mm'], from: unit as 'mm', diameter }).deg).toBeCloseTo(
          deg,
          9,
        );
      }),
    );
  });

  test('no lift changes nothing', () => {
    const links = {
      axleLower: { x: 10, y: -70 },
      axleUpper: { x: 0, y: 150 },
      frameLower: { x: 620, y: 20 },
      frameUpper: { x: 560, y: 170 },
    };
    expect(casterOnFourLinks({ ...links, casterBefore: 4, lift: 0 }).casterAfter).toBeCloseTo(4, 9);
    const strut = {
      kind: 'strut' as const,
      armPivot: { x: 350, y: 240 },
      ballJoint: { x: 700, y: 215 },
      top: { x: 590, y: 850 },
      lift: 0,
    };
    expect(camberByLift(strut)).toEqual({ camberChange: 0, trackChange: 0 });
    expect(shiftByTrackbar({ length: 880, rise: 50, lift: 0 }).shift).toBe(0);
    expect(angleOfLink({ run: 400, drop: 10, lift: 0 }).lengthChange).toBe(0);
    expect(aimOfLamp({ frontLift: 0, rearLift: 0, wheelbase: 3000, lampX: -700 }).beamShift).toBe(0);
    const shaft = { run: 1300, drop: 90, outputDeg: 2, pinionDeg: 2, lift: 0 };
    expect(driveshaftByLift(shaft).lengthChange).toBe(0);
    const wheel = { rimWidthIn: 8, offset: 20, tireWidth: 250 };
    expect(fitWheel({ old: wheel, new: wheel })).toMatchObject({ inward: 0, outward: 0, trackChange: 0 });
    const same = { camber: 70, shackle: 105 };
    const leaf = { arcLength: 1400, frontFraction: 0.47, pivot: { x: 1340, y: 60 }, from: same, to: same };
    expect(leafOnShackle(leaf)).toMatchObject({ lift: 0, axleShift: 0, rotationDeg: 0 });
  });

  test('links keep their lengths wherever the axle is followed to', () => {
    fc.assert(
      fc.property(mm(-60, 130), mm(-10, 15), (lift, longer) => {
        const at = {
          axleLower: { x: 10, y: -70 },
          axleUpper: { x: 0, y: 150 },
          frameLower: { x: 620, y: 20 },
          frameUpper: { x: 560, y: 170 },
        };
        const lower = Math.hypot(610, 90) + longer;
        const { casterChange, axleShift, upperLength } = casterOnFourLinks({
          ...at,
          casterBefore: 0,
          lift,
          newLowerLength: lower,
        });
        const turn = (casterChange * Math.PI) / 180;
        const reach = (p: { x: number; y: number }, frame: { x: number; y: number }) =>
          Math.hypot(
            axleShift + p.x * Math.cos(turn) + p.y * Math.sin(turn) - frame.x,
            -lift - p.x * Math.sin(turn) + p.y * Math.cos(turn) - frame.y,
          );
        expect(reach(at.axleLower, at.frameLower)).toBeCloseTo(lower, 6);
        expect(reach(at.axleUpper, at.frameUpper)).toBeCloseTo(upperLength, 6);
      }),
    );
  });

  test('a leaf pack carries its load, and a stiffer one stands higher', () => {
    const leaf = fc.record({ rate: mm(5, 80), camber: mm(-40, 220) });
    fc.assert(
      fc.property(fc.array(leaf, { minLength: 1, maxLength: 5 }), mm(500, 9000), (leaves, load) => {
        const { camber } = restOfPack(leaves, load);
        const carried = leaves.reduce((sum, one) => sum + one.rate * Math.max(0, one.camber - camber), 0);
        expect(carried).toBeCloseTo(load, 4);
        const more = restOfPack([...leaves, { rate: 10, camber: camber + 20 }], load);
        expect(more.camber).toBeGreaterThan(camber);
      }),
    );
  });

  test('weights balance in force and both moments', () => {
    const mass = fc.record({ kg: mm(-300, 900), x: mm(-900, 4500), y: mm(-800, 800) });
    fc.assert(
      fc.property(fc.array(mass, { maxLength: 4 }), (masses) => {
        const rate = { LF: 40, RF: 45, LR: 33, RR: 35 };
        const { force } = shiftLoad({
          wheelbase: 3300,
          track: { front: 1600, rear: 1620 },
          wheelRate: rate,
          masses,
        });
        const g = 9.80665;
        const total = force.LF + force.RF + force.LR + force.RR;
        expect(total).toBeCloseTo(
          masses.reduce((sum, one) => sum + one.kg * g, 0),
          4,
        );
        expect((force.LR + force.RR) * 3300).toBeCloseTo(
          masses.reduce((sum, one) => sum + one.kg * g * one.x, 0),
          1,
        );
      }),
    );
  });

  test('the same spring again lifts nothing; a longer one lifts more', () => {
    fc.assert(
      fc.property(mm(1000, 6000), mm(0.5, 1.2), mm(1, 60), (wheelLoad, motionRatio, longer) => {
        const spring = { free: 700, rate: 45 };
        expect(swapCoil({ wheelLoad, motionRatio, old: spring, new: spring }).lift).toBe(0);
        const { lift } = swapCoil({
          wheelLoad,
          motionRatio,
          old: spring,
          new: { ...spring, free: 700 + longer },
        });
        expect(lift).toBeCloseTo(longer / motionRatio, 9);
      }),
    );
  });

  test('hours learned lie between the book and what happened', () => {
    fc.assert(
      fc.property(mm(0.4, 3), fc.integer({ min: 1, max: 30 }), (ratio, jobs) => {
        const history = Array.from({ length: jobs }, () => ({ book: 100, actual: 100 * ratio }));
        const got = estimateLabor({ bookMinutes: 100, prior: { jobs: 4, sdLog: 0.3 }, history });
        expect(got.ratio).toBeGreaterThanOrEqual(Math.min(1, ratio) - 1e-9);
        expect(got.ratio).toBeLessThanOrEqual(Math.max(1, ratio) + 1e-9);
        expect(got.p80).toBeGreaterThanOrEqual(got.p50);
      }),
    );
  });
});

describe('the registry', () => {
  test('every calculator has a place on the bench, a described input and an example that answers', () => {
    expect(BENCH_TOOLS.map((tool) => tool.name).sort()).toEqual([...calculators.keys()].sort());
    for (const name of calculators.keys()) {
      const shape = inputOf(name);
      expect(['group', 'variants']).toContain(shape.kind);
      const got = answer(name, (examples as Record<string, unknown>)[name]);
      expect(`${name}: ${got.ok ? 'answers' : got.error.message}`).toBe(`${name}: answers`);
    }
  });

  test('a field nobody named is refused everywhere but in procedures', () => {
    for (const name of calculators.keys()) {
      if (name === 'procedure.check') continue;
      const example = (examples as Record<string, object>)[name];
      expect(answer(name, { ...example, color: 'red' })).toMatchObject({
        ok: false,
        error: { field: 'color' },
      });
    }
  });
});
