import { nextTry } from '@/core/calc/try.next';
import { slopeWords, slopesOfJob, slopesOfJobs } from '@/core/ledger/kit-slopes';
import { comparedNow, mismatchReason, waitsForYes } from '@/core/ledger/compared';
import { loopOf, loopWords, overshootShare, saidOf } from '@/core/ledger/trial-loop';
import { measuredNotes } from '@/core/ledger/measured-words';
import { compareMove } from '@/core/moves/compare';
import { cutMove } from '@/core/moves/cut';
import { stepDoneMove } from '@/core/moves/step-done';
import { tryMove } from '@/core/moves/try';
import { COMPARED, pairFits } from '@/core/procedure/compare';
import { plannedFigures } from '@/core/planner/planned-figures';
import { partsAsMeasured } from '@/core/planner/as-measured';
import { freshPart } from '@/core/planner/plan-part';
import { type RunDocument, RULES_EDITION } from '@/core/procedure/run-state';
import { COMPARE_KINDS, type Step, type TrialLoop } from '@/core/procedure/types';
import { CAME_HEIGHTS } from '../support/entries';
import { refusedBy } from '../support/refused';
import { Tablet } from '../support/tablet';

const HOLES: TrialLoop = {
  setting: 'hole of the plate, from the top',
  unit: 'hole',
  allowed: [1, 2, 3, 4],
  prior: 'plan',
  target: 'plan',
};
const reading = (trial: TrialLoop, more: Partial<Step> = {}): Step => ({
  id: 'read',
  phase: 'on-wheels',
  do: 'Read it on its wheels',
  end: 'rear',
  minutes: 5,
  trial,
  ...more,
});
const PLANNED: NonNullable<RunDocument['planned']> = {
  figures: {},
  heights: { LF: 540, RF: 540, LR: 580, RR: 580 },
  slopes: {
    'rear.hole': { slope: 10, sd: 4, from: 'by the plan of this car' },
    'front.cut turn': { slope: -24, sd: 6, from: 'by the plan of this car' },
  },
};
const runOf = (steps: Step[], more: Partial<RunDocument> = {}): RunDocument => ({
  items: [],
  fasteners: [],
  sources: [],
  carried: { open: [], loose: {} },
  planned: PLANNED,
  steps,
  ...more,
});
const tabletOn = (...steps: Step[]) => new Tablet(runOf(steps), RULES_EDITION);
const give = (tablet: Tablet, set: number, ...mm: number[]) =>
  tablet.keep(
    ...tryMove(tablet.order, { stepId: 'read', set, readings: mm.map((one) => `${one} mm`), lengths: 'mm' }),
  );
const upAndDown = (tablet: Tablet) => {
  for (const rear of ['raised', 'on-wheels'] as const)
    tablet.keep({ kind: 'support', data: { support: { front: 'on-wheels', rear } } });
};
const done = (tablet: Tablet) => () => stepDoneMove(tablet.order, { stepId: 'read' }, tablet.mover);

describe('a setting found by trying', () => {
  const step = reading(HOLES);

  test('from hole to hole, each read inside what was said, until it is there', () => {
    const tablet = tabletOn(step);
    expect(refusedBy(done(tablet)).code).toBe('trial');
    give(tablet, 1, 560, 562);
    const first = loopOf(tablet.order.state, step)!;
    expect(first.answer).toMatchObject({ stop: null, best: 3 });
    expect(loopWords(first, 'mm')).toMatch(/^Next: hole 3, gives \d+ mm to \d+ mm\.$/);
    expect(refusedBy(done(tablet)).message).toContain('Next: hole 3');
    upAndDown(tablet);
    give(tablet, 3, 579, 579);
    const loop = loopOf(tablet.order.state, step)!;
    const { said, value } = loop.tries.at(-1)!.data;
    expect(value).toBeGreaterThan(said!.low);
    expect(value).toBeLessThan(said!.high);
    expect(loopWords(loop, 'mm')).toBe('It is there: within 3 mm of 580 mm.');
    expect(done(tablet)).not.toThrow();
  });

  test('no hole changes under the weight, in the air nothing is read, and no hole is made up', () => {
    const tablet = tabletOn(step);
    give(tablet, 1, 561);
    expect(refusedBy(() => give(tablet, 2, 570))).toMatchObject({ code: 'on-weight', field: 'set' });
    // The same hole read again is another reading.
    expect(() => give(tablet, 1, 562)).not.toThrow();
    tablet.keep({ kind: 'support', data: { support: { front: 'on-wheels', rear: 'raised' } } });
    expect(refusedBy(() => give(tablet, 2, 570)).code).toBe('support');
    tablet.keep({ kind: 'support', data: { support: { front: 'on-wheels', rear: 'on-wheels' } } });
    expect(refusedBy(() => give(tablet, 7, 570)).code).toBe('no-setting');
    expect(refusedBy(() => give(tablet, 2, 57))).toMatchObject({ code: 'confirm', field: 'readings[0]' });
    expect(refusedBy(() => give(tablet, 2)).code).toBe('unreadable');
  });

  test('the lead leaves it as it is, at that very try', () => {
    const tablet = tabletOn(step);
    give(tablet, 4, 571);
    const entry = tablet.entries.at(-1)!;
    tablet.keep({
      kind: 'override',
      data: { rule: 'trial', ref: entry.id, leadId: 'l', reason: 'the owner likes it so' },
    });
    expect(done(tablet)).not.toThrow();
    give(tablet, 4, 572);
    expect(refusedBy(done(tablet)).code).toBe('trial');
  });

  test('without a plan a try on record is all there is to ask', () => {
    const tablet = new Tablet(runOf([step], { planned: null }), RULES_EDITION);
    give(tablet, 2, 571);
    expect(loopOf(tablet.order.state, step)).toMatchObject({ target: null, answer: null });
    expect(done(tablet)).not.toThrow();
  });

  test('a corner is tried to match the other', () => {
    const matched: TrialLoop = { ...HOLES, unit: 'seat turn', allowed: undefined, target: 'corner' };
    const [left, right] = (['LF', 'RF'] as const).map((corner) =>
      reading(matched, { id: corner, end: 'front', corner }),
    );
    const tablet = tabletOn(left!, right!);
    expect(loopOf(tablet.order.state, right!)!.target).toBeNull();
    expect(loopWords(loopOf(tablet.order.state, right!)!, 'mm')).toContain('Read the other corner first');
    tablet.keep(...tryMove(tablet.order, { stepId: 'LF', set: 0, readings: ['541 mm'], lengths: 'mm' }));
    expect(loopOf(tablet.order.state, right!)!.target).toBe(541);
  });

  test('the steering wheel is read in degrees and brought to straight', () => {
    const sleeve = reading({ ...HOLES, unit: 'sleeve turn', allowed: undefined }, { end: 'front' });
    const tablet = tabletOn(sleeve);
    tablet.keep(...tryMove(tablet.order, { stepId: 'read', set: 0, readings: ['-18'], lengths: 'mm' }));
    expect(loopOf(tablet.order.state, sleeve)!.answer!.best).toBe(1);
    tablet.keep(...tryMove(tablet.order, { stepId: 'read', set: 1, readings: ['1°'], lengths: 'mm' }));
    expect(loopWords(loopOf(tablet.order.state, sleeve)!, 'mm')).toBe('It is there: within 2° of 0°.');
  });

  test('what it learned is the kit’s: one setting alone says nothing', () => {
    const tablet = tabletOn(step);
    give(tablet, 1, 560);
    expect(slopesOfJob(tablet.order.state)).toEqual([]);
    upAndDown(tablet);
    give(tablet, 3, 584);
    const [slope] = slopesOfJob(tablet.order.state);
    expect(slope).toMatchObject({ end: 'rear', unit: 'hole', tries: 2 });
    expect(slope!.slope).toBeGreaterThan(10);
    expect(slope!.slope).toBeLessThan(12);
    expect(slopeWords(slope!)).toMatch(/^rear: 1\d(\.\d+)? mm a hole, ± \d/);
  });

  test('several jobs expect of the next what lies between them, never surer than cars are alike', () => {
    const job = (slope: number, sd = 0.1) => ({ end: 'rear' as const, unit: 'hole' as const, slope, sd });
    const one = slopesOfJobs([job(10)])['rear.hole']!;
    expect(one.sd).toBeCloseTo(0.5, 9);
    const apart = slopesOfJobs([job(8), job(12)])['rear.hole']!;
    expect(apart.slope).toBeCloseTo(10, 9);
    expect(apart.sd).toBeCloseTo(2, 9);
    expect(apart.from).toBe('by 2 jobs with this kit');
    expect(slopesOfJobs([job(9, 0.1), job(20, 10)])['rear.hole']!.slope).toBeLessThan(9.1);
  });

  test('on papers it is one line, with what came of it', () => {
    const tablet = tabletOn(step);
    give(tablet, 1, 560);
    expect(measuredNotes(tablet.order.state, 'mm')).toEqual([
      {
        title: 'Settings found by trying',
        lines: ['Hole of the plate, from the top, rear: hole 1 read 560 mm: not there yet'],
      },
    ]);
  });
});

describe('a coil that is cut', () => {
  const cut: Step = {
    id: 'cut-L',
    phase: 'fit',
    do: 'Left coil cut',
    end: 'front',
    corner: 'LF',
    minutes: 30,
    irreversible: true,
    measure: [{ id: 'turns', what: 'turns taken', unit: 'turns' }],
  };
  const read = reading(
    { setting: 'turns off', unit: 'cut turn', oneWay: 'lowers', prior: 'plan', target: 'plan' },
    { end: 'front' },
  );
  const coil = {
    id: 'coil-L',
    name: 'Coil',
    kind: 'spring' as const,
    corner: 'LF' as const,
    end: 'front' as const,
  };
  function onIt(target: number) {
    const planned = { ...PLANNED, heights: { LF: target, RF: target, LR: 580, RR: 580 } };
    const tablet = new Tablet(
      runOf([cut, read], { planned, items: [coil], carried: { open: ['coil-L'], loose: {} } }),
      RULES_EDITION,
    );
    // As it came stands in the record before the work begins.
    tablet.keep({ kind: 'heights', data: CAME_HEIGHTS });
    tablet.keep({ kind: 'approval', data: { stepId: 'cut-L', approverId: 'l' } });
    return tablet;
  }
  const take = (tablet: Tablet, turns = 0.25, freeMm = 400 - 10 * tablet.entries.length) =>
    tablet.keep(...cutMove(tablet.order, { stepId: 'cut-L', corner: 'LF', turns, freeMm }, 0.25));

  test('it is stopped before it goes too low too often, and says how often', () => {
    const tablet = onIt(507);
    take(tablet);
    const stop = refusedBy(() => {
      for (let more = 0; more < 6; more += 1) take(tablet);
    });
    expect(stop).toMatchObject({ code: 'overshoot', field: 'turns' });
    expect(stop.message).toMatch(/would stand too low \d times? in ten/);
    const turns = tablet.entries.filter(({ kind }) => kind === 'cut').length * 0.25;
    // By the plan a turn takes 24 mm off, and 12 are wanted: half a turn is about it.
    expect(turns).toBeGreaterThanOrEqual(0.25);
    expect(turns).toBeLessThanOrEqual(0.75);
    tablet.keep({
      kind: 'override',
      data: { rule: 'overshoot', ref: `LF ${turns + 0.25}`, leadId: 'l', reason: 'stiffer than planned' },
    });
    expect(() => take(tablet)).not.toThrow();
  });

  test('the loop says stop in words, by the share of the curve past the target', () => {
    const tablet = onIt(502);
    take(tablet);
    take(tablet);
    tablet.keep(...tryMove(tablet.order, { stepId: 'read', set: 0.5, readings: ['511 mm'], lengths: 'mm' }));
    const loop = loopOf(tablet.order.state, read)!;
    const row = { height: 500, sd: 4 };
    // Four below the tolerance is one standard deviation past it.
    expect(overshootShare({ ...loop, target: 507, tolerance: 3 }, row)).toBeCloseTo(0.841, 3);
    expect(overshootShare({ ...loop, target: 507, tolerance: 3 }, { height: 504, sd: 4 })).toBeCloseTo(
      0.5,
      6,
    );
    expect(loopWords(loop, 'mm')).toMatch(
      /^(Next: \d\.\d+ turns off|Stop: the next cut overshoots \d times? in ten\.)/,
    );
    expect(saidOf(loop, 0.75)!.low).toBeLessThan(saidOf(loop, 0.75)!.high);
  });

  test('a coil in the car is not cut, nor one that is not said yes to, nor by more than the shop’s step', () => {
    const tablet = onIt(480);
    expect(refusedBy(() => take(tablet, 0.5)).code).toBe('too-much');
    const inside = new Tablet(runOf([cut, read], { items: [coil] }), RULES_EDITION);
    expect(refusedBy(() => take(inside)).code).toBe('approval');
    inside.keep({ kind: 'approval', data: { stepId: 'cut-L', approverId: 'l' } });
    expect(refusedBy(() => take(inside)).code).toBe('in-the-car');
    take(tablet, 0.25, 380);
    expect(refusedBy(() => take(tablet, 0.25, 380)).code).toBe('not-shorter');
  });

  test('a try is of what is cut, no more', () => {
    const tablet = onIt(480);
    take(tablet);
    expect(
      refusedBy(() =>
        tryMove(tablet.order, { stepId: 'read', set: 0.5, readings: ['511 mm'], lengths: 'mm' }),
      ),
    ).toMatchObject({ code: 'not-cut', field: 'set' });
  });
});

describe('old beside new', () => {
  const typed = (kind: (typeof COMPARE_KINDS)[number], fresh: (within: number) => number) =>
    COMPARED[kind].pairs
      .filter(({ within }) => within !== null)
      .map(({ id, within }) => ({ id, old: '24', fresh: String(fresh(within!)) }));
  const compare = (tablet: Tablet, more: object = {}) =>
    compareMove(tablet.order.state, {
      stepId: null,
      kind: 'strut',
      corner: 'LF',
      end: 'front',
      partId: null,
      pairs: typed('strut', () => 24),
      source: 'new',
      fit: '',
      lengths: 'mm',
      photoId: null,
      ...more,
    });
  const teardown: Step = { id: 'open', phase: 'teardown', do: 'Struts out', minutes: 5 };

  test.each(COMPARE_KINDS)('a %s fits at its limit and not beyond', (kind) => {
    for (const pair of COMPARED[kind].pairs) {
      if (pair.within === null) expect(pairFits(pair, 24, 90)).toBeNull();
      else {
        expect(pairFits(pair, 24, 24 + pair.within)).toBe(true);
        expect(pairFits(pair, 24, 24 - pair.within - 0.01)).toBe(false);
      }
    }
    const tablet = tabletOn(teardown);
    tablet.keep(...compare(tablet, { kind, pairs: typed(kind, (within) => 24 + within + 1) }));
    expect(mismatchReason(tablet.order.state)).toContain('does not match');
  });

  test('a mismatch stops the take-down; another taken in its place lets it go on', () => {
    const tablet = tabletOn(teardown);
    const open = () => stepDoneMove(tablet.order, { stepId: 'open' }, tablet.mover);
    tablet.keep(...compare(tablet, { source: 'donor', fit: 'the yard', pairs: typed('strut', () => 30) }));
    expect(refusedBy(open).code).toBe('mismatch');
    tablet.keep(...compare(tablet, { source: 'donor', fit: 'the other yard' }));
    expect(comparedNow(tablet.order.state)).toHaveLength(1);
    expect(waitsForYes(tablet.order.state)).toHaveLength(1);
    expect(open).not.toThrow();
  });

  test('a step that compares is done with a part that matches, a donor’s with the lead’s yes', () => {
    const step: Step = {
      id: 'lay',
      phase: 'fit',
      do: 'Side by side',
      corner: 'LF',
      end: 'front',
      minutes: 5,
      compare: { kind: 'strut' },
    };
    const tablet = tabletOn(step);
    const lay = () => stepDoneMove(tablet.order, { stepId: 'lay' }, tablet.mover);
    expect(refusedBy(lay).code).toBe('compare');
    tablet.keep(...compare(tablet, { stepId: 'lay', source: 'used', fit: 'off the shelf' }));
    expect(refusedBy(lay).code).toBe('used-part');
    const entry = tablet.entries.at(-1)!;
    tablet.keep({ kind: 'override', data: { rule: 'used-part', ref: entry.id, leadId: 'l', reason: 'dry' } });
    expect(lay).not.toThrow();
  });

  test.each([
    [{ pairs: [] }, 'measure', 'pairs'],
    [{ source: 'donor' }, 'say-fit', 'fit'],
    [{ pairs: [{ id: 'foot', old: '-4', fresh: '4' }] }, 'bad-value', 'pairs[0].old'],
    [{ pairs: [{ id: 'nothing', old: '4', fresh: '4' }] }, 'no-measure', 'pairs[0].id'],
    [{ stepId: 'open' }, 'no-step', 'stepId'],
  ])('%j is refused: %s', (more, code, field) => {
    const tablet = tabletOn(teardown);
    expect(refusedBy(() => compare(tablet, more))).toMatchObject({ code, field });
  });

  test('what was measured goes into the plan’s part, and the plan says what it had', () => {
    const part = freshPart('shackle', 'rear', 'p1', { length: 150 });
    const tablet = tabletOn(teardown);
    tablet.keep(
      ...compare(tablet, {
        kind: 'shackle',
        corner: null,
        end: 'rear',
        pairs: [...typed('shackle', () => 24), { id: 'holes', old: '105', fresh: '146' }],
      }),
    );
    const compared = comparedNow(tablet.order.state).map(({ data }) => data);
    expect(partsAsMeasured([part], compared)).toMatchObject({
      parts: [{ set: { length: 146 } }],
      changes: [{ planned: 150, measured: 146 }],
    });
    // At the other end it is another part.
    expect(partsAsMeasured([{ ...part, end: 'front' }], compared).changes).toEqual([]);
  });
});

describe('what the plan expects to be read', () => {
  const input = {
    setup: { front: 'coilover' as const, rear: 'leaf-over' as const },
    sheet: {},
    parts: [freshPart('shackle', 'rear', 'p1', { length: 130 }), freshPart('seat', 'front', 'p2')],
    accessories: [],
    baseline: { LF: 540, RF: 540, LR: 560, RR: 560 },
    method: 'hub' as const,
    targets: { front: null, rear: 585 },
  };
  test('each setting moves the car as its own geometry has it, at its own end', () => {
    const { slopes, heights } = plannedFigures(input);
    expect(slopes['rear.hole']!.slope).toBeGreaterThan(2);
    expect(slopes['rear.hole']!.slope).toBeLessThan(12);
    expect(slopes['front.seat turn']!.slope).toBeGreaterThan(2);
    expect(slopes['front.hole']).toBeUndefined();
    expect(heights!.LR).toBe(585);
    // Not asked for, it is what is predicted.
    expect(heights!.LF).toBeGreaterThan(540);
  });
  test('what jobs with the kit learned counts before the geometry', () => {
    const learned = { 'rear.hole': { slope: 7.7, sd: 0.6, from: 'by 3 jobs with this kit' } };
    expect(plannedFigures(input, learned).slopes['rear.hole']).toEqual(learned['rear.hole']);
  });
  test('a loop by the plan’s own prior is the calculator’s', () => {
    const { slopes } = plannedFigures(input);
    const { slope, sd } = slopes['rear.hole']!;
    const got = nextTry({
      target: 585,
      prior: { slope, sd },
      tries: [{ set: 1, height: 570 }],
      allowed: [1, 2, 3, 4],
    });
    expect(got.rows[1]!.height).toBeCloseTo(570 + slope, 9);
  });
});
