import { answer } from '@/core/calc';

/** An answer whose every named field is checked against a figure worked out by hand beside it. */
function expectAnswer(name: string, input: object, expected: Record<string, unknown>): void {
  const got = answer(name, input);
  if (!got.ok) throw new Error(`${name}: ${got.error.field} ${got.error.message}`);
  for (const [path, want] of Object.entries(expected)) {
    const value = path
      .replace(/\[(\d+)\]/g, '.$1')
      .split('.')
      .reduce<unknown>((inner, key) => (inner as Record<string, unknown>)[key], got.output);
    if (typeof want === 'number') expect(value as number).toBeCloseTo(want, 6);
    else expect(value).toEqual(want);
  }
}
const deg = (radians: number) => (radians * 180) / Math.PI;

describe('load', () => {
  test('a mass over the middle of the car sinks all four alike', () => {
    // 400 kg on four equal springs of 40 N/mm: 400 · 9.80665 / 160 mm.
    const input = {
      wheelbase: 3000,
      track: { front: 1600, rear: 1600 },
      wheelRate: { LF: 40, RF: 40, LR: 40, RR: 40 },
      masses: [{ kg: 400, x: 1500, y: 0 }],
    };
    const drop = (400 * 9.80665) / 160;
    expectAnswer('load.shift', input, {
      'height.LF': -drop,
      'height.RF': -drop,
      'height.LR': -drop,
      'height.RR': -drop,
      'force.LF': 40 * drop,
    });
  });
  test('over the rear axle only the rear sinks', () => {
    const input = {
      wheelbase: 3000,
      track: { front: 1600, rear: 1500 },
      wheelRate: { LF: 40, RF: 40, LR: 50, RR: 50 },
      masses: [{ kg: 200, x: 3000, y: 0 }],
    };
    expectAnswer('load.shift', input, { 'height.LF': 0, 'height.LR': -(200 * 9.80665) / 100 });
  });
  test('what is taken off raises, and no mass changes nothing', () => {
    const car = {
      wheelbase: 3000,
      track: { front: 1600, rear: 1600 },
      wheelRate: { LF: 40, RF: 40, LR: 40, RR: 40 },
    };
    expectAnswer(
      'load.shift',
      { ...car, masses: [{ kg: -80, x: 1500, y: 0 }] },
      {
        'height.LF': (80 * 9.80665) / 160,
      },
    );
    expectAnswer('load.shift', { ...car, masses: [] }, { 'height.LF': 0, 'force.RR': 0 });
  });
  test('axle loads by the lever, and over the rating is said', () => {
    const input = {
      wheelbase: 3000,
      curb: { front: 1100, rear: 900 },
      rating: { front: 1200, rear: 1500, gross: 2600 },
      masses: [
        { kg: 300, x: 3000 },
        { kg: 150, x: -600 },
      ],
    };
    // 150 kg ahead by a fifth of the wheelbase: 30 off the rear, 180 on the front.
    expectAnswer('load.left', input, {
      'front.load': 1100 + 180,
      'front.left': -80,
      'front.over': true,
      'rear.load': 900 + 300 - 30,
      'rear.over': false,
      'total.load': 2450,
      'total.left': 150,
    });
  });
  test('an axle off center and askew', () => {
    const input = {
      left: { gap: 200, base: 3010, diagonal: 3400 },
      right: { gap: 206, base: 3000, diagonal: 3392 },
      track: 1600,
    };
    expectAnswer('axle.square', input, {
      offset: 3,
      skewDeg: deg(Math.atan(10 / 1600)),
      diagonalDifference: 8,
    });
  });
  test('high enough for the new tire at full droop', () => {
    const input = { supportAtRide: 400, hubAtRide: 380, droopTravel: 100, tireDiameter: 800 };
    expectAnswer('raise.height', input, { supportHeight: 400 - 380 + 100 + 400 + 30, raise: 150 });
  });
});

describe('springs', () => {
  test('a coil by rate, a coil by what was measured, a coil by its table', () => {
    const base = { wheelLoad: 3000, motionRatio: 0.6, old: { installed: 300 } };
    // 3000 N at the wheel is 5000 N at the spring.
    expectAnswer(
      'coil.swap',
      { ...base, new: { free: 420, rate: 50 } },
      { installedNew: 320, lift: 20 / 0.6 },
    );
    const table = [
      { load: 0, length: 400 },
      { load: 4000, length: 340 },
      { load: 6000, length: 300 },
    ];
    expectAnswer('coil.swap', { ...base, new: { table } }, { installedNew: 320 });
  });
  test('loose at droop and bound in bump', () => {
    const input = {
      wheelLoad: 4500,
      motionRatio: 0.9,
      old: { free: 400, rate: 50 },
      new: { free: 380, rate: 50, solid: 200 },
      seatGapAtDroop: 395,
      bumpTravel: 100,
    };
    expectAnswer('coil.swap', input, {
      installedOld: 300,
      installedNew: 280,
      lift: -20 / 0.9,
      looseAtDroop: 15,
      unseats: true,
      bindMargin: 280 - 90 - 200,
    });
  });
  test('a cut coil is shorter and stiffer', () => {
    const input = {
      free: 400,
      rate: 50,
      activeCoils: 8,
      pitch: 50,
      wheelLoad: 5000,
      motionRatio: 1,
      cuts: [1],
    };
    // Seven turns left: 50·8/7 N/mm, 350 mm free.
    const rate = (50 * 8) / 7;
    expectAnswer('coil.cut', input, {
      installedNow: 300,
      'rows[0].rate': rate,
      'rows[0].free': 350,
      'rows[0].installed': 350 - 5000 / rate,
      'rows[0].drop': 300 - (350 - 5000 / rate),
    });
  });
  test('turns of a collar, either way', () => {
    expectAnswer(
      'collar.turns',
      { change: 30, motionRatio: 0.6, pitch: 1.5, threadLeft: 18 },
      {
        collarTravel: 18,
        turns: 12,
        enough: true,
      },
    );
    expectAnswer(
      'collar.turns',
      { change: -31, motionRatio: 0.6, pitch: 1.5, threadLeft: 18 },
      {
        turns: -12.4,
        enough: false,
      },
    );
  });
  test('a helper leaf joins once the pack is down to it', () => {
    const before = [{ rate: 20, camber: 100 }];
    const after = [
      { rate: 20, camber: 100 },
      { rate: 30, camber: 0 },
    ];
    // 1500 N: the main leaf alone stands at 25; the helper is not reached.
    expectAnswer('leaf.pack', { load: 1500, before, after }, { camberAfter: 25, rateAfter: 20, lift: 0 });
    // 3000 N: 20·(100 − c) + 30·(0 − c) = 3000.
    expectAnswer(
      'leaf.pack',
      { load: 3000, before, after },
      {
        camberBefore: -50,
        camberAfter: (2000 - 3000) / 50,
        rateAfter: 50,
        lift: 30,
      },
    );
  });
  test('a flat spring on a plumb shackle', () => {
    const input = {
      arcLength: 1200,
      frontFraction: 0.5,
      pivot: { x: 1200, y: 100 },
      from: { camber: 0, shackle: 100 },
      to: { camber: 0, shackle: 100 },
    };
    expectAnswer('leaf.geometry', input, {
      'from.chord': 1200,
      'from.chordDeg': 0,
      'from.shackleDeg': 0,
      'from.seat.x': 600,
      'from.seat.y': 0,
      lift: 0,
    });
  });
  test('room for a taller strut, and the force that makes it', () => {
    const input = { freeLength: 500, spacer: 30, openingAtDroop: 520, preload: 400, rate: 50 };
    expectAnswer('refit.room', input, { shortfall: 10, fits: false, force: 900 });
    expectAnswer('refit.room', { ...input, spacer: 20 }, { shortfall: 0, fits: true, force: 0 });
  });
});

describe('bolts and studs', () => {
  test('a U-bolt spans the stack and keeps its thread', () => {
    const input = { tube: 80, seat: 10, block: 40, pack: 50, plate: 12, nut: 18, legs: 222 };
    expectAnswer('ubolt.size', input, { insideWidth: 80, legLength: 220, threadLeft: 12, ok: true });
    expectAnswer('ubolt.size', { ...input, legs: 215 }, { threadLeft: 5, ok: false });
  });
  test('a stud proud of its pocket is cut, and keeps its nut', () => {
    const input = { protrusion: 30, pocketDepth: 20, nut: 10, pitch: 1.25 };
    expectAnswer('stud.length', input, { cut: 11.5, threadsBeyondNut: (30 - 11.5 - 10) / 1.25, ok: true });
    expectAnswer('stud.length', { ...input, pocketDepth: 11 }, { ok: false });
  });
});

describe('arms and shafts', () => {
  test('a level track bar lifted pulls the axle by what its span loses', () => {
    const spanAfter = Math.sqrt(1000 ** 2 - 100 ** 2);
    expectAnswer(
      'trackbar.shift',
      { length: 1000, rise: 0, lift: 100, mmPerTurn: 2 },
      {
        spanBefore: 1000,
        spanAfter,
        shift: 1000 - spanAfter,
        lengthToCenter: Math.hypot(1000, 100),
        lengthen: Math.hypot(1000, 100) - 1000,
        turns: (Math.hypot(1000, 100) - 1000) / 2,
      },
    );
  });
  test('a radius arm turns its axle; a drop bracket gives it back', () => {
    const turned = deg(Math.asin(60 / 900));
    expectAnswer(
      'caster.radiusArm',
      { arm: 900, rise: 0, lift: 60, casterBefore: 4 },
      {
        rotationDeg: turned,
        casterAfter: 4 - turned,
      },
    );
    expectAnswer(
      'caster.radiusArm',
      { arm: 900, rise: 0, lift: 60, casterBefore: 4, mountDrop: 60, bushingDeg: 1 },
      {
        rotationDeg: 0,
        casterAfter: 5,
        axleShift: 0,
      },
    );
  });
  test('parallel links of one length carry the axle without turning it', () => {
    const input = {
      axleLower: { x: 0, y: -100 },
      axleUpper: { x: 0, y: 100 },
      frameLower: { x: 600, y: -100 },
      frameUpper: { x: 600, y: 100 },
      casterBefore: 5,
      lift: 80,
    };
    expectAnswer('caster.fourLink', input, {
      casterAfter: 5,
      casterChange: 0,
      axleShift: 600 - Math.sqrt(600 ** 2 - 80 ** 2),
      lowerLength: 600,
    });
    expectAnswer(
      'caster.fourLink',
      { ...input, targetCaster: 5 },
      {
        lowerForTarget: Math.hypot(600, 80),
        upperForTarget: Math.hypot(600, 80),
      },
    );
  });
  test('a strut leans in as a level arm drops', () => {
    const input = {
      kind: 'strut',
      armPivot: { x: 300, y: 200 },
      ballJoint: { x: 700, y: 200 },
      top: { x: 600, y: 800 },
      lift: 40,
    };
    const x = 300 + Math.sqrt(400 ** 2 - 40 ** 2);
    expectAnswer('camber.lift', input, {
      camberChange: deg(Math.atan2(600 - x, 640) - Math.atan2(-100, 600)),
      trackChange: 2 * (x - 700),
    });
  });
  test('level arms alike keep the wheel upright', () => {
    const input = {
      kind: 'wishbone',
      lowerPivot: { x: 300, y: 200 },
      lowerJoint: { x: 700, y: 200 },
      upperPivot: { x: 300, y: 500 },
      upperJoint: { x: 700, y: 500 },
      lift: 50,
    };
    expectAnswer('camber.lift', input, { camberChange: 0 });
  });
  test('ways of setting camber add up', () => {
    const input = {
      needed: -1.5,
      ways: [
        { id: 'cam', shift: 5, lever: 250 },
        { id: 'arm', shift: 10, lever: 400 },
      ],
    };
    const available = deg(Math.atan(5 / 250)) + deg(Math.atan(10 / 400));
    expectAnswer('camber.adjust', input, { available, enough: true, left: available - 1.5 });
  });
  test('a half shaft steeper by the lift, flatter by what its inner end drops', () => {
    const input = { run: 400, drop: 20, lift: 60, innerLowered: 25, limitDeg: 7 };
    expectAnswer('link.angle', input, {
      before: deg(Math.atan(20 / 400)),
      after: deg(Math.atan(55 / 400)),
      over: true,
    });
  });
  test('two joints that bend alike cancel', () => {
    const input = { run: 1000, drop: 100, outputDeg: 2, pinionDeg: 2, lift: 50 };
    const slope = deg(Math.atan(150 / 1000));
    expectAnswer('driveshaft.angles', input, {
      'before.residualDeg': 0,
      'after.shaftDeg': slope,
      'after.frontJointDeg': slope - 2,
      'after.residualDeg': 0,
      lengthChange: Math.hypot(1000, 150) - Math.hypot(1000, 100),
    });
    const joint = slope - 2;
    expectAnswer(
      'driveshaft.angles',
      { ...input, pinionChangeDeg: 3 },
      {
        'after.residualDeg': Math.sqrt(Math.abs(joint ** 2 - (joint - 3) ** 2)),
      },
    );
  });
  test('a damper too long when closed, too short when open', () => {
    const input = {
      ride: 450,
      bumpTravel: 100,
      droopTravel: 100,
      motionRatio: 0.9,
      collapsed: 355,
      extended: 530,
    };
    expectAnswer('shock.fit', input, {
      lengthAtBump: 360,
      lengthAtDroop: 540,
      bottomsFirst: true,
      bumpStopExtension: 5 / 0.9,
      limitsDroop: true,
      droopAvailable: 80 / 0.9,
      bumpAvailable: 95 / 0.9,
    });
  });
  test('a hose over its longest span', () => {
    expectAnswer(
      'slack.fit',
      { length: 400, spans: [300, 390, 350] },
      { needed: 410, slack: -10, extend: 10, ok: false },
    );
    expectAnswer('slack.fit', { length: 410, spans: [390] }, { slack: 0, ok: true });
  });
  test('sleeve turns for a wheel off by so much', () => {
    const change = 150 * Math.sin(((30 / 15) * Math.PI) / 180);
    expectAnswer(
      'steering.center',
      { wheelOffDeg: -30, ratio: 15, pitmanArm: 150, mmPerTurn: 2 },
      {
        linkChange: change,
        turns: change / 2,
      },
    );
  });
});

describe('lamps, tipping, wheels', () => {
  test('lifted in front the lamps point up, lifted alike they only rise', () => {
    const input = { frontLift: 50, rearLift: 0, wheelbase: 2500, lampX: -500, wallDistance: 5000 };
    expectAnswer('headlamp.aim', input, { lampRise: 60, beamShift: 60 + (5000 * 50) / 2500 });
    expectAnswer('headlamp.aim', { ...input, rearLift: 50 }, { pitchDeg: 0, beamShift: 50 });
  });
  test('higher tips sooner, wider later', () => {
    const input = { trackBefore: 1600, trackAfter: 1600, cgHeight: 700, lift: 100 };
    expectAnswer('stability.factor', input, {
      before: 1600 / 1400,
      cgAfter: 785,
      changePct: (700 / 785 - 1) * 100,
    });
    expectAnswer(
      'stability.factor',
      { ...input, trackAfter: 1700, tireRadiusChange: 20 },
      {
        after: 1700 / (2 * 805),
      },
    );
  });
  test('toe in every unit', () => {
    expectAnswer(
      'toe.convert',
      { value: 3, from: 'mm', diameter: 600 },
      {
        deg: deg(Math.asin(3 / 600)),
        arcmin: 60 * deg(Math.asin(3 / 600)),
        in: 3 / 25.4,
      },
    );
  });
  test('a wheel moved out by offset and spacer, wider by its tire', () => {
    const input = {
      old: { rimWidthIn: 7.5, offset: 40, tireWidth: 245 },
      new: { rimWidthIn: 8, offset: 30, spacer: 20, tireWidth: 265 },
      clearance: { inner: 20, outer: 45 },
    };
    expectAnswer('wheel.fit', input, {
      effectiveOffset: 10,
      backspacing: (9 * 25.4) / 2 + 10,
      inward: 10 - 30,
      outward: 10 + 30,
      trackChange: 60,
      innerLeft: 40,
      outerLeft: 5,
    });
    expectAnswer('wheel.fit', { ...input, axleFaceChange: 12 }, { outward: 52 });
  });
});

describe('time', () => {
  test('with no past the prior speaks alone', () => {
    expectAnswer(
      'labor.estimate',
      { bookMinutes: 100, prior: { jobs: 3, sdLog: 0.5 }, history: [] },
      {
        ratio: 1,
        sdLog: 0.5,
        p50: 100,
        p80: 100 * Math.exp(0.8416212336 * 0.5),
      },
    );
  });
  test('past jobs pull toward themselves', () => {
    const history = [
      { book: 100, actual: 200 },
      { book: 60, actual: 120 },
    ];
    const mean = (2 * Math.log(2)) / 4;
    expectAnswer(
      'labor.estimate',
      { bookMinutes: 100, prior: { jobs: 2, sdLog: 0 }, history },
      {
        ratio: Math.exp(mean),
        sdLog: Math.sqrt((2 * (Math.log(2) - mean) ** 2) / 4),
      },
    );
  });
});
