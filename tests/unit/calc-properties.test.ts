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
import { type PhotoScaleInput, type Pixel, scalePhoto } from '@/core/calc/photo.scale';
import { shiftLoad } from '@/core/calc/load.shift';
import { convertToe } from '@/core/calc/toe.convert';
import { shiftByTrackbar } from '@/core/calc/trackbar.shift';
import { type TryNextInput, nextTry } from '@/core/calc/try.next';
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

describe('properties of the next try', () => {
  const tried = fc.record({
    target: mm(400, 700),
    prior: fc.record({ slope: fc.oneof(mm(2, 30), mm(-30, -2)), sd: mm(0.5, 12) }),
    tries: fc.array(fc.record({ set: fc.integer({ min: -4, max: 8 }), height: mm(400, 700) }), {
      minLength: 1,
      maxLength: 6,
    }),
  });
  const usable = (got: ReturnType<typeof nextTry>) => Math.abs(got.slope) > 0.5;

  test('millimeters or inches, it is the same setting', () => {
    fc.assert(
      fc.property(tried, (input) => {
        const allowed = [-2, -1, 0, 1, 2, 3];
        const one = nextTry({ ...input, allowed });
        fc.pre(usable(one));
        const by = 1 / 25.4;
        const other = nextTry({
          target: input.target * by,
          tapeSd: 1.6 * by,
          tolerance: 3 * by,
          prior: { slope: input.prior.slope * by, sd: input.prior.sd * by },
          tries: input.tries.map(({ set, height }) => ({ set, height: height * by })),
          allowed,
        });
        expect(other.setting).toBeCloseTo(one.setting, 6);
        expect(other.high / by).toBeCloseTo(one.high, 6);
        expect([other.best, other.stop]).toEqual([one.best, one.stop]);
      }),
    );
  });

  test('settings counted the other way, or from another mark, give the same heights', () => {
    fc.assert(
      fc.property(tried, fc.constantFrom(-1, 1), fc.integer({ min: -9, max: 9 }), (input, way, from) => {
        const turned: TryNextInput = {
          ...input,
          prior: { slope: way * input.prior.slope, sd: input.prior.sd },
          tries: input.tries.map(({ set, height }) => ({ set: way * set + from, height })),
          allowed: [way * 2 + from],
        };
        const [one, other] = [nextTry({ ...input, allowed: [2] }), nextTry(turned)];
        expect(other.rows[0]!.height).toBeCloseTo(one.rows[0]!.height, 6);
        expect(other.rows[0]!.sd).toBeCloseTo(one.rows[0]!.sd, 6);
      }),
    );
  });

  test('but for the last one, the order of the tries changes nothing', () => {
    fc.assert(
      fc.property(tried, (input) => {
        const [last, ...others] = [...input.tries].reverse();
        const shuffled = { ...input, tries: [...others, last!] };
        const [one, other] = [nextTry(input), nextTry(shuffled)];
        fc.pre(usable(one));
        expect(other.slope).toBeCloseTo(one.slope, 9);
        expect(other.setting).toBeCloseTo(one.setting, 6);
        expect(other.stop).toBe(one.stop);
      }),
    );
  });

  test('one more try never widens the band at their mean', () => {
    fc.assert(
      fc.property(tried, mm(400, 700), fc.integer({ min: -4, max: 8 }), (input, height, set) => {
        const more = { ...input, tries: [...input.tries, { set, height }] };
        const sdAtMean = (of: TryNextInput) => {
          const mean = of.tries.reduce((sum, one) => sum + one.set, 0) / of.tries.length;
          return nextTry({ ...of, tolerance: 0, allowed: [mean] }).rows[0]!.sd;
        };
        expect(sdAtMean(more)).toBeLessThanOrEqual(sdAtMean(input) + 1e-12);
      }),
    );
  });

  test('a cut that goes past too often is not the next, and none left is said', () => {
    const cut = { target: 560, prior: { slope: -20, sd: 4 }, oneWay: 'lowers' as const };
    const tries = [
      { set: 0, height: 590 },
      { set: 1, height: 571 },
    ];
    expect(nextTry({ ...cut, tries, allowed: [1.25, 1.5, 2, 3] })).toMatchObject({ best: 1.5, stop: null });
    expect(nextTry({ ...cut, tries, allowed: [2, 3] })).toMatchObject({
      best: null,
      stop: 'would overshoot',
    });
    expect(nextTry({ ...cut, tries, allowed: [0, 1] })).toMatchObject({
      best: null,
      stop: 'no setting left',
    });
  });
});

describe('properties of lengths in a photograph', () => {
  /** A card and places beside it on one wall, seen by a camera turned and tilted: pixels by plain projection. */
  const seen = fc.record({
    yaw: mm(-0.5, 0.5),
    pitch: mm(-0.4, 0.4),
    far: mm(900, 3000),
    focal: mm(1500, 4000),
  });
  type Camera = typeof seen extends fc.Arbitrary<infer One> ? One : never;
  const CARD = { width: 200, height: 280 };
  function project({ yaw, pitch, far, focal }: Camera, { x, y }: Pixel): Pixel {
    const turned = { x: x * Math.cos(yaw), z: far + x * Math.sin(yaw) };
    const tilted = {
      y: y * Math.cos(pitch) - (turned.z - far) * Math.sin(pitch),
      z: far + y * Math.sin(pitch) + (turned.z - far) * Math.cos(pitch),
    };
    return { x: 2000 + (focal * turned.x) / tilted.z, y: 1500 + (focal * tilted.y) / tilted.z };
  }
  const photo = (camera: Camera, places: Pixel[]): PhotoScaleInput => ({
    card: CARD,
    corners: [
      { x: 0, y: 0 },
      { x: CARD.width, y: 0 },
      { x: CARD.width, y: CARD.height },
      { x: 0, y: CARD.height },
    ].map((place) => project(camera, place)) as PhotoScaleInput['corners'],
    points: places.map((place) => project(camera, place)),
  });
  const PLACES = [
    { x: -150, y: 420 },
    { x: -140, y: -110 },
    { x: 320, y: 60 },
  ];

  test('places on the wall come back where they are, however it is seen', () => {
    fc.assert(
      fc.property(seen, (camera) => {
        const got = scalePhoto(photo(camera, PLACES));
        got.points.forEach((point, at) => {
          expect(point.x).toBeCloseTo(PLACES[at]!.x, 6);
          expect(point.y).toBeCloseTo(PLACES[at]!.y, 6);
        });
        expect(got.spans[0]!.upright).toBeCloseTo(530, 6);
      }),
    );
  });

  test('a mirrored picture measures the same, with the same error', () => {
    fc.assert(
      fc.property(seen, (camera) => {
        const input = photo(camera, PLACES);
        const flip = ({ x, y }: Pixel) => ({ x: 4000 - x, y });
        const [a, b, c, d] = input.corners.map(flip) as PhotoScaleInput['corners'];
        const mirrored = scalePhoto({ ...input, corners: [b, a, d, c], points: input.points.map(flip) });
        scalePhoto(input).spans.forEach((span, at) => {
          expect(mirrored.spans[at]!.upright).toBeCloseTo(span.upright, 6);
          expect(mirrored.spans[at]!.sd).toBeCloseTo(span.sd, 6);
        });
      }),
    );
  });

  test('twice the card is twice the length, and a sharper picture of it the same length with half the error', () => {
    fc.assert(
      fc.property(seen, (camera) => {
        const input = photo(camera, PLACES);
        const one = scalePhoto(input).spans[0]!;
        const larger = scalePhoto({ ...input, card: { width: 400, height: 560 } }).spans[0]!;
        expect(larger.upright).toBeCloseTo(2 * one.upright, 6);
        expect(larger.sd).toBeCloseTo(2 * one.sd, 6);
        const twice = ({ x, y }: Pixel) => ({ x: 2 * x, y: 2 * y });
        const sharper = scalePhoto({
          ...input,
          corners: input.corners.map(twice) as PhotoScaleInput['corners'],
          points: input.points.map(twice),
        }).spans[0]!;
        expect(sharper.upright).toBeCloseTo(one.upright, 6);
        expect(sharper.sd).toBeCloseTo(one.sd / 2, 4);
      }),
    );
  });

  test('corners the wrong way round, crossed, or a place behind the wall are refused', () => {
    const input = photo({ yaw: 0.3, pitch: 0.1, far: 1500, focal: 2500 }, PLACES);
    const [a, b, c, d] = input.corners;
    for (const corners of [
      [d, c, b, a],
      [a, c, b, d],
      [a, b, b, d],
    ] as PhotoScaleInput['corners'][])
      expect(answer('photo.scale', { ...input, corners })).toMatchObject({
        ok: false,
        error: { field: 'corners' },
      });
    const leaning = photo({ yaw: 1.2, pitch: 0, far: 1500, focal: 2500 }, PLACES);
    expect(
      answer('photo.scale', { ...leaning, points: [a, { x: -9e5, y: 1000 }, { x: 9e5, y: 1000 }] }),
    ).toMatchObject({ ok: false, error: { code: 'behind' } });
  });
});
