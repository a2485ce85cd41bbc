import { checkProcedure, isFault } from '@/core/procedure/check';
import type { PlainProcedure, Procedure, Step } from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';
import { faultsOf, leftOut, orderedPairs, turned, undoes } from '../support/breaking';
import { anatomies, libraryFile, libraryIds } from '../support/library';

/**
 * Proof by breaking: every step that opens, frees, carries or marks something is left out of each job in turn, and every two
 * steps whose order matters are turned round. The checker objects, or the list here says by name why it need not.
 */

const proved = libraryIds()
  .map(libraryFile)
  .filter((one) => one.anatomy);

const WHEELS = 'the wheels hide what is worked on: with them on nobody reaches it, and nothing lets go';
const RACK = 'the rack turns only what is off: a jam nut or cam left alone keeps its angle';
const BAR = 'a bar whose other link is off ties nothing';
const ROOM = 'for room alone: what stays joined stops nothing short of the drop named';
const EASED = 'eased on the ground for ease of hand: it is undone again before anything is taken out';
const FITTED = 'what is fitted there would be missing from the car, and nothing on it would be wrong';

const both = (ids: string[], why: string) =>
  ids.flatMap((id) => [`${id}-L`, `${id}-R`]).map((id) => [id, why]);
const each = (ids: string[], why: string) => ids.map((id) => [id, why]);
const allowed = (...lists: string[][][]) => Object.fromEntries(lists.flat()) as Record<string, string>;

/** Steps that may be missing, by job. */
const MAY_BE_LEFT_OUT: Record<string, Record<string, string>> = {
  'adjustable-coil-seats': allowed(
    each(['wheels-off'], WHEELS),
    both(['link-off'], BAR),
    each(['rack-slack'], RACK),
  ),
  'bracket-lift': allowed(each(['wheels-off'], WHEELS), each(['rack-slack', 'cams-slack'], RACK)),
  'coils-trailing-arms-rear': allowed(each(['wheels-off'], WHEELS), each(['upper-off'], FITTED)),
  'front-leaf-springs': allowed(
    each(['ubolt-slack'], EASED),
    each(['wheels-off'], WHEELS),
    both(['link-off'], BAR),
    each(['rack-slack'], RACK),
  ),
  'link-coil-long-travel': allowed(each(['wheels-off'], WHEELS), each(['rack-slack'], RACK)),
  'lower-mount-spacer': allowed(
    each(['wheels-off'], WHEELS),
    both(['link-off'], BAR),
    both(['joint-off', 'top-ease'], ROOM),
    both(['fork-off'], FITTED),
    each(['rack-slack', 'cams-slack'], RACK),
  ),
  lowering: allowed(
    each(['wheels-off'], WHEELS),
    both(['r-open', 'hanger-off'], FITTED),
    each(['rack-slack', 'cams-slack'], RACK),
  ),
  'preload-spacer': allowed(each(['wheels-off'], WHEELS), each(['rack-slack', 'cams-slack'], RACK)),
  'radius-arm-spacers': allowed(
    each(['wheels-off'], WHEELS),
    each(['bar-off'], BAR),
    each(['axle-stands'], 'the axle is still on its jack'),
    each(['rack-slack'], RACK),
  ),
  'rear-leaf-shackles': allowed(each(['shackle-ease'], EASED), both(['isolator-out'], FITTED)),
  'rear-lift-block': allowed(each(['ubolt-slack'], EASED), each(['wheels-off'], WHEELS)),
  'strut-spacers-car-body': allowed(
    each(['arms-loose'], EASED),
    each(['wheels-off'], WHEELS),
    each(['subframe-ease'], FITTED),
    both(['r-free'], BAR),
    both(['r-damper-off'], FITTED),
    each(['rack-slack', 'cams-slack', 'rtoe-slack'], RACK),
  ),
  'strut-top-spacer': allowed(
    each(['wheels-off'], WHEELS),
    both(['link-off'], BAR),
    both(['joint-part'], ROOM),
    each(['jam-slack', 'cams-slack'], RACK),
  ),
  'subframe-spacers': allowed(
    each(['wheels-off'], WHEELS),
    each(['sub-down'], FITTED),
    each(['cam-slack'], RACK),
  ),
  'touring-all-round': allowed(each(['wheels-off'], WHEELS), each(['rack-slack'], RACK)),
  'utility-cart': allowed(
    each(['wheels-off'], WHEELS),
    each(['drag-off'], FITTED),
    both(['r-off'], FITTED),
    each(['toe'], RACK),
  ),
};

const plainOf = (procedure: Procedure, ways: string[] = []) => takeVariants(procedure, ways);
const undoing = (plain: PlainProcedure) => plain.steps.filter((step) => undoes(plain, step));

test.each(proved.map((one) => [one.id, one] as const))(
  '%s: no step can be left out unseen',
  (id, procedure) => {
    const plain = plainOf(procedure);
    const unseen = undoing(plain)
      .filter((step) => !faultsOf(leftOut(plain, step.id).procedure).length)
      .map((step) => step.id);
    expect(unseen.sort()).toEqual(Object.keys(MAY_BE_LEFT_OUT[id] ?? {}).sort());
  },
);

test.each(proved.map((one) => [one.id, one] as const))(
  '%s: no two steps can be turned round unseen',
  (_, procedure) => {
    const plain = plainOf(procedure);
    const unseen = orderedPairs(plain)
      .map(({ first, second }) => turned(plain, first, second))
      .filter((broken) => !faultsOf(broken.procedure).length);
    expect(unseen.map(({ how }) => how)).toEqual([]);
  },
);

test('fewer than one in twenty of what is left out or turned round is allowed', () => {
  const tried = proved.reduce((sum, one) => {
    const plain = plainOf(one);
    return sum + undoing(plain).length + orderedPairs(plain).length;
  }, 0);
  const names = Object.values(MAY_BE_LEFT_OUT).flatMap((list) => Object.keys(list));
  expect(names.length * 20).toBeLessThan(tried);
});

describe('faults that hurt, put back by name', () => {
  const codes = (procedure: PlainProcedure) =>
    checkProcedure({ ...procedure, anatomies: [...anatomies] })
      .filter(isFault)
      .map(({ code, ref }) => `${code} ${ref}`);
  const change = (plain: PlainProcedure, ids: string[], to: (step: Step) => Step): PlainProcedure => ({
    ...plain,
    steps: plain.steps.map((step) => (ids.includes(step.id) ? to(step) : step)),
  });
  /** Steps put elsewhere, and nothing left that says they had to come before. */
  const moved = (plain: PlainProcedure, ids: string[], before: string): PlainProcedure => {
    const taken = plain.steps.filter((step) => ids.includes(step.id));
    const rest = plain.steps.filter((step) => !ids.includes(step.id));
    const at = rest.findIndex((step) => step.id === before);
    return {
      ...plain,
      steps: [...rest.slice(0, at), ...taken, ...rest.slice(at)].map(({ after: _, ...step }) => step),
    };
  };
  const out = (plain: PlainProcedure, ...ids: string[]) =>
    ids.reduce((left, id) => leftOut(left, id).procedure, plain);
  const file = (id: string, ways: string[] = []) => plainOf(libraryFile(id), ways);

  test('a front leaf axle let down on its hoses, its breather or its shaft', () => {
    const plain = file('front-leaf-springs');
    const hoses = ['hose-swap-L', 'hose-torque-L', 'hose-swap-R', 'hose-torque-R'];
    expect(codes(moved(plain, hoses, 'drag-on'))).toContain('line-stretched front.left.brake-hose');
    expect(codes(moved(plain, ['breather-off'], 'breather-on'))).toContain('line-stretched front.breather');
    expect(codes(moved(plain, ['shaft-off'], 'shaft-on'))).toContain('still-joined front.driveshaft');
  });

  test('a rear axle clear of its pack with dampers, hose, cable or lead still on', () => {
    for (const [id, free] of [
      ['rear-leaf-shackles', ['free-L', 'lines-free']],
      ['lowering', ['r-free']],
    ] as const) {
      const found = codes(out(file(id), ...free));
      expect([id, found]).toEqual([id, expect.arrayContaining(['line-stretched rear.brake-hose'])]);
      expect([id, found]).toEqual([id, expect.arrayContaining(['still-joined rear.left.damper'])]);
      expect([id, found]).toEqual([id, expect.arrayContaining(['line-stretched rear.left.park-cable'])]);
      expect([id, found]).toEqual([id, expect.arrayContaining(['line-stretched rear.left.sensor-lead'])]);
    }
  });

  test('an axle set down for a reading with its jack away first, on its hose', () => {
    const plain = file('rear-leaf-shackles');
    const early = change(plain, ['mid-lines'], (step) => ({
      ...step,
      lets: [{ body: 'axle', by: 'jack' }],
    }));
    expect(codes(early)).toContain('line-stretched rear.brake-hose');
  });

  test('a coil taken out from under an arm that nothing was parted of', () => {
    const found = codes(out(file('lowering'), 'f-free-L', 'f-part-L'));
    expect(found).toContain('still-joined front.left.damper');
    expect(found).toContain('line-stretched front.left.brake-hose');
  });

  test('a coil let go with no jack under its arm', () => {
    expect(codes(out(file('subframe-spacers'), 'arm-hold'))).toContain('falls rear.left.lower-link');
    const bare = change(file('lowering'), ['f-hold'], ({ carries: _, ...step }) => step);
    expect(codes(bare)).toContain('falls front.left.lower-arm');
  });

  test('a strut’s nut undone with no compressor on its coil', () => {
    expect(codes(out(file('preload-spacer'), 'compress-L'))).toContain('spring-let-go front.left.coil');
  });

  test('a radius arm off with its coil still loaded', () => {
    const plain = file('radius-arm-spacers');
    expect(codes(moved(plain, ['arm-off-L', 'bush-L', 'arm-on-L'], 'spring-out-L'))).toContain(
      'still-joined front.left.radius-arm',
    );
    expect(codes(change(plain, ['pivot-slack'], (step) => ({ ...step, loosens: [] })))).toContain(
      'bush-bound front.left.radius-arm-pivot',
    );
  });

  test('a subframe with its bolts out and nothing under it', () => {
    const plain = file('strut-spacers-car-body');
    const bare = change(plain, ['subframe-ease'], ({ carries: _, ...step }) => ({
      ...step,
      out: ['subframe'],
    }));
    expect(codes(bare)).toContain('still-joined front.subframe');
    const item = {
      id: 'sub',
      name: 'Front subframe',
      place: 'front.center.subframe',
      kind: 'support' as const,
    };
    const opened = change(
      {
        ...plain,
        items: [...plain.items, { ...item, end: 'front' as const, closeBefore: 'ground' as const }],
      },
      ['subframe-ease'],
      ({ carries: _, ...step }) => ({ ...step, opens: [...step.opens!, 'sub'] }),
    );
    expect(codes(opened)).toContain('falls front.subframe');
  });

  test('a subframe spaced on one side while the other is bolted', () => {
    const plain = file('subframe-spacers');
    const oneSide = change(plain, ['sub-down'], (step) => ({
      ...step,
      opens: ['sub-L'],
      loosens: ['subbolt-L'],
      drops: [
        { corner: 'LR', mm: 155 },
        { corner: 'RR', mm: 90 },
      ],
    }));
    expect(codes(oneSide)).toContain('tied-across rear.subframe');
  });

  test('a cart’s hub nut left without its cotter', () => {
    const plain = file('utility-cart');
    const unpinned = change(plain, ['hub-set-L'], (step) => ({
      ...step,
      closes: step.closes!.filter((id) => id !== 'hubnut-L.pin'),
    }));
    expect(codes(unpinned)).toContain('unpinned hubnut-L');
  });

  test('cams eased with no mark across them, or never set at the rack', () => {
    for (const [id, mark] of [
      ['lower-mount-spacer', 'cam-marks'],
      ['strut-top-spacer', 'witness'],
      ['lowering', 'frame-lines'],
      ['bracket-lift', 'marks'],
    ] as const) {
      const found = codes(change(file(id), [mark], ({ marks: _, ...step }) => step));
      expect([id, found]).toEqual([id, expect.arrayContaining(['unmarked front.left.arm-pivots'])]);
      const notSet = codes(out(file(id), 'cams-torque', 'cams-slack'));
      expect([id, notSet]).toEqual([id, expect.arrayContaining(['unmarked front.left.arm-pivots'])]);
    }
    expect(codes(change(file('preload-spacer'), ['clock'], ({ marks: _, ...step }) => step))).toContain(
      'unmarked front.left.strut-foot',
    );
  });

  test('trial blocks and tacks are driven on by nobody, whatever they say of themselves', () => {
    const plain = file('lowering');
    const driven = out(plain, 'trial-out');
    expect(
      codes({ ...driven, items: plain.items, steps: plain.steps.filter(({ id }) => id !== 'trial-out') }),
    ).toEqual(expect.arrayContaining(['drive-with-open trialset']));
    // An item of this kind that claims to hold nothing up is found all the same.
    const items = plain.items.map((item) =>
      item.id === 'tacks' ? { ...item, closeBefore: 'handoff' as const } : item,
    );
    const welded = change({ ...plain, items }, ['weld'], ({ closes: _, ...step }) => step);
    expect(codes(welded)).toEqual(expect.arrayContaining(['trial-driven tacks']));
  });
});
