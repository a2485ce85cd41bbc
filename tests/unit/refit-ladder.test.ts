import { RUNG_IDS, isRefitted, refitLadder } from '@/core/anatomy/refit-ladder';
import { type Axle, axleOf } from '@/core/anatomy/axle';
import { standingHang } from '@/core/anatomy/state';
import { answer } from '@/core/calc';
import { roomMove } from '@/core/moves/room';
import { standCar } from '@/core/planner/car-stand';
import { plannedFigures } from '@/core/planner/planned-figures';
import { refitRoom } from '@/core/planner/refit';
import { expectedMinutes, hasRefits, roomBefore, roomNow } from '@/core/procedure/refits';
import { Refusal } from '@/core/refusal';
import { anatomies, provedRun } from '../support/library';
import { part, planOf } from '../support/planned-cars';
import { Tablet } from '../support/tablet';

const raised = () => ({
  support: 'raised' as const,
  open: new Set<string>(),
  loose: new Set<string>(),
  snug: new Set<string>(),
  hang: standingHang(),
});
const axles = anatomies.flatMap((anatomy) => anatomy.ends.map((end) => axleOf(anatomy, end)));
const refitted = (axle: Axle) => [...axle.bodies.keys()].filter((id) => isRefitted(axle, id));
const cases = axles.flatMap((axle) =>
  refitted(axle).map((body) => [`${axle.anatomy.id} ${body}`, axle, body] as const),
);

describe('the ladder from what holds what', () => {
  test('every axle with a strut or a coil by itself has one, leaves have none', () => {
    const kinds = new Set(cases.map(([, axle]) => axle.anatomy.id));
    expect(kinds.size).toBe(anatomies.filter(({ id }) => !/leaf|cart/.test(id)).length);
  });

  test.each(cases)('%s: in order of trouble, and no rung takes room away', (_, axle, body) => {
    const rungs = refitLadder(axle, body, axle.bodies.get(body)!.side!, raised());
    const order = rungs.map(({ id }) => RUNG_IDS.indexOf(id));
    expect(order).toEqual([...order].sort((one, other) => one - other));
    expect(rungs.at(-1)!.id).toBe('compressor');
    const reaches = rungs.flatMap(({ reach }) => (reach === null ? [] : [reach]));
    expect(reaches.length).toBeGreaterThan(0);
    for (const [index, reach] of reaches.entries()) {
      expect(Number.isFinite(reach)).toBe(true);
      expect(reach).toBeGreaterThanOrEqual(index ? reaches[index - 1]! : axle.normalDroop);
    }
    for (const { book, title } of rungs) {
      expect(book).toBeGreaterThan(0);
      expect(title).not.toBe('');
    }
  });

  test('a strut: the bar alone frees nothing while rubber holds; then the hose stops it, then the shaft', () => {
    const strut = axleOf(
      anatomies.find(({ id }) => id === 'strut-front')!,
      'front',
    );
    const rungs = refitLadder(strut, 'front.left.strut', 'left', raised());
    expect(rungs.map(({ id, reach }) => [id, reach])).toEqual([
      ['bar', 90],
      ['bushings', 110],
      ['lines', 130],
      ['subframe', null],
      ['knuckle-first', null],
      ['top-first', null],
      ['studs', null],
      ['compressor', null],
    ]);
    expect(rungs[0]!.closed).toEqual(['left front bar link', 'right front bar link']);
    expect(rungs[2]!.closed).toEqual(['left front brake hose', 'left front wheel sensor lead']);
  });
});

describe('short by how much', () => {
  test('spacer and longer damper are length, a longer coil is force; more room takes both away', () => {
    const room = (parts: ReturnType<typeof part>[], opening = 580) =>
      refitRoom(
        standCar(planOf({ figures: { 'front.refitOpening': opening, 'front.strutFree': 560 }, parts })),
        'front',
      )!;
    const spacer = part('strutSpacer', 'front', { t: 50 });
    const plain = room([spacer]);
    const worked = answer('refit.room', {
      freeLength: 560,
      spacer: 50,
      openingAtDroop: 580,
      preload: 0,
      rate: plain.rate,
    });
    expect(worked).toMatchObject({ ok: true, output: { shortfall: 30, fits: false } });
    expect(plain).toMatchObject({ of: 'strut', shortfall: 30, fits: false, force: plain.rate * 30 });
    expect(room([spacer, part('preloadSpacer', 'front', { t: 10 })]).force).toBeCloseTo(plain.rate * 40, 6);
    expect(room([spacer, part('roomMade', 'front', { opening: 30 })]).shortfall).toBe(30);
    expect(room([spacer], 610)).toMatchObject({ shortfall: 0, fits: true, force: 0 });
    expect(refitRoom(standCar(planOf({})), 'front')).toBeNull();
    expect(refitRoom(standCar(planOf({ parts: [part('block', 'rear', { t: 40 })] })), 'rear')).toBeNull();
  });

  test('a coil by itself is pressed by what it is longer than its seats stand apart', () => {
    const input = planOf({
      front: 'coil-links',
      figures: { 'front.springFree': 420, 'front.seatGapDroop': 400, 'front.springRate': 40 },
      parts: [part('coilSpacer', 'front', { t: 15 })],
    });
    expect(refitRoom(standCar(input), 'front')).toMatchObject({ of: 'coil', shortfall: 35, force: 1400 });
    expect(plannedFigures(input).refit).toMatchObject({ front: { of: 'coil', shortfall: 35 } });
    expect(plannedFigures(input).refit!.rear).toBeUndefined();
  });
});

/** A strut job whose plan says that the strut is so much too long. */
function shortRun(shortfall: number) {
  const run = provedRun('strut-top-spacer');
  const refit = {
    of: 'strut' as const,
    shortfall,
    fits: shortfall === 0,
    force: 0,
    preload: 100,
    rate: 80,
    ratio: 0.5,
  };
  return { ...run, planned: { figures: {}, heights: null, slopes: {}, refit: { front: refit } } };
}
const codeOf = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof Refusal) return error.code;
    throw error;
  }
  return 'allowed';
};

describe('the rung used, on a job', () => {
  test('what the record has open already counts: short by less, and its rungs may be tapped', () => {
    const tablet = new Tablet(shortRun(30));
    expect(hasRefits(tablet.document)).toBe(true);
    tablet.workTo(({ id }) => id.endsWith('/strut-in-L'));
    const { document, run } = tablet.order;
    const stepId = document.steps.find(({ id }) => id.endsWith('/strut-in-L'))!.id;
    const room = roomNow(document, run, stepId)!;
    // Bar links off, arm bolts eased, hose and lead free: the half shaft stops it at 130 of which 40 are new, half of that here.
    expect(room).toMatchObject({
      name: 'left front coilover',
      corner: 'LF',
      short: 10,
      force: 100 + 80 * 10,
    });
    for (const id of ['bar', 'bushings', 'lines'])
      expect(room.rungs.find((rung) => rung.id === id)).toMatchObject({ closed: [] });
    expect(room.rungs.find(({ id }) => id === 'lines')!.leaves).toBe(10);
    expect(room.rungs.find(({ id }) => id === 'compressor')!.leaves).toBeNull();

    tablet.keep(...roomMove(tablet.order, { stepId, rung: 'knuckle-first' }));
    expect(tablet.order.state.roomMade.map(({ data }) => data)).toEqual([
      {
        stepId,
        corner: 'LF',
        what: 'left front coilover',
        rung: 'knuckle-first',
        title: 'Knuckle first, then the top',
        short: 10,
      },
    ]);
    expect(codeOf(() => roomMove(tablet.order, { stepId, rung: 'knuckle-first' }))).toBe('used-already');
    tablet.workTo(({ id }) => id.endsWith('/top-torque-L'));
    expect(codeOf(() => roomMove(tablet.order, { stepId, rung: 'top-first' }))).toBe('done');
  });

  test('nothing is recorded that is not so on the car', () => {
    const tablet = new Tablet(shortRun(30));
    const stepId = tablet.document.steps.find(({ id }) => id.endsWith('/strut-in-L'))!.id;
    expect(codeOf(() => roomMove(tablet.order, { stepId, rung: 'top-first' }))).toBe('not-out');
    expect(codeOf(() => roomMove(tablet.order, { stepId: 'X/none', rung: 'bar' }))).toBe('no-refit');
    tablet.workTo(({ id }) => id.endsWith('/strut-in-L'));
    expect(codeOf(() => roomMove(tablet.order, { stepId, rung: 'damper' }))).toBe('no-rung');
    const onStruts = new Tablet(provedRun('preload-spacer'));
    onStruts.workTo(({ id }) => id.endsWith('/strut-in-L'));
    const strutIn = onStruts.document.steps.find(({ id }) => id.endsWith('/strut-in-L'))!.id;
    // Its subframe bolts are tight by the record, and nothing says that it is down.
    expect(codeOf(() => roomMove(onStruts.order, { stepId: strutIn, rung: 'subframe' }))).toBe('closed');
    expect(codeOf(() => roomMove(onStruts.order, { stepId: strutIn, rung: 'top-first' }))).toBe('allowed');
  });

  test('a shop’s own minutes pull the book toward them', () => {
    const rung = { id: 'bar' as const, book: 10 };
    expect(expectedMinutes(rung, {})).toBeCloseTo(10, 6);
    const some = expectedMinutes(rung, { bar: [20, 20] });
    expect(some).toBeCloseTo(10 * Math.sqrt(2), 6);
    expect(expectedMinutes(rung, { bar: Array.from({ length: 40 }, () => 20) })).toBeGreaterThan(19);
  });
});

describe('before the work', () => {
  const planned = refitRoom(
    standCar(
      planOf({
        front: 'strut',
        figures: { 'front.refitOpening': 560, 'front.strutFree': 570 },
        parts: [part('strutSpacer', 'front', { t: 30 })],
      }),
    ),
    'front',
  )!;

  test('an axle of the car’s kind, all of it closed: nothing is counted yet, each rung leaves less', () => {
    const room = roomBefore(anatomies, { kind: 'strut', end: 'front' }, planned)!;
    expect(room.name).toBe('front strut');
    expect(room.short).toBe(planned.shortfall);
    expect(room.force).toBeCloseTo(planned.force, 6);
    expect(room.rungs.some(({ already }) => already)).toBe(false);
    const leaves = room.rungs.flatMap((rung) => (rung.leaves === null ? [] : [rung.leaves]));
    expect(leaves).toEqual([40, 40 - 20 * planned.ratio, 40 - 40 * planned.ratio]);
  });

  test('a kind of axle that has no such thing has no ladder', () => {
    expect(roomBefore(anatomies, { kind: 'leaf-over', end: 'front' }, planned)).toBeNull();
    expect(roomBefore(anatomies, { kind: 'multi-link', end: 'front' }, planned)).toBeNull();
    expect(
      roomBefore(anatomies, { kind: 'coil-links', end: 'rear' }, { ...planned, of: 'coil' })!.rungs[0],
    ).toMatchObject({ id: 'damper' });
  });
});
