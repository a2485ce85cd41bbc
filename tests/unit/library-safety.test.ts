import { checkProcedure } from '@/core/procedure/check';
import { takeVariants } from '@/core/procedure/variants';
import type { Procedure, Step } from '@/core/procedure/types';
import { libraryFile, libraryIds } from '../support/library';

/** Faults that hurt somebody, each held against the file it was found in. */

const stepOf = (procedure: Procedure, id: string): Step => {
  const found = procedure.steps.find((step) => step.id === id);
  if (!found) throw new Error(`${procedure.id} has no ${id}`);
  return found;
};
const placeOf = (procedure: Pick<Procedure, 'steps'>, id: string) =>
  procedure.steps.findIndex((step) => step.id === id);
/** The steps listed before another, that open an item at a place. */
const freedBefore = (procedure: Procedure, stepId: string, place: RegExp): string[] => {
  const items = new Map(procedure.items.map((item) => [item.id, item.place ?? '']));
  return procedure.steps
    .slice(0, placeOf(procedure, stepId))
    .flatMap((step) => step.opens ?? [])
    .filter((id) => place.test(items.get(id) ?? ''));
};
/** Everything a step waits for, through what it waits for. */
const waitsFor = (procedure: Procedure, stepId: string): Set<string> => {
  const seen = new Set<string>();
  const go = (id: string) => {
    for (const before of procedure.steps.find((step) => step.id === id)?.after ?? [])
      if (!seen.has(before)) {
        seen.add(before);
        go(before);
      }
  };
  go(stepId);
  return seen;
};
const textOf = (step: Step) => [step.do, step.why, step.caution].join(' ');
const jobs = libraryIds().map(libraryFile);

test.each(
  jobs.filter((one) => one.steps.some((step) => step.id === 'chock')).map((one) => [one.id, one] as const),
)('%s: nobody raises it with the brake off, out of gear', (_, procedure) => {
  const words = textOf(stepOf(procedure, 'chock'));
  expect(words).not.toMatch(/brake off|in neutral|box neutral|box in neutral/i);
});

test('with the braked axle on the floor the brake is set and a gear or park holds it', () => {
  for (const { steps, id, fits } of jobs) {
    const chock = steps.find((step) => step.id === 'chock');
    // The front alone goes up: the rear, and its brake, stays down.
    if (!chock || !fits.front || fits.rear || !steps.some((step) => step.sets === 'raised')) continue;
    expect([id, textOf(chock)]).toEqual([id, expect.stringMatching(/brake (set|on)/i)]);
    expect([id, textOf(chock)]).toEqual([id, expect.stringMatching(/in (gear|park)/i)]);
  }
});

test.each(['lowering', 'touring-all-round', 'strut-spacers-car-body'])(
  '%s: with both ends off the floor it is kept from tipping',
  (id) => {
    expect(textOf(stepOf(libraryFile(id), 'raise'))).toMatch(/stand against tipping/);
  },
);

describe('an axle does not hang on its hoses', () => {
  test('front leaf springs: longer hoses are in, breather and shaft off, before a pack comes out', () => {
    const procedure = libraryFile('front-leaf-springs');
    for (const side of ['L', 'R']) {
      const before = waitsFor(procedure, `pack-out-${side}`);
      for (const id of [
        'hose-torque-L',
        'hose-torque-R',
        'breather-off',
        'shaft-off',
        'damper-off-L',
        'damper-off-R',
      ])
        expect([id, before.has(id)]).toEqual([id, true]);
    }
    expect(() => takeVariants(procedure, ['no-front-shaft'])).not.toThrow();
  });

  test.each([
    ['rear-leaf-shackles', 'isolator-out-L'],
    ['rear-leaf-shackles', 'isolator-out-R'],
    ['lowering', 'r-open-L'],
    ['lowering', 'r-open-R'],
  ])('%s, %s: dampers, hose, park cables, wheel leads and breather are free', (id, step) => {
    const procedure = libraryFile(id);
    for (const place of [/brake-hose/, /park-brake-cable/, /speed-sensor-clip/, /breather/, /damper-lower/])
      expect([String(place), freedBefore(procedure, step, place).length > 0]).toEqual([String(place), true]);
  });
});

describe('a loaded coil is let go by an arm that can come down', () => {
  test.each(['L', 'R'])('lowering %s: a joint is parted over the arm’s jack first', (side) => {
    const procedure = libraryFile('lowering');
    const before = waitsFor(procedure, `coil-out-${side}`);
    expect([before.has(`f-part-${side}`), before.has('f-hold'), before.has(`f-free-${side}`)]).toEqual([
      true,
      true,
      true,
    ]);
  });

  test.each(['L', 'R'])('subframe spacers %s: arm on its jack, link off, arm off the knuckle', (side) => {
    const procedure = libraryFile('subframe-spacers');
    const before = waitsFor(procedure, `spring-out-${side}`);
    expect([before.has('arm-hold'), before.has(`arm-free-${side}`)]).toEqual([true, true]);
    const opened = stepOf(procedure, `arm-free-${side}`).opens!;
    expect(opened).toEqual([`link-${side}`, `lowarm-${side}`]);
  });

  test('radius arms: bushings are pressed before a coil is in, one arm at a time, on two stands', () => {
    const procedure = libraryFile('radius-arm-spacers');
    for (const side of ['L', 'R']) {
      expect(waitsFor(procedure, `spring-in-${side}`)).toContain(`bush-${side}`);
      expect(waitsFor(procedure, `arm-off-${side}`)).toContain('axle-stands');
      const minutes = ['arm-off', 'bush', 'arm-on'].reduce(
        (sum, id) => sum + stepOf(procedure, `${id}-${side}`).minutes,
        0,
      );
      expect(minutes).toBeGreaterThanOrEqual(60);
    }
    expect(waitsFor(procedure, 'arm-off-R')).toContain('arm-on-L');
    expect(stepOf(procedure, 'track-off').loosens).toContain('trackframe');
  });
});

describe('subframes', () => {
  test('car body: its bolts are eased over a jack of its own, a few turns, each for its new one', () => {
    const procedure = libraryFile('strut-spacers-car-body');
    const ease = stepOf(procedure, 'subframe-ease');
    expect(ease.opens).toContain('fsubjack');
    expect(stepOf(procedure, 'subframe-torque').closes).toContain('fsubjack');
    expect(textOf(ease)).toMatch(/few turns/);
    expect(textOf(ease)).not.toMatch(/hand’s width of thread/);
  });

  test('spacers: both sides together, all started and aligned before one is torqued', () => {
    const procedure = libraryFile('subframe-spacers');
    expect(stepOf(procedure, 'sub-torque').torques).toEqual(['subbolt-L', 'subbolt-R']);
    expect(waitsFor(procedure, 'sub-torque')).toContain('sub-align');
    expect(stepOf(procedure, 'sub-up').snugs).toEqual(['subbolt-L', 'subbolt-R']);
    expect(freedBefore(procedure, 'sub-down', /exhaust/)).toHaveLength(1);
    expect(textOf(stepOf(procedure, 'power-off'))).toMatch(/high-voltage/);
  });
});

describe('the cart', () => {
  const cart = libraryFile('utility-cart');
  test('hub nuts are set in the air, pinned and capped before a wheel goes on', () => {
    for (const side of ['L', 'R']) {
      const set = stepOf(cart, `hub-set-${side}`);
      expect(set).toMatchObject({
        needs: ['axle-held'],
        torques: [`hubnut-${side}`],
        closes: [`cap-${side}`, `hubnut-${side}.pin`],
      });
      expect(waitsFor(cart, 'wheels-on')).toContain(set.id);
      expect(cart.fasteners.find((one) => one.id === `hubnut-${side}`)!.final).toBeUndefined();
    }
  });
  test('the drag link’s joint is a thing and a fastener that somebody else checks', () => {
    expect(cart.fasteners.find((one) => one.place === 'front.center.drag-link')).toMatchObject({
      critical: 'steering',
      secondCheck: true,
    });
    expect(waitsFor(cart, 'spindle-off-L')).toContain('drag-off');
  });
  test('its panel is trimmed on its wheels, at tape put there lock to lock', () => {
    expect(waitsFor(cart, 'trim')).toContain('trim-mark');
    expect(waitsFor(cart, 'trim-mark')).toContain('lower');
  });
  test('its lockout is the last to go back', () => {
    const closes = cart.steps.flatMap((step) => ((step.closes ?? []).length ? [step.id] : []));
    expect(closes.at(-1)).toBe('lock-back');
    const torques = cart.steps.flatMap((step) => (step.torques?.length ? [step.id] : []));
    expect(placeOf(cart, torques.at(-1)!)).toBeLessThan(placeOf(cart, 'lock-back'));
  });
  test('pins of the rear brakes are counted with the others', () => {
    expect(textOf(stepOf(cart, 'cotters'))).toMatch(/clevis pins of the rear brakes/);
  });
});

describe('what the rack moves', () => {
  test.each([
    'strut-top-spacer',
    'lower-mount-spacer',
    'bracket-lift',
    'strut-spacers-car-body',
    'lowering',
    'preload-spacer',
  ])('%s: what sets the angle is opened there, and torqued there again', (id) => {
    const procedure = libraryFile(id);
    const [slack, torque] = [stepOf(procedure, 'cams-slack'), stepOf(procedure, 'cams-torque')];
    expect(slack.phase).toBe('align');
    expect(torque.torques).toEqual(slack.loosens);
    expect(waitsFor(procedure, 'cams-torque')).toContain('cams-slack');
  });

  test.each([
    ['lower-mount-spacer', 'pivot-slack'],
    ['strut-top-spacer', 'arms-slack'],
    ['lowering', 'pivot-ease'],
    ['preload-spacer', 'clevis-off-L'],
  ])('%s: marks come before %s', (id, eased) => {
    const procedure = libraryFile(id);
    const marked = procedure.steps.findIndex(
      (step) => step.phase === 'baseline' && /(cam|ears)/.test(step.do) && /(paint|mark)/i.test(step.do),
    );
    expect(marked).toBeGreaterThanOrEqual(0);
    expect(marked).toBeLessThan(placeOf(procedure, eased));
  });

  test.each(['visit-alignment', 'visit-load-change'])(
    '%s: a solid axle has clamps, and cams are a way',
    (id) => {
      const procedure = libraryFile(id);
      const clamps = takeVariants(procedure, ['sleeve-clamps']);
      expect(clamps.steps.flatMap((step) => step.torques ?? [])).toEqual(['tie-clamp', 'drag-clamp']);
      const cams = takeVariants(procedure, ['cams-opened']);
      expect(cams.steps.flatMap((step) => step.torques ?? [])).toContain('cam-L');
    },
  );
});

describe('trial hardware', () => {
  const lowering = libraryFile('lowering');
  test('the trial is raised, carried and brought down again by steps of its own, and its blocks are temporary', () => {
    expect(stepOf(lowering, 'trial-up')).toMatchObject({ sets: 'raised', after: ['trial-chock'] });
    expect(stepOf(lowering, 'trial-low')).toMatchObject({ needs: ['raised'], opens: ['trialset'] });
    expect(lowering.items.find((item) => item.id === 'trialset')).toMatchObject({
      kind: 'temporary',
      closeBefore: 'drive',
    });
    expect(waitsFor(lowering, 'agree')).toContain('trial-down');
  });
  test('a tack is temporary, and the weld is a second step with a yes of its own', () => {
    const [tack, weld] = [stepOf(lowering, 'tack'), stepOf(lowering, 'weld')];
    expect([tack.irreversible, tack.opens]).toEqual([undefined, ['tacks']]);
    expect([weld.irreversible, weld.closes]).toEqual([true, ['tacks']]);
    expect(lowering.items.find((item) => item.id === 'tacks')!.kind).toBe('temporary');
  });
  test('rivets driven out are no bolts loosened', () => {
    for (const side of ['L', 'R']) expect(stepOf(lowering, `hanger-off-${side}`).loosens).toBeUndefined();
  });
  test('a coil is refitted and stood at its height between cuts', () => {
    for (const side of ['L', 'R'])
      expect(textOf(stepOf(lowering, `coil-cut-${side}`))).toMatch(/Refit it, stand/);
  });
});

describe('what was wrong or missing, file by file', () => {
  const every = (id: string) => {
    const { steps, ways, fasteners } = libraryFile(id);
    return {
      steps: [...steps, ...ways.flatMap((way) => way.in.map((one) => one.step))],
      fasteners: [...fasteners, ...ways.flatMap((way) => way.fasteners ?? [])],
    };
  };

  test.each(libraryIds())('%s: each step that loosens something names its tool by size', (id) => {
    const { steps } = every(id);
    expect(
      steps
        .filter((step) => step.loosens?.length && !step.tools?.some((tool) => tool.size))
        .map((step) => step.id),
    ).toEqual([]);
  });

  test('spacer bolts hold a wheel', () => {
    for (const id of ['wheels-tires-spacers', 'strut-spacers-car-body'])
      for (const fastener of every(id).fasteners.filter(
        (one) => /spacer/i.test(one.id) && /wheel|spacer bolt/i.test(one.name),
      ))
        expect([fastener.id, fastener.critical]).toEqual([fastener.id, 'wheel']);
  });

  test('a collar is turned with the weight off it, and the car is read again on its wheels before it is pinched', () => {
    const { steps } = libraryFile('adjustable-coil-seats');
    const order = steps.map((step) => step.id);
    const at = (id: string) => order.indexOf(id);
    const one = (id: string) => steps[at(id)]!;
    expect(one('level-turns').needs).toEqual(['raised']);
    expect(
      ['level-read', 'level-raise', 'level-turns', 'level-down', 'level-again', 'pinch-torque'].map(at),
    ).toEqual(
      ['level-read', 'level-raise', 'level-turns', 'level-down', 'level-again', 'pinch-torque']
        .map(at)
        .sort((a, b) => a - b),
    );
    expect(one('pinch-torque').after).toContain('level-again');
    expect(one('damper-torque').after).toContain('level-again');
    expect(steps.filter((step) => step.closes?.includes('stop-L')).map((step) => step.id)).toEqual([
      'stop-in-L',
    ]);
  });

  test('what carries an arm is a thing that is taken away before it comes down', () => {
    const { items, steps } = libraryFile('strut-top-spacer');
    expect(items.find((item) => item.id === 'armjacks')).toMatchObject({
      kind: 'support',
      closeBefore: 'ground',
    });
    expect(steps.find((step) => step.opens?.includes('armjacks'))!.id).toBe('hold-front');
    expect(steps.find((step) => step.closes?.includes('armjacks'))!.id).toBe('jacks-away');
  });

  test('U-bolts are eased while the springs are loaded; an arm may be clamped instead of nutted', () => {
    for (const id of ['rear-lift-block', 'front-leaf-springs'])
      expect(libraryFile(id).steps.find((step) => step.id === 'ubolt-slack')).toMatchObject({
        needs: ['on-wheels'],
      });
    const pinch = libraryFile('front-leaf-springs').ways.find((way) => way.id === 'pitman-pinch')!;
    expect(pinch.fasteners![0]).toMatchObject({ critical: 'steering', hardware: 'new', secondCheck: true });
  });
});

describe('what a file says it does is what its steps do', () => {
  const all = (id: string) => {
    const { steps, ways } = libraryFile(id);
    return [...steps, ...ways.flatMap((way) => way.in.map((one) => one.step))];
  };

  test('a longer knuckle takes hub, rotor and sensor over by bolts somebody else checks; slotting cannot be undone', () => {
    const { fasteners, ways } = libraryFile('bracket-lift');
    for (const side of ['L', 'R'])
      expect(fasteners.find((one) => one.id === `hubbolt-${side}`)).toMatchObject({
        critical: 'steering',
        secondCheck: true,
      });
    const slotted = ways.find((way) => way.id === 'knuckle-slotted')!;
    expect(slotted.in.every(({ step }) => step.irreversible)).toBe(true);
    // The old knuckle stays: nothing is moved over.
    expect(slotted.out).toEqual(expect.arrayContaining(['hub-over-L', 'hub-over-R']));
  });

  test('jam nuts of adjustable arms and bars are torqued, and again where the rack turned them', () => {
    const trailing = all('coils-trailing-arms-rear');
    const torques = trailing.filter((step) => step.torques?.includes('armjam-L')).map((step) => step.phase);
    expect(torques).toEqual(['on-wheels', 'align']);
    expect(trailing.find((step) => step.id === 'thrust-slack')!.loosens).toEqual(['armjam-L', 'armjam-R']);
    for (const id of ['ftrackjam', 'rtrackjam', 'farmjam-L'])
      expect(all('touring-all-round').some((step) => step.torques?.includes(id))).toBe(true);
  });

  test('the pinion is read before the upper arm comes off and after', () => {
    const order = libraryFile('coils-trailing-arms-rear').steps.map((step) => step.id);
    const places = ['pinion-hold', 'pinion-before', 'upper-off', 'upper-on', 'pinion-after'].map((id) =>
      order.indexOf(id),
    );
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(places[0]).toBeGreaterThanOrEqual(0);
  });

  test.each(['front', 'rear'])(
    'a warranty visit takes off the %s wheels alone where they are the ones eased',
    (end) => {
      const procedure = libraryFile('visit-warranty');
      const { steps } = takeVariants(procedure, [`${end}-only`]);
      const touched = steps.flatMap((step) => [
        ...(step.loosens ?? []),
        ...(step.torques ?? []),
        ...(step.opens ?? []),
      ]);
      const others = touched.filter((id) => /wheel/.test(id) && !id.startsWith(end[0]!));
      expect(others).toEqual([]);
      expect(touched.some((id) => id.startsWith(`${end[0]}wheel`))).toBe(true);
    },
  );

  test('a car with struts behind is not sent to steps for a separate coil', () => {
    const file = libraryFile('strut-spacers-car-body');
    expect(file.fits.rear).toEqual(['multi-link', 'strut']);
    const plain = takeVariants(file, ['rear-strut']);
    // The mount comes apart on the bench alone, in the compressor, and what covers it is off before.
    expect(waitsFor({ ...file, ...plain }, 'r-spring-out-L')).toContain('r-trim-off');
    expect(plain.items.map((item) => item.place)).not.toContain('rear.left.spring');
    const apart = plain.steps.find((step) => step.loosens?.includes('rmount-L'))!;
    expect(apart.opens).toContain('rclamp-L');
    const together = plain.steps.find((step) => step.torques?.includes('rmount-L'))!;
    expect(together.closes).toContain('rclamp-L');
  });
});

test.each(libraryIds())('%s: one place has one fastener, so that no value is taken for another’s', (id) => {
  const { fasteners, ways } = libraryFile(id);
  const places = [...fasteners, ...ways.flatMap((way) => way.fasteners ?? [])].map((one) => one.place);
  expect(places.filter((place, at) => places.indexOf(place) !== at)).toEqual([]);
});

test('a bar set on the bench has its jam nut torqued, a brace its bolts; the template trims before a coil hides it', () => {
  const { fasteners, steps, ways } = libraryFile('link-coil-long-travel');
  expect(fasteners.find((one) => one.id === 'trackjam')).toMatchObject({
    critical: 'steering',
    secondCheck: true,
  });
  expect(steps.find((step) => step.torques?.includes('trackjam'))!.id).toBe('track-torque');
  const brace = ways.find((way) => way.id === 'brace-instead')!;
  expect(brace.in.some(({ step }) => step.torques?.includes('bracebolt'))).toBe(true);
  const at = (id: string) => steps.findIndex((step) => step.id === id);
  expect(at('template')).toBeLessThan(Math.min(at('spring-in-L'), at('spring-in-R')));
  expect(steps[at('template')]!.do).toMatch(/bracket/);
});

test('a coilover eased above for room below is torqued there again', () => {
  const { steps } = libraryFile('lower-mount-spacer');
  for (const side of ['L', 'R']) {
    expect(steps.find((step) => step.loosens?.includes(`top-${side}`))!.id).toBe(`top-ease-${side}`);
    expect(steps.find((step) => step.torques?.includes(`top-${side}`))!.id).toBe(`top-torque-${side}`);
  }
});

describe('a pin is born with its nut', () => {
  test('whatever torques a nut that is pinned closes its pin, and what draws the nut opened it', () => {
    let pinned = 0;
    for (const procedure of jobs) {
      const fasteners = [...procedure.fasteners, ...procedure.ways.flatMap((way) => way.fasteners ?? [])];
      const isPin = (id: string) => fasteners.some((one) => id === `${one.id}.pin` && one.lock === 'cotter');
      const steps = [
        ...takeVariants(procedure, []).steps,
        ...procedure.ways.flatMap((way) => takeVariants(procedure, [way.id]).steps),
      ];
      for (const step of steps) {
        if (!step.torques?.length || !/cotter|pinned|new pin/i.test(step.do)) continue;
        pinned += 1;
        expect([procedure.id, step.id, (step.closes ?? []).some(isPin)]).toEqual([
          procedure.id,
          step.id,
          true,
        ]);
      }
      for (const step of steps)
        if (/cotter/i.test(step.do) && step.loosens?.length)
          expect([procedure.id, step.id, (step.opens ?? []).some(isPin)]).toEqual([
            procedure.id,
            step.id,
            true,
          ]);
    }
    expect(pinned).toBeGreaterThanOrEqual(12);
  });

  test('with a pin short nobody drives it', () => {
    const file = libraryFile('strut-top-spacer');
    const plain = takeVariants(file, []);
    const steps = plain.steps.map((step) =>
      step.id === 'joint-close-L'
        ? { ...step, closes: step.closes!.filter((id) => id !== 'ballnut-L.pin') }
        : step,
    );
    expect(checkProcedure({ ...plain, steps }).filter(({ code }) => code !== 'missing-spec')).toEqual([
      { code: 'unpinned', ref: 'ballnut-L' },
    ]);
  });
});

describe('each change of the rear shackles is read by itself', () => {
  const plain = takeVariants(libraryFile('rear-leaf-shackles'), []);
  const support = (stepId: string) => {
    let rear = 'on-wheels';
    for (const step of plain.steps) {
      if (step.id === stepId) return rear;
      if (step.sets) rear = step.sets;
    }
    throw new Error(stepId);
  };

  test('the truck stands on all its wheels at each of the three readings', () => {
    for (const id of ['height-a', 'height-isolator', 'height-b']) {
      expect([id, support(id)]).toEqual([id, 'on-wheels']);
      const { measure, trial } = plain.steps.find((step) => step.id === id)!;
      // The last one reads both sides hole by hole.
      if (id === 'height-b') expect(trial).toMatchObject({ unit: 'hole', target: 'plan' });
      else
        expect(measure!.flatMap(({ what, corner }) => (what === 'hub to lip' ? corner : []))).toEqual([
          'LR',
          'RR',
        ]);
    }
  });

  test('no shackle comes out before the isolators are read', () => {
    const file = libraryFile('rear-leaf-shackles');
    for (const side of ['L', 'R']) {
      const before = waitsFor(file, `shackle-out-${side}`);
      for (const id of ['height-isolator', 'seat-on-L', 'seat-on-R', 'mid-hold'])
        expect([side, id, before.has(id)]).toEqual([side, id, true]);
    }
  });

  test('one reading of both says that it is of both', () => {
    const { steps } = takeVariants(libraryFile('rear-leaf-shackles'), ['read-at-once']);
    const read = steps.filter((step) => step.measure?.some(({ what }) => /gain/.test(what)));
    expect(read.map((step) => step.measure!.map(({ what }) => what).join())).toEqual([
      expect.stringContaining('gain of both'),
    ]);
  });
});

describe('a coil of its own is never let go', () => {
  const file = libraryFile('bracket-lift');
  const plain = takeVariants(file, ['separate-coil']);

  test.each(['L', 'R'])(
    'the arm on its jack, damper, link and both joints off, before it is let down: %s',
    (side) => {
      const before = waitsFor({ ...file, ...plain }, `coil-out-${side}`);
      for (const id of ['hold', `strut-off-${side}`, `link-off-${side}`, `knuckle-off-${side}`])
        expect([id, before.has(id)]).toEqual([id, true]);
      expect(waitsFor({ ...file, ...plain }, `arm-off-${side}`).has(`coil-out-${side}`)).toBe(true);
      // Caught in its pocket and held by the damper before the knuckle closes.
      expect(waitsFor({ ...file, ...plain }, `knuckle-on-${side}`).has(`coil-in-${side}`)).toBe(true);
    },
  );
});

describe('ways of freeing a knuckle', () => {
  test.each(['lower-joint', 'tie-rod-end', 'foot-only', 'cams-out', 'arm-lowered'])(
    'strut-top-spacer by %s leaves the upper joint whole',
    (way) => {
      const { fasteners } = takeVariants(libraryFile('strut-top-spacer'), [way]);
      expect(fasteners.map((one) => one.place)).not.toContain('front.left.upper-ball-joint');
    },
  );

  test('a coilover on a lower arm is not told of clamp bolts it has not', () => {
    const plain = takeVariants(libraryFile('preload-spacer'), ['joint-parted']);
    expect(plain.fasteners.map((one) => one.place)).not.toContain('front.left.strut-lower-bolts');
    expect(plain.fasteners.find((one) => one.id === 'upnut-L')).toMatchObject({
      critical: 'steering',
      secondCheck: true,
    });
    // Camber is set where it is set on such a car, and nowhere where it was in.
    expect(plain.steps.find((step) => step.id === 'cams-slack')!.loosens).toEqual(['cam-L', 'cam-R']);
    const left = takeVariants(libraryFile('preload-spacer'), ['joint-parted', 'angles-left']);
    expect(left.steps.map((step) => step.id)).not.toContain('cams-slack');
  });

  test('a half shaft out of its hub: the nut is torqued before the car is rolled', () => {
    const file = libraryFile('strut-spacers-car-body');
    const plain = takeVariants(file, ['shaft-out']);
    expect(waitsFor({ ...file, ...plain }, 'settle').has('hub-torque')).toBe(true);
    for (const side of ['L', 'R'])
      expect(waitsFor({ ...file, ...plain }, `clevis-on-${side}`).has(`shaft-in-${side}`)).toBe(true);
    expect(plain.fasteners.find((one) => one.id === 'fhub-L')).toMatchObject({
      critical: 'wheel',
      secondCheck: true,
      hardware: 'new',
    });
  });
});

test.each(
  jobs
    .filter((one) => one.steps.some((step) => step.share === 'rack-slack'))
    .map((one) => [one.id, one] as const),
)('%s: the rack has the hour that the week counts for it', (_, { steps }) => {
  const rack = steps.filter((step) => step.phase === 'align' && step.id !== 'lamps');
  const minutes = rack.reduce((sum, step) => sum + step.minutes, 0);
  expect(minutes).toBeGreaterThanOrEqual(50);
  expect(minutes).toBeLessThanOrEqual(100);
});

test('what covers the work is an item with a picture of how it was', () => {
  const covers: [string, string[], string][] = [
    ['bracket-lift', [], 'skid-off'],
    ['utility-cart', [], 'battery-off'],
    ['strut-top-spacer', ['towers-covered'], 'cowl-off'],
    ['preload-spacer', ['towers-covered'], 'cowl-off'],
    ['strut-spacers-car-body', ['towers-covered'], 'cowl-off'],
    ['strut-spacers-car-body', ['rear-strut'], 'r-trim-off'],
    ['coils-trailing-arms-rear', ['damper-top-covered'], 'cover-off'],
  ];
  for (const [id, ways, stepId] of covers) {
    const { steps, items } = takeVariants(libraryFile(id), ways);
    const step = steps.find((one) => one.id === stepId)!;
    const kinds = (step.opens ?? []).map((one) => items.find((item) => item.id === one)!.kind);
    expect([id, stepId, kinds.includes('cover'), step.photo?.length]).toEqual([id, stepId, true, 1]);
  }
});

test('what the planner works out is typed by nobody', () => {
  for (const { id, steps } of jobs)
    for (const step of steps)
      for (const { what } of step.measure ?? [])
        expect([id, step.id, /predict|to come/i.test(what)]).toEqual([id, step.id, false]);
});
