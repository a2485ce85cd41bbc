import { Refusal } from '@/core/refusal';
import { foldOrder } from '@/contracts/fold';
import { heightsMove } from '@/core/moves/heights';
import { findingMove, stuckEndMove, stuckMove, watchMove } from '@/core/moves/observations';
import { supportMove } from '@/core/moves/support';
import type { MoveWrench, TorqueInput } from '@/core/moves/torque';
import { judgeStep } from '@/core/procedure/engine';
import type { Fastener, Step } from '@/core/procedure/types';
import { CAME_HEIGHTS, entryOf } from '../support/entries';
import { bothEndsRun, valuedFile } from '../support/library';
import { Tablet, WRENCH } from '../support/tablet';
import { mergeProcedures } from '@/core/procedure/merge';
import { takeVariants } from '@/core/procedure/variants';

const refused = (work: () => unknown): { code: string; field: string } => {
  try {
    work();
  } catch (error) {
    if (error instanceof Refusal) return { code: error.code, field: error.field };
    throw error;
  }
  throw new Error('it was allowed');
};
const torquesIn = (tablet: Tablet, wanted: (fastener: Fastener) => boolean) =>
  tablet.workTo((step) =>
    (step.torques ?? []).some((id) => wanted(tablet.document.fasteners.find((one) => one.id === id)!)),
  );
const firstOf = (tablet: Tablet, step: Step, wanted: (fastener: Fastener) => boolean = () => true) =>
  tablet.document.fasteners.find((one) => step.torques!.includes(one.id) && wanted(one))!;

describe('a whole job by its moves', () => {
  const tablet = new Tablet();
  tablet.workTo((step) => step.phase === 'road');
  const { state, run } = tablet.order;

  test('comes down to its wheels with nothing open that holds it up and nothing loose', () => {
    expect(run.car.support).toEqual({ front: 'on-wheels', rear: 'on-wheels' });
    expect([...run.car.loose.keys()]).toEqual([]);
    expect(state.alarms).toEqual([]);
  });
  test('every torque says its value with the source, the pass, and how the car stood', () => {
    expect(state.torques.length).toBeGreaterThan(20);
    for (const { data } of state.torques) {
      const fastener = tablet.document.fasteners.find((one) => one.id === data.fastenerId)!;
      expect(data.target.nm).toBeGreaterThan(0);
      expect(data.target.source).not.toBe('');
      expect(data.pass).toBeGreaterThanOrEqual(1);
      expect(data.pass).toBeLessThanOrEqual(fastener.passes ?? 1);
      expect(data.place).toBe(fastener.place);
      if (fastener.final === 'on-wheels') {
        const ends = fastener.end === 'both' || !fastener.end ? (['front', 'rear'] as const) : [fastener.end];
        for (const end of ends) expect(['on-wheels', 'at-height']).toContain(data.support[end]);
      }
    }
  });
  test('what is torqued in passes got each of them, in their order', () => {
    const many = tablet.document.fasteners.filter((one) => (one.passes ?? 1) > 1);
    expect(many.length).toBeGreaterThan(0);
    for (const fastener of many) {
      const passes = state.torques
        .filter(({ data }) => data.fastenerId === fastener.id && data.angleDeg == null)
        .map(({ data }) => data.pass);
      expect(passes).toEqual(Array.from({ length: fastener.passes! }, (_, index) => index + 1));
    }
  });
});

describe('a torque is refused, by name and at its field', () => {
  const tablet = new Tablet();
  const step = torquesIn(tablet, (one) => one.count > 1);
  const fastener = firstOf(tablet, step, (one) => one.count > 1);
  tablet.give(fastener.id);
  const spec = tablet.order.run.fasteners.get(fastener.id)!.spec!;
  test.each<[string, Partial<TorqueInput>, Partial<MoveWrench> | null, { code: string; field: string }]>([
    [
      'a fastener this job has not',
      { fastenerId: 'X/none' },
      {},
      { code: 'no-fastener', field: 'fastenerId' },
    ],
    ['no wrench', {}, null, { code: 'no-wrench', field: 'wrenchId' }],
    ['a wrench that is out', {}, { outReason: 'dropped' }, { code: 'wrench-out', field: 'wrenchId' }],
    ['a power tool', { how: 'power tool' }, {}, { code: 'no-torque', field: 'how' }],
    ['by feel', { how: 'by feel' }, {}, { code: 'no-torque', field: 'how' }],
    ['a nut it has not', { nut: 99 }, {}, { code: 'no-nut', field: 'nut' }],
    ['an angle before the last pass', { angleDeg: 90 }, {}, { code: 'angle-early', field: 'angleDeg' }],
    [
      'a reading in the wrong unit',
      { reading: { value: spec.nm * 1.356, unit: 'nm' } },
      {},
      { code: 'confirm', field: 'reading' },
    ],
    [
      'a reading that is far off',
      { reading: { value: spec.nm * 0.5, unit: 'nm' } },
      {},
      { code: 'confirm', field: 'reading' },
    ],
  ])('%s', (_, input, wrench, expected) => {
    const before = tablet.entries.length;
    expect(refused(() => tablet.torque(fastener.id, input, wrench && { ...WRENCH, ...wrench }))).toEqual(
      expected,
    );
    expect(tablet.entries).toHaveLength(before);
  });
  test('an old fastener where a new one goes on', () => {
    const own = new Tablet();
    const at = torquesIn(own, (one) => one.hardware === 'new');
    const used = firstOf(own, at, (one) => one.hardware === 'new');
    own.give(used.id);
    expect(refused(() => own.torque(used.id, { newHardware: false }))).toEqual({
      code: 'reused',
      field: 'newHardware',
    });
    expect(own.torque(used.id).entry.data).toMatchObject({ newHardware: true });
  });
  test('one without a value, and a bush bolt whose end hangs in the air', () => {
    const own = new Tablet();
    own.workTo(
      (one) => own.order.run.car.support.front !== 'on-wheels' && one.id !== own.document.steps[0]!.id,
    );
    const bush = own.document.fasteners.find((one) => one.final === 'on-wheels' && one.end === 'front')!;
    own.give(bush.id);
    expect(refused(() => own.torque(bush.id))).toEqual({ code: 'support', field: 'fastenerId' });
    // A kit's sheet may leave a value open: it waits for the lead's, with its source.
    const document = bothEndsRun();
    document.fasteners = document.fasteners.map((one) => ({ ...one, spec: null }));
    const bare = new Tablet(document);
    const step = torquesIn(bare, (one) => one.final !== 'on-wheels');
    const { id } = firstOf(bare, step);
    expect(refused(() => bare.torque(id))).toEqual({ code: 'value', field: 'fastenerId' });
    bare.give(id);
    expect(bare.torque(id).entry.data).toMatchObject({
      target: { nm: 90, source: 'a sheet', interim: false },
    });
  });
});

describe('a torque that is taken', () => {
  const setUp = () => {
    const tablet = new Tablet();
    const step = torquesIn(tablet, (one) => one.count > 1);
    const fastener = firstOf(tablet, step, (one) => one.count > 1);
    tablet.give(fastener.id);
    return { tablet, fastener, spec: tablet.order.run.fasteners.get(fastener.id)!.spec! };
  };
  test('with a doubt that was looked at keeps the doubt', () => {
    const { tablet, fastener, spec } = setUp();
    const reading = { value: Math.round(spec.nm * 0.8), unit: 'nm' as const };
    const { entry, answer } = tablet.torque(fastener.id, { reading, confirmed: true });
    expect(answer.warnings.join(' ')).toMatch(/reading is/);
    expect(entry.data).toMatchObject({ reading, warnings: answer.warnings });
  });
  test('past calibration or out of the wrench’s range says so on the entry', () => {
    const { tablet, fastener } = setUp();
    const weak = { ...WRENCH, highNm: 6, calibrationDue: '2026-04-13' };
    // Its range is asked about once; past its date is only said.
    expect(() => tablet.torque(fastener.id, {}, weak)).toThrow(
      expect.objectContaining({ code: 'confirm', message: expect.stringMatching(/outside the range/) }),
    );
    const { entry } = tablet.torque(fastener.id, { confirmed: true }, weak);
    expect(entry.data).toMatchObject({ wrench: { pastDue: true, outOfRange: true } });
  });
  test('calibrated until today is calibrated today', () => {
    const { tablet, fastener } = setUp();
    const { entry } = tablet.torque(fastener.id, {}, { ...WRENCH, calibrationDue: '2026-04-14' });
    expect(entry.data).toMatchObject({ wrench: { pastDue: false, outOfRange: false } });
  });
  test('with an extension in line is set lower than its value, and across it as without', () => {
    const { tablet, fastener, spec } = setUp();
    const lever = { wrenchLength: 500, extension: 100, angleDeg: 0 };
    const { entry } = tablet.torque(fastener.id, { extension: lever });
    const { settingNm } = (entry.data as { extension: { settingNm: number } }).extension;
    expect(settingNm).toBeCloseTo((spec.nm * 500) / 600, 6);
    const across = tablet.torque(fastener.id, { extension: { ...lever, angleDeg: 90 } }).entry.data;
    expect((across as { extension: { settingNm: number } }).extension.settingNm).toBeCloseTo(spec.nm, 6);
  });
  test('nut by nut goes on where the last one was', () => {
    const { tablet, fastener } = setUp();
    const nuts = Array.from(
      { length: fastener.count },
      () => tablet.torque(fastener.id, { nut: 'next' }).answer.nut,
    );
    expect([...nuts].sort()).toEqual(Array.from({ length: fastener.count }, (_, index) => index + 1));
  });
  test('by angle: the last pass first, then the angle it asks for; one far off is asked about', () => {
    const { items, fasteners, steps } = mergeProcedures([
      { prefix: 'C', procedure: takeVariants(valuedFile('strut-top-spacer'), []) },
    ]);
    const turned = fasteners.map((one) => ({
      ...one,
      spec: { nm: 80, angleDeg: 90, source: 'a sheet' } as Fastener['spec'],
    }));
    const own = new Tablet({
      items,
      fasteners: turned,
      steps,
      sources: [],
      carried: { open: [], loose: {} },
    });
    const step = torquesIn(own, (one) => one.final !== 'on-wheels');
    const { id, passes } = firstOf(own, step);
    for (let pass = 0; pass < (passes ?? 1); pass += 1) own.torque(id);
    expect(own.order.run.fasteners.get(id)!.torqued).toBe(false);
    expect(refused(() => own.torque(id))).toEqual({ code: 'angle', field: 'angleDeg' });
    expect(refused(() => own.torque(id, { angleDeg: 60 }))).toEqual({ code: 'confirm', field: 'angleDeg' });
    expect(own.torque(id, { angleDeg: 92 }).entry.data).toMatchObject({ angleDeg: 92, pass: passes ?? 1 });
    expect(own.order.run.fasteners.get(id)!.torqued).toBe(true);
  });
});

describe('an end brought to another support', () => {
  test('is recorded as the step that does just that, where there is one and it may be done now', () => {
    const tablet = new Tablet();
    const raises = tablet.workTo((step) => step.sets !== undefined && step.sets !== 'on-wheels');
    const ends = raises.end === 'both' || !raises.end ? (['front', 'rear'] as const) : [raises.end];
    const made = supportMove(tablet.order, { ends: [...ends], to: raises.sets! }, tablet.mover);
    expect(made.map((one) => one.kind)).toEqual(['step.done']);
    expect(judgeStep(tablet.document, tablet.order.run, raises.id)).toEqual([]);
  });
  test('is refused where it stands so already, and lowered on nothing that is open beneath it', () => {
    const tablet = new Tablet();
    expect(
      refused(() => supportMove(tablet.order, { ends: ['front', 'rear'], to: 'on-wheels' }, tablet.mover)),
    ).toEqual({ code: 'no-need', field: 'to' });
    tablet.workTo((step) => step.phase === 'fit');
    const { run } = tablet.order;
    expect(run.car.open.size).toBeGreaterThan(0);
    expect(
      refused(() => supportMove(tablet.order, { ends: ['front'], to: 'on-wheels' }, tablet.mover)),
    ).toEqual({
      code: 'ground',
      field: 'to',
    });
  });
});

describe('what is noted beside the steps', () => {
  const tablet = new Tablet();
  const { state } = tablet.order;
  test('a finding that is not sound says what it is; during the work it says so', () => {
    const finding = { area: 'bushings', grade: 'worn', text: '', photoId: null } as unknown as Parameters<
      typeof findingMove
    >[1];
    expect(refused(() => findingMove(state, finding, tablet.mover))).toEqual({
      code: 'say-what',
      field: 'text',
    });
    const [made] = findingMove(state, { ...finding, text: 'cracked through' }, tablet.mover);
    expect(made!.data).toMatchObject({ when: 'during the work', text: 'cracked through' });
    const came = findingMove(foldOrder([], null), { ...finding, text: 'cracked' }, tablet.mover);
    expect(came[0]!.data).toMatchObject({ when: 'as it came' });
  });
  test('a doubt has a day or a distance', () => {
    const watch = {
      text: 'a damp shock',
      photoId: null,
      byDay: null,
      byDistance: null,
    } as unknown as Parameters<typeof watchMove>[0];
    expect(refused(() => watchMove(watch, tablet.mover))).toEqual({ code: 'by-when', field: 'byDay' });
    expect(watchMove({ ...watch, byDay: '2026-05-01' }, tablet.mover)[0]!.kind).toBe('watch');
  });
  test('a fastener is stuck once, and ends once', () => {
    const own = new Tablet();
    const { id } = own.document.fasteners[0]!;
    const stuck = { fastenerId: id, what: 'seized' as const, photoId: null };
    expect(refused(() => stuckMove(own.order, { ...stuck, fastenerId: 'X/none' }, own.mover)).code).toBe(
      'no-fastener',
    );
    const [made] = stuckMove(own.order, stuck, own.mover);
    own.keep(made!);
    expect(refused(() => stuckMove(own.order, stuck, own.mover)).code).toBe('stuck-already');
    const { stuckId } = made!.data as { stuckId: string };
    own.keep(
      ...stuckEndMove(own.order.state, { stuckId, how: 'heat' } as Parameters<typeof stuckEndMove>[1]),
    );
    expect(
      refused(() =>
        stuckEndMove(own.order.state, { stuckId, how: 'heat' } as Parameters<typeof stuckEndMove>[1]),
      ).code,
    ).toBe('not-stuck');
    expect(stuckMove(own.order, stuck, own.mover)).toHaveLength(1);
  });
});

describe('standing heights', () => {
  const came = [entryOf(1, 'heights', CAME_HEIGHTS)];
  test('are measured as it came once, before the work, and on the wheels', () => {
    expect(heightsMove(foldOrder([], null), CAME_HEIGHTS)).toHaveLength(1);
    expect(refused(() => heightsMove(foldOrder(came, null), CAME_HEIGHTS))).toEqual({
      code: 'have-baseline',
      field: 'occasion',
    });
    const tablet = new Tablet();
    expect(refused(() => heightsMove(tablet.order.state, CAME_HEIGHTS)).code).toBe('too-late');
    tablet.workTo(() => tablet.order.run.car.support.front !== 'on-wheels');
    expect(
      refused(() => heightsMove(tablet.order.state, { ...CAME_HEIGHTS, occasion: 'settled' as const })),
    ).toEqual({
      code: 'support',
      field: 'occasion',
    });
  });
  test('are held against the first set only where they were measured alike', () => {
    const after = { ...CAME_HEIGHTS, occasion: 'settled' as const };
    expect(heightsMove(foldOrder(came, null), after)).toHaveLength(1);
    expect(refused(() => heightsMove(foldOrder(came, null), { ...after, method: 'floor' })).code).toBe(
      'not-comparable',
    );
  });
});
