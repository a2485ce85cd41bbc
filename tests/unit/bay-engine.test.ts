import { pullList } from '@/core/procedure/pull-list';
import { diffProcedures } from '@/core/procedure/diff';
import {
  type RunDocument,
  type RunState,
  applySecondCheck,
  applyStep,
  applyTorque,
  applyValue,
  beginRun,
  forbidsDrive,
  judgeStep,
  nextSteps,
} from '@/core/procedure/engine';
import { applyLeftOff } from '@/core/procedure/left-off';
import { nextNut, nutOrder } from '@/core/procedure/nuts';
import { placeProblems } from '@/core/procedure/problems';
import { procedureFile } from '@/core/procedure/schema';
import { applySupport, judgeSupport, stepThatSets } from '@/core/procedure/support';
import { stillTight } from '@/core/procedure/tight';
import { twinDoubts, valueSlips } from '@/core/procedure/torque-doubts';
import { torqueWalk } from '@/core/procedure/walk';
import { checkProcedure } from '@/core/procedure/check';
import { takeVariants } from '@/core/procedure/variants';
import { assembleRun, conflictsOf } from '@/core/procedure/assemble';
import { prefixOf } from '@/core/procedure/letters';
import type { EntryOf } from '@/core/ledger/entries';
import { bothEndsRun, libraryFile, libraryIds, valuedFile } from '../support/library';

const entry = { entryId: 'e', at: '2026-04-14T18:00:00.000Z', personId: 'p' };

/** Works in the listed order up to and without a step. */
function workUntil(run: RunDocument, state: RunState, stop: string): void {
  for (const step of run.steps) {
    if (step.id === stop) return;
    for (const id of step.torques ?? []) {
      const fastener = run.fasteners.find((one) => one.id === id)!;
      for (let pass = 1; pass <= (fastener.passes ?? 1); pass += 1)
        applyTorque(run, state, id, { pass, moved: false, recheck: false });
      // Somebody else stands by.
      applySecondCheck(state, id);
    }
    state.approved.add(step.id);
    applyStep(run, state, step.id, entry);
  }
}

const codes = (refused: { code: string }[]) => refused.map((reason) => reason.code);

describe('nuts of a group', () => {
  test.each([
    [4, 'cross', [1, 3, 2, 4]],
    [5, 'star', [1, 3, 5, 2, 4]],
    [6, 'star', [1, 4, 2, 5, 3, 6]],
    [4, undefined, [1, 2, 3, 4]],
    [2, 'cross', [1, 2]],
  ])('%i in a %s', (count, pattern, order) => {
    expect(nutOrder(count, pattern)).toEqual(order);
  });

  test('every nut is met once, whatever the count', () => {
    for (let count = 1; count <= 12; count += 1) {
      const order = nutOrder(count, 'star');
      expect([...order].sort((a, b) => a - b)).toEqual(
        Array.from({ length: count }, (_, index) => index + 1),
      );
    }
  });

  test('the group shows its worst nut, and the next is lit', () => {
    const run = bothEndsRun();
    const state = beginRun(run);
    workUntil(run, state, 'J/ubolt-torque');
    const now = state.fasteners.get('J/ubolt-L')!;
    const taken: number[] = [];
    for (let pull = 0; pull < 12; pull += 1) {
      const nut = nextNut(now.nuts, 'cross');
      taken.push(nut);
      expect(now.torqued).toBe(false);
      applyTorque(run, state, 'J/ubolt-L', {
        pass: now.nuts[nut - 1]! + 1,
        moved: false,
        recheck: false,
        nut,
      });
      expect(now.pass).toBe(Math.floor((pull + 1) / 4));
    }
    expect(taken).toEqual([1, 3, 2, 4, 1, 3, 2, 4, 1, 3, 2, 4]);
    expect(now).toMatchObject({ torqued: true, stripe: 'full', owesCheck: true });
  });
});

describe('torque, then angle', () => {
  const run = ((): RunDocument => {
    const base = bothEndsRun();
    return {
      ...base,
      fasteners: base.fasteners.map((one) =>
        one.id === 'C/arm-L' ? { ...one, spec: { nm: 70, angleDeg: 60, source: 'sheet' } } : one,
      ),
    };
  })();

  test('the stripe is thin until it has been turned', () => {
    const state = beginRun(run);
    workUntil(run, state, 'C/arms-torque');
    applyTorque(run, state, 'C/arm-L', { pass: 1, moved: false, recheck: false });
    expect(state.fasteners.get('C/arm-L')).toMatchObject({ torqued: false, stripe: 'thin', pass: 1 });
    expect(codes(judgeStep(run, state, 'C/arms-torque'))).toEqual(['untorqued']);
    applyTorque(run, state, 'C/arm-L', { pass: 1, moved: false, recheck: false, angleDeg: 60 });
    expect(state.fasteners.get('C/arm-L')).toMatchObject({ torqued: true, stripe: 'full' });
  });

  test('another value asks for the torque again; the same one does not', () => {
    const state = beginRun(run);
    workUntil(run, state, 'C/unchock');
    const now = state.fasteners.get('C/linknut-L')!;
    expect(now.torqued).toBe(true);
    applyValue(state, 'C/linknut-L', {
      kind: 'entered',
      spec: { nm: now.spec!.nm, source: 'the kit sheet' },
    });
    expect(now.torqued).toBe(true);
    applyValue(state, 'C/linknut-L', { kind: 'entered', spec: { nm: 55, source: 'the kit sheet' } });
    expect(now).toMatchObject({ torqued: false, stripe: 'thin', nuts: [0] });
    expect(codes(forbidsDrive(run, state))).toContain('untorqued');
  });
});

describe('support as a control', () => {
  const run = bothEndsRun();

  test('refuses to lower with a ground item open, and names each', () => {
    const state = beginRun(run);
    workUntil(run, state, 'C/joint-close-R');
    const [refused] = judgeSupport(run, state, ['front'], 'on-wheels');
    expect(refused).toMatchObject({ code: 'ground', overridable: false });
    expect(refused!.message).toMatch(/Brake-hose bracket, left front/);
    // The rear has its own open things and its own answer.
    expect(judgeSupport(run, state, ['rear'], 'on-wheels')[0]!.refs).not.toContain('C/hose-L');
  });

  test('raises again after the listed lowering, and comes down the same way', () => {
    const state = beginRun(run);
    workUntil(run, state, 'C/unchock');
    expect(judgeSupport(run, state, ['front', 'rear'], 'raised')).toEqual([]);
    applySupport(run, state, { front: 'raised', rear: 'raised' }, null);
    expect(codes(forbidsDrive(run, state))).toContain('support');
    expect(judgeSupport(run, state, ['front'], 'on-wheels')).toEqual([]);
    expect(codes(judgeSupport(beginRun(run) && run, beginRun(run), ['rear'], 'axle-held'))).toEqual([
      'support',
    ]);
  });

  test('finds the step that would do it', () => {
    const state = beginRun(run);
    workUntil(run, state, 'C/raise');
    expect(stepThatSets(run, state, ['front', 'rear'], 'raised')!.id).toBe('C/raise');
    expect(stepThatSets(run, state, ['rear'], 'axle-held')!.id).toBe('J/hold-axle');
    expect(stepThatSets(run, state, ['front', 'rear'], 'at-height')).toBeUndefined();
  });
});

describe('what is still tight', () => {
  test('names what the undone steps would loosen or free, and forgets what is done', () => {
    const run = bothEndsRun();
    const state = beginRun(run);
    workUntil(run, state, 'J/damper-off-R');
    const { fasteners, items } = stillTight(run, state, 'rear');
    expect(fasteners.map((one) => one.id)).toEqual(
      // The U-bolts were eased while the springs still carried the truck.
      expect.arrayContaining(['J/damperbolt-R', 'J/carrier']),
    );
    expect(fasteners.map((one) => one.id)).not.toContain('J/damperbolt-L');
    expect(items.map((one) => one.id)).toContain('J/damper-R');
    // What is put there on purpose is not what holds the axle up.
    expect(items.every((item) => item.kind !== 'support')).toBe(true);
    expect(stillTight(run, state, 'front').fasteners.map((one) => one.id)).not.toContain('J/ubolt-L');
  });
});

describe('the walk of final torques', () => {
  test('goes once round the car and holds every torque still owed on the wheels', () => {
    const run = bothEndsRun();
    const state = beginRun(run);
    workUntil(run, state, 'C/wheel-torque');
    const corners = torqueWalk(run, state).map((one) => one.corner);
    expect([...new Set(corners)]).toEqual(['LF', 'RF', 'RR', 'LR']);
    const owed = new Set(
      run.steps.filter((step) => step.phase === 'on-wheels').flatMap((step) => step.torques ?? []),
    );
    expect(torqueWalk(run, state)).toHaveLength(owed.size);
    for (const fastener of torqueWalk(run, state)) {
      for (let pass = 1; pass <= (fastener.passes ?? 1); pass += 1)
        applyTorque(run, state, fastener.id, { pass, moved: false, recheck: false });
    }
    expect(torqueWalk(run, state)).toEqual([]);
  });
});

describe('left off', () => {
  test('its fasteners go with it, its steps have nothing left to do, and the car may drive', () => {
    const run = bothEndsRun();
    const state = beginRun(run);
    workUntil(run, state, 'C/link-on-L');
    applyLeftOff(run, state, 'C/link-L');
    expect(state.car.open.has('C/link-L')).toBe(false);
    expect([...state.skipped]).toEqual(['C/link-on-L']);
    for (const step of run.steps) {
      if (state.done.has(step.id) || state.skipped.has(step.id)) continue;
      for (const id of step.torques ?? []) {
        if (state.leftOffFasteners.has(id)) continue;
        const passes = run.fasteners.find((one) => one.id === id)!.passes ?? 1;
        for (let pass = 1; pass <= passes; pass += 1)
          applyTorque(run, state, id, { pass, moved: false, recheck: false });
        applySecondCheck(state, id);
      }
      state.approved.add(step.id);
      expect([step.id, codes(judgeStep(run, state, step.id))]).toEqual([step.id, []]);
      applyStep(run, state, step.id, entry);
    }
    expect(forbidsDrive(run, state)).toEqual([]);
    expect(nextSteps(run, state)).toEqual([]);
    expect(state.leftOff.has('C/link-L')).toBe(true);
  });

  test('the next visit knows it was left off', () => {
    const run = { ...bothEndsRun(), carried: { open: [], loose: {}, leftOff: ['C/link-R'] } };
    expect([...beginRun(run).leftOff]).toEqual(['C/link-R']);
  });
});

describe('the pull list', () => {
  const run = bothEndsRun();
  const shop = {
    tools: run.steps
      .flatMap((step) => step.tools ?? [])
      .map(({ kind, size, drive }) => ({ kind, size: size ?? null, drive: drive ?? null })),
    wrenches: [
      { name: 'small', lowNm: 5, highNm: 60, calibrationDue: '2027-01-01', out: false },
      { name: 'large', lowNm: 40, highNm: 210, calibrationDue: '2027-01-01', out: false },
    ],
    today: '2026-04-14',
  };

  test('has no hole where the shop has it all', () => {
    const list = pullList(run, shop, []);
    expect(list.holes).toEqual([]);
    expect(list.ranges.map((range) => range.nm)).toEqual(
      [...list.ranges.map((range) => range.nm)].sort((a, b) => a - b),
    );
    expect(list.helpers.length).toBeGreaterThan(2);
    expect(list.consumables.length).toBeGreaterThan(0);
  });

  test('names the one socket that is missing, by size and drive', () => {
    const without = shop.tools.filter((tool) => !(tool.kind === 'deep socket' && tool.size === '7/8'));
    expect(pullList(run, { ...shop, tools: without }, []).holes).toEqual([
      {
        code: 'tool',
        text: 'The shop has no deep socket 7/8 1/2 drive.',
        hard: false,
        tool: { kind: 'deep socket', size: '7/8', drive: '1/2' },
      },
    ]);
  });

  test('holds the values against ranges and dates; a wrench that is out reaches nothing', () => {
    const past = shop.wrenches.map((one) => ({ ...one, calibrationDue: '2026-04-13' }));
    expect(codes(pullList(run, { ...shop, wrenches: past }, []).holes)).toContain('wrench-date');
    const out = shop.wrenches.map((one) => ({ ...one, out: one.name === 'large' }));
    const holes = pullList(run, { ...shop, wrenches: out }, []).holes;
    expect(holes.every((hole) => hole.code === 'wrench')).toBe(true);
    expect(holes.some((hole) => /178 N·m/.test(hole.text))).toBe(true);
  });

  test('a part the take-down needs is hard, a later one is the lead’s; a missing value is named', () => {
    const blank = {
      ...run,
      fasteners: run.fasteners.map((one) => (one.id === 'J/carrier' ? { ...one, spec: null } : one)),
    };
    const { holes, values } = pullList(blank, shop, [
      { name: 'hoses', phase: 'teardown' },
      { name: 'U-bolts', phase: 'fit' },
    ]);
    expect(holes.map(({ code, hard }) => [code, hard])).toEqual([
      ['part', true],
      ['part', false],
      ['value', false],
    ]);
    expect(values).toEqual(['Carrier-bearing bolts']);
    expect(pullList(run, shop, [], ['Bar bushes']).holes).toEqual([
      { code: 'approval', text: 'The customer has not answered: Bar bushes.', hard: false },
    ]);
  });

  test('asks for every yes before a step that cannot be undone', () => {
    const cut = bothEndsRun({ front: ['studs-trimmed'] });
    expect(pullList(cut, shop, []).approvals.map((step) => step.id)).toEqual(['C/trim-L', 'C/trim-R']);
  });
});

describe('doubts about a value', () => {
  const run = bothEndsRun();
  const state = beginRun(run);
  const fastener = run.fasteners.find((one) => one.id === 'C/arm-L')!;

  test('the wrong unit is smelt from the twin, a slipped digit from the band', () => {
    // 178 N·m is 131 lbf·ft: the figure of one unit entered in the other.
    expect(valueSlips(run, state, fastener, 131, null).join()).toMatch(/wrong unit/);
    expect(valueSlips(run, state, fastener, 1780, null).join()).toMatch(/high for such a bolt/);
    expect(valueSlips(run, state, fastener, 178, null)).toEqual([]);
    // Before an angle a torque is a snug one, under the band; another unit than its twin’s is asked about all the same.
    expect(valueSlips(run, state, fastener, 40, 90)).toEqual([]);
    expect(valueSlips(run, state, fastener, 131, 90).join()).toMatch(/wrong unit/);
  });

  test('twins are held against each other', () => {
    const torque = (value: number) =>
      ({ data: { fastenerId: 'C/arm-R', reading: { value, unit: 'nm' } } }) as EntryOf<'torque'>;
    expect(twinDoubts(run, state, [torque(178)], fastener, { value: 179, unit: 'nm' })).toEqual([]);
    expect(twinDoubts(run, state, [torque(178)], fastener, { value: 150, unit: 'nm' }).join()).toMatch(
      /right front, read 178/,
    );
    const other = structuredClone(run);
    other.fasteners.find((one) => one.id === 'C/arm-R')!.spec!.nm = 150;
    expect(twinDoubts(other, beginRun(other), [], fastener, { clicked: true }).join()).toMatch(/goes by 150/);
  });
});

describe('versions of a procedure', () => {
  const was = libraryFile('rear-leaf-shackles');

  test('a moved step is moved, a changed field is named with what it was', () => {
    const steps = [...was.steps];
    [steps[3], steps[4]] = [steps[4]!, steps[3]!];
    steps[6] = { ...steps[6]!, minutes: 99 };
    const without = steps.filter((step) => step.id !== 'watch' && step.id !== 'rack-need');
    const is = { ...was, title: 'Ours', steps: without };
    const differences = diffProcedures(was, is);
    expect(differences.map(({ what, change }) => `${what} ${change}`).sort()).toEqual(
      ['head changed', 'step changed', 'step moved', 'step removed'].sort(),
    );
    expect(differences.find((one) => one.change === 'changed' && one.what === 'step')!.fields).toEqual([
      { name: 'minutes', was: String(was.steps[6]!.minutes), is: '99' },
    ]);
    expect(diffProcedures(was, was)).toEqual([]);
    // Another order of a file's fields is no change.
    const turned = was.steps.map((step) =>
      Object.fromEntries(
        Object.entries(step)
          .reverse()
          .map(([name, value]) => [
            name,
            name === 'tools'
              ? (value as object[]).map((tool) => Object.fromEntries(Object.entries(tool).reverse()))
              : value,
          ]),
      ),
    ) as typeof was.steps;
    expect(diffProcedures(was, { ...was, steps: turned })).toEqual([]);
  });

  test('each problem is shown at the step that mends it', () => {
    const plain = takeVariants(was, []);
    const broken = {
      ...plain,
      steps: plain.steps.filter((step) => step.id !== 'shackle-in-L'),
      fasteners: plain.fasteners.map((one) => ({
        ...one,
        spec: one.id === 'ubolt-R' ? null : { nm: 90, source: 'a sheet' },
      })),
    };
    const placed = placeProblems(broken, checkProcedure(broken));
    const at = (code: string) => placed.find((one) => one.code === code)!.stepId;
    expect(at('never-closed')).toBe('shackle-out-L');
    expect(at('ground-with-open')).toBe('lower');
    expect(at('missing-spec')).toBe('ubolt-torque');
    for (const one of placed) expect(one.words).toMatch(/^[A-Za-z].+\.$/);
  });
});

describe('the file', () => {
  test.each(libraryIds())('%s is a whole file and nothing else', (id) => {
    expect(procedureFile.validate(libraryFile(id), { abortEarly: false }).error).toBeUndefined();
  });

  test.each([
    [
      'a corner without its end',
      (p: ReturnType<typeof libraryFile>) => delete p.steps.find((s) => s.corner)!.end,
    ],
    [
      'a place that is on no list',
      (p: ReturnType<typeof libraryFile>) => (p.fasteners[0]!.place = 'front.left.cup-holder'),
    ],
    [
      'a value without a source',
      (p: ReturnType<typeof libraryFile>) => (p.fasteners[0]!.spec = { nm: 20, source: '' }),
    ],
    [
      'an unknown support',
      (p: ReturnType<typeof libraryFile>) => (p.steps[0]!.needs = ['hovering' as never]),
    ],
    ['another format', (p: ReturnType<typeof libraryFile>) => (p.format = 'something/2' as never)],
    ['no step at all', (p: ReturnType<typeof libraryFile>) => (p.steps = [])],
  ])('%s is refused and named', (_, spoil) => {
    const procedure = structuredClone(libraryFile('rear-lift-block'));
    spoil(procedure);
    expect(procedureFile.validate(procedure).error?.details[0]!.path.length).toBeGreaterThan(0);
  });
});

describe('one run of several procedures', () => {
  const chosen = (...ids: string[]) =>
    ids.map((id) => ({ procedure: valuedFile(id), hash: id, prefix: prefixOf(id), ways: [] }));

  test('two values for one place wait for the lead’s choice', () => {
    const both = chosen('strut-top-spacer', 'subframe-spacers', 'wheels-tires-spacers');
    const conflicts = conflictsOf(both);
    expect(conflicts.map(({ place }) => place).sort()).toEqual([
      'rear.left.wheel-nuts',
      'rear.right.wheel-nuts',
    ]);
    expect(() => assembleRun(both, {})).toThrow(/choose one/);
    const run = assembleRun(both, { 'rear.left.wheel-nuts': 'Q', 'rear.right.wheel-nuts': 'Q' });
    expect(run.fasteners.find((one) => one.place === 'rear.left.wheel-nuts')!.spec!.nm).toBe(130);
    expect(run.sources.map(({ prefix }) => prefix)).toEqual(['C', 'Q', 'N']);
  });
});
