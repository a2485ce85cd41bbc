import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { type Problem, checkProcedure } from '@/core/procedure/check';
import { assembleRun } from '@/core/procedure/assemble';
import { prefixOf } from '@/core/procedure/letters';
import { mergeProcedures } from '@/core/procedure/merge';
import { PLACES } from '@/core/procedure/places';
import { type Procedure, endsOf } from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';

const folder = path.join(__dirname, '..', '..', 'procedures');
const library = readdirSync(folder)
  .filter((name) => name.endsWith('.json'))
  .map((name) => JSON.parse(readFileSync(path.join(folder, name), 'utf8')) as Procedure);
const byId = (id: string) => library.find((procedure) => procedure.id === id)!;

/** Every set of ways that may be taken together: one or none of each choice. */
function waySets(procedure: Procedure): string[][] {
  const byChoice = new Map<string, string[]>();
  for (const way of procedure.ways) byChoice.set(way.choice, [...(byChoice.get(way.choice) ?? []), way.id]);
  return [...byChoice.values()].reduce<string[][]>(
    (sets, ways) => sets.flatMap((set) => [set, ...ways.map((way) => [...set, way])]),
    [[]],
  );
}

/** A value that is missing is no fault of a file: none ships. */
const withoutMissing = (problems: Problem[]) => problems.filter(({ code }) => code !== 'missing-spec');

const everyFastenerOf = (procedure: Procedure) => [
  ...procedure.fasteners,
  ...procedure.ways.flatMap((way) => way.fasteners ?? []),
];

const JOBS = library.filter((procedure) => !procedure.id.startsWith('visit-'));
const WHEELS = 'wheels-tires-spacers';

test('the library holds seventeen jobs and the visits', () => {
  expect(JOBS).toHaveLength(17);
  expect(library.filter((procedure) => procedure.id.startsWith('visit-')).map(({ id }) => id)).toEqual([
    'visit-alignment',
    'visit-inspection',
    'visit-load-change',
    'visit-settled-heights',
    'visit-warranty',
  ]);
});

test.each(JOBS.map((procedure) => [procedure.id, procedure] as const))(
  '%s has its steps, its shots and its cautions',
  (_, procedure) => {
    expect(procedure.steps.length).toBeGreaterThanOrEqual(20);
    expect(procedure.steps.length).toBeLessThanOrEqual(75);
    expect(procedure.ways.length).toBeGreaterThanOrEqual(1);
    expect(procedure.steps.filter((step) => step.caution).length).toBeGreaterThanOrEqual(2);
    expect(procedure.steps.some((step) => step.photo?.length)).toBe(true);
    // No value ships: a file that named one would be taken for a maker’s.
    for (const fastener of everyFastenerOf(procedure)) expect(fastener.spec).toBeNull();
    for (const step of procedure.steps.filter((one) => one.irreversible)) expect(step.caution).toBeTruthy();
  },
);

test('no two procedures share over a third of their step texts', () => {
  const texts = library.map(({ id, steps }) => ({ id, own: new Set(steps.map((step) => step.do)) }));
  for (const [index, one] of texts.entries()) {
    for (const other of texts.slice(index + 1)) {
      const shared = [...one.own].filter((text) => other.own.has(text)).length;
      expect([one.id, other.id, shared * 3 > Math.min(one.own.size, other.own.size)]).toEqual([
        one.id,
        other.id,
        false,
      ]);
    }
  }
});

/** A spacer's bolts are torqued in the air: the wheel covers them. */
const underWheel = ({ place }: { place: string }) => place.endsWith('.wheel-spacer');

test('what bites in each job is said at its step', () => {
  const lines = readFileSync(path.join(folder, '..', 'docs', 'procedures.md'), 'utf8').split('\n');
  let job = '';
  const told = new Map<string, number>();
  for (const line of lines) {
    const heading = /^## .*?(?:\(`([a-z-]+)`\))?$/.exec(line);
    if (heading) job = heading[1] ?? '';
    const row = /^\| (.+?) +\| `([\w/-]+)` +\| (.+?) +\|$/.exec(line);
    if (!row || line.includes('visit-')) continue;
    const [, bite, place, words] = row as unknown as [string, string, string, string];
    const [id, stepId] = place.includes('/') ? place.split('/') : [job, place];
    const procedure = byId(id!);
    const step = [...procedure.steps, ...procedure.ways.flatMap((way) => way.in.map((put) => put.step))].find(
      (candidate) => candidate.id === stepId,
    );
    const said = [step?.do, step?.why, step?.caution].join(' ');
    expect([bite, said.includes(words) ? words : said]).toEqual([bite, words]);
    told.set(id!, (told.get(id!) ?? 0) + 1);
  }
  for (const { id } of JOBS) expect(told.get(id)).toBeGreaterThanOrEqual(3);
});

describe.each(library.map((procedure) => [procedure.id, procedure] as const))('%s', (_, procedure) => {
  test.each(waySets(procedure).map((ways) => [ways.join(' and ') || 'as it stands', ways] as const))(
    'is clean %s',
    (_words, ways) => {
      expect(withoutMissing(checkProcedure(takeVariants(procedure, ways)))).toEqual([]);
    },
  );

  test('each way changes the steps', () => {
    for (const way of procedure.ways) {
      const steps = (ways: string[]) => takeVariants(procedure, ways).steps;
      expect(steps([way.id])).not.toEqual(steps([]));
    }
  });

  test('keeps the rules of the library', () => {
    const everyFastener = [...procedure.fasteners, ...procedure.ways.flatMap((way) => way.fasteners ?? [])];
    const everyItem = [...procedure.items, ...procedure.ways.flatMap((way) => way.items ?? [])];
    const everyStep = [...procedure.steps, ...procedure.ways.flatMap((way) => way.in.map((put) => put.step))];
    for (const fastener of everyFastener) expect(PLACES).toContain(fastener.place);
    for (const item of everyItem) if (item.place) expect(PLACES).toContain(item.place);
    for (const thing of [...everyFastener, ...everyItem, ...everyStep]) {
      if (thing.corner) expect(thing.end).toBe(thing.corner.endsWith('F') ? 'front' : 'rear');
    }
    for (const item of everyItem) if (item.kind === 'temporary') expect(item.closeBefore).toBe('drive');
    for (const step of everyStep) {
      const wheels = (step.torques ?? []).some((id) =>
        everyFastener.some((f) => f.id === id && f.recheck === 'wheel' && !underWheel(f)),
      );
      if (wheels) expect(step.needs).toEqual(['on-wheels']);
    }
    for (const fastener of everyFastener) {
      // Checked again with the wheels, and torqued with their weight on them, save what a wheel covers.
      if (fastener.recheck === 'wheel' && !underWheel(fastener))
        expect([fastener.id, fastener.final]).toEqual([fastener.id, 'on-wheels']);
      if (!fastener.mate) continue;
      const mate = everyFastener.find((candidate) => candidate.id === fastener.mate)!;
      expect(mate.mate).toBe(fastener.id);
      expect([mate.count, mate.spec?.nm, mate.thread]).toEqual([
        fastener.count,
        fastener.spec?.nm,
        fastener.thread,
      ]);
    }
  });

  test('without any one closing or torquing step the checker complains', () => {
    for (const ways of waySets(procedure)) {
      const plain = takeVariants(procedure, ways);
      for (const step of plain.steps.filter((s) => s.closes?.length || s.torques?.length)) {
        // Named by no later step any more, so that the complaint is about the car and not about a missing name.
        const steps = plain.steps
          .filter((other) => other !== step)
          .map((other) => ({ ...other, after: other.after?.filter((id) => id !== step.id) }));
        expect([step.id, withoutMissing(checkProcedure({ ...plain, steps })).length > 0]).toEqual([
          step.id,
          true,
        ]);
      }
    }
  });
});

describe('whole cars', () => {
  const fronts = JOBS.filter(({ fits }) => fits.front && !fits.rear);
  const rears = JOBS.filter(({ fits }) => fits.rear && !fits.front);
  const pairs = fronts.flatMap((front) => rears.map((rear) => [front.id, rear.id] as const));
  /** Read between its two changes it has to stand on all its wheels: not beside a front that is up. */
  const BESIDE: Record<string, string[]> = { 'rear-leaf-shackles': ['read-at-once'] };
  const merge = (ids: string[]) =>
    mergeProcedures(ids.map((id) => ({ prefix: id, procedure: takeVariants(byId(id), BESIDE[id] ?? []) })));
  const chosen = (id: string, ways: string[]) => ({
    procedure: byId(id),
    hash: id,
    prefix: prefixOf(id),
    ways,
  });

  test('what does not go together says by which way it would', () => {
    const front = chosen('strut-top-spacer', []);
    expect(() => assembleRun([front, chosen('rear-leaf-shackles', [])], {})).toThrow(
      /They do with the way .*“Both changes read at once, as beside work at the front” of /,
    );
    expect(() => assembleRun([front, chosen('rear-leaf-shackles', ['read-at-once'])], {})).not.toThrow();
  });

  test.each(pairs)('%s and %s, with new wheels and the rack, become one clean run', (front, rear) => {
    const merged = merge([front, rear, WHEELS, 'visit-alignment']);
    expect(withoutMissing(checkProcedure(merged))).toEqual([]);
    const sharing = (share: string) => merged.steps.filter((step) => step.share === share);
    for (const share of [
      'chock',
      'ease',
      'raise',
      'wheels-off',
      'wheels-on',
      'lower',
      'wheel-torque',
      'to-rack',
      'road',
    ])
      expect([share, sharing(share).length]).toEqual([share, 1]);
  });

  test.each(JOBS.filter(({ id, fits }) => id !== WHEELS && fits.front && fits.rear).map(({ id }) => id))(
    '%s takes the rack along',
    (id) => {
      expect(withoutMissing(checkProcedure(merge([id, 'visit-alignment'])))).toEqual([]);
    },
  );
});

describe('merging front and rear', () => {
  const merged = mergeProcedures([
    { prefix: 'C', procedure: takeVariants(byId('strut-top-spacer'), []) },
    { prefix: 'J', procedure: takeVariants(byId('rear-lift-block'), []) },
  ]);

  test('raises once, takes the wheels off once, drives once', () => {
    const raises = merged.steps.filter((step) => step.sets === 'raised' && step.needs?.includes('on-wheels'));
    expect(raises).toHaveLength(1);
    expect(endsOf(raises[0]!)).toEqual(['front', 'rear']);
    const torque = merged.steps.find((step) => step.share === 'wheel-torque')!;
    expect(torque.torques).toEqual(['C/wheel-L', 'C/wheel-R', 'J/wheel-L', 'J/wheel-R']);
    expect(merged.steps.filter((step) => step.phase === 'road' && step.drive)).toHaveLength(1);
  });

  test('keeps one set of chocks for the car', () => {
    expect(merged.items.filter((item) => item.place === 'car.chocks')).toHaveLength(1);
  });

  test('is clean, and two values for one place are shown', () => {
    expect(withoutMissing(checkProcedure(merged))).toEqual([]);
    expect(merged.conflicts).toEqual([]);
    const other = structuredClone(takeVariants(byId('strut-top-spacer'), []));
    other.fasteners.find((fastener) => fastener.id === 'top-L')!.spec = { nm: 60, source: 'ours' };
    const twice = [
      { prefix: 'A', procedure: takeVariants(byId('strut-top-spacer'), []) },
      { prefix: 'B', procedure: other },
    ];
    // Everything is at the same place, so the second adds only steps that open what is open: the checker refuses.
    expect(() => mergeProcedures(twice)).toThrow(/would not be safe/);
  });
});

describe('a way puts a step in the place of another under the same id', () => {
  const base = (): Procedure => ({
    ...byId('wheels-tires-spacers'),
    items: [],
    fasteners: [],
    ways: [
      {
        id: 'other',
        choice: 'how',
        title: 'By another tool',
        out: ['b'],
        in: [
          { after: 'b', step: { id: 'b', phase: 'fit', do: 'By another tool', after: ['a'], minutes: 1 } },
          { after: 'b', step: { id: 'b2', phase: 'fit', do: 'And wiped', after: ['b'], minutes: 1 } },
        ],
      },
      { id: 'without', choice: 'whether', title: 'Not at all', out: ['b'], in: [] },
    ],
    steps: [
      { id: 'a', phase: 'fit', do: 'First', minutes: 1 },
      { id: 'b', phase: 'fit', do: 'As it stands', after: ['a'], minutes: 1 },
      { id: 'c', phase: 'fit', do: 'Last', after: ['b'], minutes: 1 },
    ],
  });

  test('what came after that one comes after this', () => {
    const { steps } = takeVariants(base(), ['other']);
    expect(steps.map(({ id, do: words }) => `${id} ${words}`)).toEqual([
      'a First',
      'b By another tool',
      'b2 And wiped',
      'c Last',
    ]);
    expect(steps.at(-1)!.after).toEqual(['b']);
  });

  test('another way that takes the step out takes this one out too', () => {
    const { steps } = takeVariants(base(), ['other', 'without']);
    expect(steps.map(({ id }) => id)).toEqual(['a', 'b2', 'c']);
    expect(steps.at(-1)!.after).toEqual([]);
  });
});
