import { axleOf } from '@/core/anatomy/axle';
import { draftPlans } from '@/core/anatomy/draft-plan';
import { drawsFrom } from '@/core/draws';
import { checkProcedure, isFault } from '@/core/procedure/check';
import { draftsFor } from '@/core/procedure/draft';
import { procedureFile } from '@/core/procedure/schema';
import { Refusal } from '@/core/refusal';
import { REASONS, compareWithDraft, differs } from '../../src/cli/draft-comparison';
import { anatomies, libraryFile, libraryIds } from '../support/library';
import { leastByEnumeration, smallAxle } from '../support/small-axles';

const BOTH = { compressor: true };
const NONE = { compressor: false };

describe.each(anatomies.flatMap((one) => one.ends.map((end) => [one.id, end, one] as const)))(
  '%s at the %s',
  (_, end, anatomy) => {
    const wishes = [...new Set(anatomy.waysOut.map(({ body }) => body))];
    test.each(wishes)('%s out: every draft is clean, whole and reads as a file', (body) => {
      const drafts = draftsFor(anatomy, { end, out: [body], putsIn: '', equipment: BOTH });
      expect(drafts.length).toBeGreaterThan(0);
      for (const { procedure, plan } of drafts) {
        expect(checkProcedure({ ...procedure, anatomies: [anatomy] }).filter(isFault)).toEqual([]);
        expect(procedureFile.validate(procedure).error).toBeUndefined();
        expect(procedure.drafted).toMatchObject({ anatomy: anatomy.id, end, out: [body] });
        expect(procedure.fasteners.every(({ spec }) => spec === null)).toBe(true);
        expect(procedure.steps.flatMap(({ out }) => out ?? [])).toEqual([body]);
        expect(procedure.steps.flatMap((step) => step.in ?? [])).toEqual([body]);
        expect(plan.cost).toBeGreaterThanOrEqual(plan.minutes);
      }
      const costs = drafts.map(({ plan }) => plan.cost);
      expect(costs).toEqual([...costs].sort((one, other) => one - other));
      expect(draftPlans(axleOf(anatomy, end), [body], BOTH, false).at(0)!.cost).toBe(costs[0]);
    });
  },
);

const coilover = anatomies.find(({ id }) => id === 'coilover-front')!;
const leaf = anatomies.find(({ id }) => id === 'leaf-over-rear')!;
const axleCoils = anatomies.find(({ id }) => id === 'coil-links-front')!;

test('without a compressor no way is offered that needs one', () => {
  const ways = (equipment: typeof BOTH) =>
    draftsFor(axleCoils, { end: 'front', out: ['coil'], putsIn: '', equipment }).map(
      ({ plan }) => plan.ways[0]!.title,
    );
  expect(ways(BOTH)).toHaveLength(2);
  expect(ways(NONE)).toEqual(['dampers and bar links off, axle down on its jack']);
  expect(() => draftsFor(coilover, { end: 'front', out: ['coil'], putsIn: '', equipment: NONE })).toThrow(
    Refusal,
  );
});

test('each way says what it spoils, and the cheapest counts that as minutes', () => {
  const [first, ...others] = draftsFor(coilover, {
    end: 'front',
    out: ['strut'],
    putsIn: '',
    equipment: BOTH,
  });
  expect(first!.plan.ways[0]!.title).toBe('foot and top apart, arm pivots eased');
  expect(first!.plan.spoils).toEqual([{ what: 'alignment', count: 1 }]);
  expect(first!.plan.cost).toBe(first!.plan.minutes + 60);
  const upper = others.find(({ plan }) => plan.opens.has('upper-ball-joint'))!;
  expect(upper.plan.spoils).toContainEqual({ what: 'boot', count: 2 });
  expect(upper.plan.cost).toBe(upper.plan.minutes + 60 + 90);
});

test('two things come out in one draft, and what goes in has its own words', () => {
  const [draft] = draftsFor(leaf, {
    end: 'rear',
    out: ['leaf', 'damper'],
    putsIn: 'the taller packs',
    equipment: NONE,
  });
  expect(draft!.procedure.steps.find(({ id }) => id === 'in')!.do).toMatch(/^The taller packs in/);
  expect(draft!.plan.takesOut).toEqual(['leaf', 'damper']);
});

test('a leaf pack comes off with its axle on a jack, and a hose is freed before it is let down further than it reaches', () => {
  const shortHose = { ...leaf, lines: leaf.lines.map((line) => ({ ...line, reach: 95 })) };
  const [draft] = draftsFor(shortHose, { end: 'rear', out: ['leaf'], putsIn: '', equipment: NONE });
  const ids = draft!.procedure.steps.map(({ id }) => id);
  expect(ids.indexOf('carry')).toBeLessThan(ids.indexOf('out'));
  expect(draft!.procedure.steps.find(({ id }) => id === 'carry')!.carries).toEqual([
    { body: 'axle', by: 'jack' },
  ]);
  expect(draft!.procedure.steps.some(({ id }) => id.startsWith('free'))).toBe(true);
  expect(draft!.plan.frees.size).toBeGreaterThan(0);
});

test('what is not on that axle, or not at that end, is refused at its field', () => {
  const draft = (out: string[], end: 'front' | 'rear') => () =>
    draftsFor(leaf, { end, out, putsIn: '', equipment: NONE });
  expect(draft(['leaf'], 'front')).toThrow(/does not stand at the front/);
  expect(draft(['strut'], 'rear')).toThrow(/Say what comes out/);
  expect(draft([], 'rear')).toThrow(/Say what comes out/);
});

test('on 200 small axles it costs what plain enumeration finds, no more and no less', () => {
  const draw = drawsFrom(20261129);
  let possible = 0;
  const wrong: unknown[] = [];
  for (let round = 0; round < 200; round += 1) {
    const anatomy = smallAxle(draw);
    const axle = axleOf(anatomy, 'front');
    const least = leastByEnumeration(axle, ['part']);
    const found = draftPlans(axle, ['part'], BOTH, false)[0]?.cost ?? null;
    if (least !== null) possible += 1;
    if (least !== found) wrong.push([round, least, found]);
  }
  expect(wrong).toEqual([]);
  expect(possible).toBeGreaterThan(150);
});

describe('beside the library', () => {
  const compared = libraryIds()
    .map(libraryFile)
    .flatMap((procedure) => compareWithDraft(procedure, anatomies));

  test('each job that opens other joints than its draft says why, and no other does', () => {
    expect(
      compared
        .filter(differs)
        .map(({ key }) => key)
        .sort(),
    ).toEqual(Object.keys(REASONS).sort());
  });
  test('what a job takes out can be drafted, and some jobs open just what their draft does', () => {
    expect(compared.filter(({ out, plan }) => out.length > 0 && !plan)).toEqual([]);
    expect(compared.filter((one) => !differs(one)).map(({ key }) => key)).toEqual(
      expect.arrayContaining(['bracket-lift front', 'adjustable-coil-seats front', 'preload-spacer front']),
    );
  });
});
