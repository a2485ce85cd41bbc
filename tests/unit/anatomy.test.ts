import { readFileSync } from 'node:fs';
import path from 'node:path';
import Ajv from 'ajv';
import { jointsPage } from '@/cli/joint-drawings';
import {
  type Act,
  type EndWorked,
  copyOf,
  ownBreaks,
  placesOf,
  touches,
  work,
  workUnasked,
  wrongNow,
} from '@/core/anatomy/acts';
import { type Axle, axleOf } from '@/core/anatomy/axle';
import { anatomyFile } from '@/core/anatomy/schema';
import { jointsNow, standingHang } from '@/core/anatomy/state';
import type { Anatomy } from '@/core/anatomy/types';
import { breakWords, nameOnAxle } from '@/core/anatomy/words';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import { answer } from '@/core/calc';
import { withPins } from '@/core/procedure/pins';
import { checkProcedure, isFault } from '@/core/procedure/check';
import { PLACES } from '@/core/procedure/places';
import { placeProblems } from '@/core/procedure/problems';
import { procedureFile } from '@/core/procedure/schema';
import {
  LOCKS,
  type Fastener,
  type Item,
  type PlainProcedure,
  type Step,
  endsOf,
} from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';
import { anatomies, libraryFile, libraryIds } from '../support/library';

/** What holds what: the files, what each act makes of an axle, and what the checker says of it. */

const anatomyOf = (id: string) => anatomies.find((one) => one.id === id)!;
const everyAxle = anatomies.flatMap((one) =>
  one.ends.map((end) => [`${one.id}, ${end}`, axleOf(one, end)] as const),
);

describe('the files', () => {
  test.each(anatomies.map((one) => [one.id, one] as const))(
    '%s is whole, and names only what it has',
    (_, one) => {
      expect(anatomyFile.validate(one).error).toBeUndefined();
    },
  );

  test('every way an axle is hung that the planner knows has one, at each end it may stand at', () => {
    for (const [kind, { ends }] of Object.entries(SUSPENSIONS))
      for (const end of ends)
        expect([
          kind,
          end,
          anatomies.some((one) => one.fits.includes(kind) && one.ends.includes(end)),
        ]).toEqual([kind, end, true]);
  });

  test.each(everyAxle)('%s: both sides alike, each place on the one list, nothing twice', (_, axle) => {
    const count = ({ bodies, joints, lines }: Pick<Anatomy, 'bodies' | 'joints' | 'lines'>) =>
      [bodies, joints, lines].map((things) => new Set(things.map(({ id }) => id)).size);
    const { bodies, joints, lines } = axle.anatomy;
    expect(count(axle.anatomy)).toEqual([bodies.length, joints.length, lines.length]);
    for (const place of axle.places) expect([place, PLACES.has(place)]).toEqual([place, true]);
    const side = (name: 'left' | 'right') =>
      axle.joints.filter((joint) => joint.side === name).map((joint) => joint.id.replace(`.${name}.`, '.'));
    expect(side('left')).toEqual(side('right'));
  });

  test.each(everyAxle)('%s: as it stands nothing on it is wrong, on its wheels or hanging', (_, axle) => {
    for (const support of ['on-wheels', 'raised'] as const) {
      const now = standing(axle, support);
      expect(wrongNow(axle, now)).toEqual([]);
    }
  });

  test.each(everyAxle)('%s: each way out, taken as it says, breaks nothing', (_, axle) => {
    for (const way of axle.waysOut) {
      const now = standing(axle, 'raised');
      const side = way.side ?? 'left';
      const hung = axle.hangs[side][0]!;
      const name = (id: string) => id.split('.').at(-1)!;
      const corner = (axle.end === 'front' ? { left: 'LF', right: 'RF' } : { left: 'LR', right: 'RR' })[
        side
      ] as 'LF';
      // Marked, carried and freed of its lines first, as every procedure does.
      const freed = axle.lines.flatMap((line) => line.place);
      const joints = [...way.open, ...way.eased].map((id) => axle.jointById.get(id)!);
      const coil = axle.springs.find((spring) => spring.body === way.body);
      const act = (more: Act, open: string[] = [], loose: string[] = []) =>
        work(
          axle,
          now,
          { end: axle.end, ...more, opens: open, loosens: loose },
          { item: (id) => id, fastener: (id) => id },
        );
      const found = [
        ...act({ marks: axle.joints.map(({ id }) => id), sets: 'axle-held' }),
        ...act({
          carries: [
            ...new Set([hung, axle.hangs[side === 'left' ? 'right' : 'left'][0]!, ...way.carried]),
          ].map((body) => ({
            body,
            by: body === coil?.body ? ('compressor' as const) : ('jack' as const),
          })),
        }),
        ...act({}, freed),
        ...act(
          {},
          [],
          joints.flatMap((joint) => joint.fasteners),
        ),
        ...act(
          {
            corner: way.side ? corner : undefined,
            out: [name(way.body)],
            drops: way.side ? [{ corner, mm: Math.max(way.drop, axle.normalDroop) }] : [],
          },
          joints.filter((joint) => way.open.includes(joint.id)).map((joint) => joint.place),
          joints.filter((joint) => way.open.includes(joint.id)).flatMap((joint) => joint.fasteners),
        ),
      ];
      expect([way.body, way.title, found.map(({ code, ref }) => `${code} ${ref}`)]).toEqual([
        way.body,
        way.title,
        [],
      ]);
    }
  });
});

function standing(axle: Axle, support: EndWorked['support']): EndWorked {
  const hang = standingHang();
  const now: EndWorked = { support: 'on-wheels', open: new Set(), loose: new Set(), snug: new Set(), hang };
  work(axle, now, { end: axle.end, sets: support }, placesOf({ items: [], fasteners: [] }));
  return now;
}

/** An end in hands: acts by the places they touch. */
class Bench {
  readonly axle: Axle;
  readonly now: EndWorked;
  constructor(id: string, end: 'front' | 'rear', support: EndWorked['support'] = 'raised') {
    this.axle = axleOf(anatomyOf(id), end);
    this.now = standing(this.axle, support);
  }
  act(act: Act): string[] {
    return this.breaks(act).map(({ code, ref }) => `${code} ${ref}`);
  }
  breaks(act: Act) {
    const before = copyOf(this.now);
    const found = work(
      this.axle,
      this.now,
      { end: this.axle.end, ...act },
      { item: (id) => id, fastener: (id) => id },
    );
    return ownBreaks(this.axle, found, before, this.now);
  }
  says(act: Act): string[] {
    return this.breaks(act).map((one) => breakWords(this.axle, one));
  }
}

describe('what an act breaks', () => {
  test('a raised end hangs at the lowest that is still closed', () => {
    const bench = new Bench('leaf-over-rear', 'rear');
    expect(bench.now.hang.drop).toMatchObject({ LR: 90, RR: 90 });
    expect(bench.act({ opens: ['rear.left.damper-lower', 'rear.center.brake-hose-bracket'] })).toEqual([
      'line-stretched rear.left.sensor-lead',
      'line-stretched rear.left.park-cable',
      'bush-bound rear.left.leaf-eye',
      'bush-bound rear.left.shackle-top',
    ]);
    expect(bench.now.hang.drop).toMatchObject({ LR: 130, RR: 90 });
  });

  test('a line past its reach is told with both figures, and not once it is free', () => {
    const bench = new Bench('leaf-over-rear', 'rear');
    bench.act({ sets: 'axle-held', carries: [{ body: 'axle', by: 'jack' }] });
    bench.act({
      opens: [
        'rear.left.damper-lower',
        'rear.right.damper-lower',
        'rear.left.spring-seat',
        'rear.right.spring-seat',
      ],
    });
    expect(bench.says({ drops: [{ end: 'rear', mm: 115 }] })).toEqual([
      'The rear brake hose reaches 110 mm of drop and the wheel hangs 115 mm: free it first, at its bracket or plug.',
    ]);
    const freed = new Bench('leaf-over-rear', 'rear');
    freed.act({
      sets: 'axle-held',
      carries: [{ body: 'axle', by: 'jack' }],
      opens: ['rear.center.brake-hose-bracket'],
    });
    freed.act({
      opens: [
        'rear.left.damper-lower',
        'rear.right.damper-lower',
        'rear.left.spring-seat',
        'rear.right.spring-seat',
      ],
    });
    expect(freed.act({ drops: [{ end: 'rear', mm: 115 }] })).toEqual([]);
  });

  test('a hose that was changed for another is not judged by the old one’s reach', () => {
    const bench = new Bench('leaf-over-front', 'front');
    bench.act({ sets: 'axle-held', carries: [{ body: 'axle', by: 'jack' }] });
    bench.act({ opens: ['front.left.brake-hose', 'front.right.brake-hose'] });
    bench.act({ closes: ['front.left.brake-hose', 'front.right.brake-hose'] });
    bench.act({
      opens: ['front.left.damper', 'front.right.damper'],
      loosens: ['front.left.damper-lower', 'front.right.damper-lower'],
    });
    expect(bench.act({ drops: [{ end: 'front', mm: 125 }] }).filter((one) => one.startsWith('line'))).toEqual(
      [],
    );
  });

  test('a coil let out with nothing under its arm flies; on the jack, or low enough, it does not', () => {
    const out: Act = { opens: ['front.left.spring'] };
    expect(new Bench('arms-coil-front', 'front').act(out)).toEqual(['spring-let-go front.left.coil']);
    const carried = new Bench('arms-coil-front', 'front');
    carried.act({ sets: 'axle-held', carries: [{ body: 'lower-arm', by: 'jack' }] });
    expect(carried.act(out)).toEqual([]);
    const squeezed = new Bench('arms-coil-front', 'front');
    squeezed.act({ carries: [{ body: 'coil', by: 'compressor' }] });
    expect(squeezed.act(out)).toEqual([]);
  });

  test('a leaf’s eye undone while the leaf carries the axle lets go', () => {
    const bench = new Bench('leaf-over-rear', 'rear');
    expect(bench.act({ opens: ['rear.left.shackle'] })).toContain('spring-let-go rear.left.leaf');
  });

  test('a differential with its mounts out falls, whatever shaft it is on; a jack under it holds it', () => {
    const bench = new Bench('coilover-front', 'front');
    expect(bench.act({ opens: ['front.center.differential'] })).toEqual(['falls front.differential']);
    const held = new Bench('coilover-front', 'front');
    held.act({ carries: [{ body: 'differential', by: 'jack' }] });
    expect(held.act({ opens: ['front.center.differential'] })).toEqual([]);
    expect(held.act({ lets: [{ body: 'differential', by: 'jack' }] })).toEqual(['falls front.differential']);
  });

  test('a jack and a stand may both carry; the last one taken away lets it hang', () => {
    const bench = new Bench('coil-radius-front', 'front');
    bench.act({
      sets: 'axle-held',
      carries: [
        { body: 'axle', by: 'jack' },
        { body: 'axle', by: 'stand' },
      ],
    });
    bench.act({
      opens: ['front.left.damper', 'front.right.damper'],
      loosens: ['front.left.damper-upper', 'front.right.damper-upper'],
    });
    expect(bench.act({ lets: [{ body: 'axle', by: 'stand' }] })).toEqual([]);
    expect(bench.act({ lets: [{ body: 'axle', by: 'jack' }], sets: 'raised' })).toContain(
      'line-stretched front.left.brake-hose',
    );
  });

  test('one side alone is held up by the bar, until its link is off', () => {
    const bench = new Bench('coilover-front', 'front');
    bench.act({ sets: 'axle-held', carries: [{ body: 'lower-arm', by: 'jack' }] });
    const down: Act = { corner: 'LF', drops: [{ mm: 60 }] };
    expect(bench.act(down)).toEqual(['tied-across front.bar']);
    bench.act({ corner: 'LF', drops: [{ mm: 90 }], opens: ['front.left.bar-link'] });
    expect(bench.act(down)).toEqual([]);
  });

  test('a bonded bushing is turned no further than it hangs, unless its bolt is eased', () => {
    const free = (bench: Bench) => {
      bench.act({ sets: 'axle-held', carries: [{ body: 'axle', by: 'jack' }] });
      for (const side of ['left', 'right'])
        bench.act({
          opens: [
            `front.${side}.damper`,
            `front.${side}.brake-hose-bracket`,
            `front.${side}.speed-sensor-clip`,
            `front.${side}.bar-link`,
          ],
          loosens: [`front.${side}.damper-upper`, `front.${side}.damper-lower`],
        });
      return bench;
    };
    const down: Act = { drops: [{ end: 'front', mm: 130 }] };
    const tight = free(new Bench('coil-radius-front', 'front'));
    expect(tight.act(down)).toContain('bush-bound front.left.radius-arm-pivot');
    const eased = free(new Bench('coil-radius-front', 'front'));
    const bolts = ['front.left.radius-arm-pivot', 'front.right.radius-arm-pivot', 'front.center.track-bar'];
    eased.act({ loosens: bolts });
    expect(eased.act(down)).toEqual([]);
    // Snug holds and does not bind; torqued hanging it would.
    expect(eased.act({ snugs: bolts })).toEqual([]);
    expect(eased.act({ torques: ['front.left.radius-arm-pivot'] })).toContain(
      'bush-bound front.left.radius-arm-pivot',
    );
  });

  test('what sets the alignment is marked before it is eased; at the rack it is set', () => {
    const cams = ['front.left.lower-arm-pivots'];
    expect(new Bench('coilover-front', 'front', 'on-wheels').act({ loosens: cams })).toEqual([
      'unmarked front.left.arm-pivots',
    ]);
    const marked = new Bench('coilover-front', 'front', 'on-wheels');
    marked.act({ marks: ['arm-pivots'] });
    expect(marked.act({ loosens: cams })).toEqual([]);
    expect(new Bench('coilover-front', 'front', 'on-wheels').act({ phase: 'align', loosens: cams })).toEqual(
      [],
    );
  });

  test('a body comes out with every joint to what stays open, and takes with it what only hangs on it', () => {
    const bench = new Bench('strut-front', 'front');
    bench.act({
      sets: 'axle-held',
      carries: [
        { body: 'lower-arm', by: 'jack' },
        { body: 'knuckle', by: 'strap' },
      ],
    });
    const out: Act = {
      corner: 'LF',
      opens: ['front.left.strut'],
      loosens: ['front.left.strut-top-nuts'],
      out: ['strut'],
    };
    const tight = new Bench('strut-front', 'front');
    expect(tight.act(out)).toEqual(
      expect.arrayContaining(['still-joined front.left.strut', 'line-stretched front.left.brake-hose']),
    );
    bench.act({
      marks: ['strut-foot'],
      opens: ['front.left.brake-hose-bracket', 'front.left.speed-sensor-clip', 'front.left.bar-link'],
    });
    bench.act({ loosens: ['front.left.strut-lower-bolts'] });
    expect(bench.act(out)).toEqual([]);
    expect(jointsNow(bench.axle, bench.now).get('front.left.center-nut')).toBeUndefined();
    // What is out does not go in twice.
    expect(
      bench.act({
        corner: 'LF',
        in: ['strut'],
        closes: ['front.left.strut'],
        snugs: ['front.left.strut-top-nuts', 'front.left.strut-lower-bolts'],
      }),
    ).toEqual([]);
    expect(bench.act({ corner: 'LF', in: ['strut'] })).toEqual(['still-joined front.left.strut']);
  });

  test('what is only looked at or measured concerns no axle', () => {
    const bench = new Bench('strut-front', 'front');
    const before = JSON.stringify([...bench.now.open, ...bench.now.loose]);
    expect(bench.act({ opens: ['car.chocks'], closes: ['car.seat'] })).toEqual([]);
    expect(JSON.stringify([...bench.now.open, ...bench.now.loose])).toBe(before);
  });

  test('every break of every axle is told in a sentence that names its side and end', () => {
    for (const [, axle] of everyAxle)
      for (const { id, side } of axle.joints) {
        const words = breakWords(axle, { code: 'bush-bound', ref: id });
        expect(words).toMatch(/^The bushing of .*\.$/);
        expect(words).toContain(axle.end);
        if (side) expect(nameOnAxle(axle, id, 'joint')).toMatch(new RegExp(`^${side} ${axle.end} `));
      }
  });
});

test('what is on record already leaves the car as what was asked about does', () => {
  for (const id of libraryIds()) {
    const file = libraryFile(id);
    for (const end of ['front', 'rear'] as const) {
      const found = anatomies.find((one) => one.id === file.anatomy?.[end]);
      if (!found) continue;
      const axle = axleOf(found, end);
      const plain = takeVariants(file, []);
      const places = placesOf(plain);
      const asked = standing(axle, 'on-wheels');
      const onRecord = copyOf(asked);
      for (const step of plain.steps.filter((one) => endsOf(one).includes(end))) {
        work(axle, asked, step, places);
        if (touches(axle, step, places)) workUnasked(axle, onRecord, step, places);
        expect([id, step.id, onRecord]).toEqual([id, step.id, asked]);
      }
    }
  }
});

describe('the checker on an anatomy', () => {
  const item = (id: string, more: Partial<Item> = {}): Item => ({
    id,
    name: id,
    kind: 'part',
    end: 'rear',
    closeBefore: 'drive',
    ...more,
  });
  const bolt = (id: string, more: Partial<Fastener> = {}): Fastener => ({
    id,
    name: `The ${id}`,
    place: 'rear.left.damper-lower',
    end: 'rear',
    count: 1,
    spec: { nm: 40, source: 'the sheet' },
    ...more,
  });
  const step = (id: string, more: Partial<Step>): Step => ({
    id,
    phase: 'fit',
    do: id,
    end: 'rear',
    minutes: 1,
    ...more,
  });
  const codes = (procedure: PlainProcedure) =>
    checkProcedure({ ...procedure, anatomies: [...anatomies] }).map(({ code, ref }) => `${code} ${ref}`);

  test('without one, or with one it does not name, it answers as before', () => {
    const lowering = takeVariants(libraryFile('lowering'), []);
    const broken = { ...lowering, steps: lowering.steps.filter(({ id }) => id !== 'r-free') };
    const bare = checkProcedure(broken);
    const { anatomy: _, ...unnamed } = broken;
    expect(checkProcedure({ ...unnamed, anatomies: [...anatomies] })).toEqual(bare);
    expect(checkProcedure({ ...broken, anatomies: [] })).toEqual(bare);
    expect(codes(broken).length).toBeGreaterThan(bare.length);
  });

  test('a nut with a cotter is whole when it is pinned: not at the drive, not at the end', () => {
    const fasteners = [bolt('nut', { lock: 'cotter' })];
    const away = [step('off', { loosens: ['nut'] }), step('on', { torques: ['nut'] })];
    expect(codes({ items: [], fasteners, steps: away })).toEqual(['unpinned nut']);
    const pinned = [away[0]!, step('on', { torques: ['nut'], closes: ['nut.pin'] })];
    expect(codes({ items: [], fasteners, steps: pinned })).toEqual([]);
    expect(codes({ items: [], fasteners: [bolt('nut', { lock: 'threadlocker' })], steps: away })).toEqual([]);
    // Eased before and drawn later: its pin is out once.
    const twice = [away[0]!, step('drawn', { loosens: ['nut'] }), pinned[1]!];
    expect(codes({ items: [], fasteners, steps: twice })).toEqual([]);
    const driven = [away[0]!, step('go', { end: 'both', drive: true }), pinned[1]!];
    expect(codes({ items: [], fasteners, steps: driven })).toEqual(['drive-with-loose nut', 'unpinned nut']);
  });

  test('trial hardware is not driven on, whatever it must be closed before', () => {
    const items = [item('tacks', { kind: 'temporary', closeBefore: 'handoff' })];
    const steps = [
      step('tack', { opens: ['tacks'] }),
      step('go', { end: 'both', drive: true }),
      step('weld', { closes: ['tacks'] }),
    ];
    expect(codes({ items, fasteners: [], steps })).toEqual(['trial-driven tacks']);
  });

  test('a joint opened for nothing is a hint, and no fault', () => {
    const items = [
      item('jack', { kind: 'support', closeBefore: 'ground' }),
      item('shackle', { place: 'rear.left.shackle', corner: 'LR' }),
      item('hanger', { place: 'rear.right.hanger', corner: 'RR' }),
    ];
    const steps = [
      step('up', { sets: 'raised' }),
      step('hold', { opens: ['jack'], sets: 'axle-held', carries: [{ body: 'axle', by: 'jack' }] }),
      step('out', { corner: 'LR', opens: ['shackle'], out: ['shackle'] }),
      step('why', { corner: 'RR', opens: ['hanger'] }),
      step('why-back', { corner: 'RR', closes: ['hanger'] }),
      step('in', { corner: 'LR', closes: ['shackle'], in: ['shackle'] }),
      step('away', { closes: ['jack'], sets: 'raised', lets: [{ body: 'axle', by: 'jack' }] }),
      step('down', { sets: 'on-wheels' }),
    ];
    const procedure: PlainProcedure = {
      items,
      fasteners: [],
      steps,
      anatomy: { rear: 'leaf-over-rear' },
      anatomies,
    };
    expect(codes(procedure)).toEqual(['needless rear.right.hanger']);
    expect(checkProcedure(procedure).filter(isFault)).toEqual([]);
    expect(placeProblems(procedure, checkProcedure(procedure))).toEqual([
      expect.objectContaining({
        stepId: 'why',
        words: expect.stringMatching(/a hint, not a fault/) as string,
      }),
    ]);
  });

  test('a fault is told at the step that breaks it, in the words of the bay', () => {
    const lowering = takeVariants(libraryFile('lowering'), []);
    const broken = { ...lowering, anatomies, steps: lowering.steps.filter(({ id }) => id !== 'r-free') };
    const placed = placeProblems(broken, checkProcedure(broken));
    expect(placed.find(({ code }) => code === 'line-stretched')).toMatchObject({
      stepId: 'r-open-L',
      words: expect.stringMatching(/^The .* reaches \d+ mm of drop and the wheel hangs 145 mm/) as string,
    });
  });

  test('an anatomy that names what it does not have is refused with the field', () => {
    const broken = structuredClone(anatomyOf('strut-front')) as Anatomy;
    broken.springs[0]!.seats = ['no-such-joint'];
    expect(anatomyFile.validate(broken).error?.message).toBe(
      'springs[0].seats names "no-such-joint", which is not in the file',
    );
    const nowhere = structuredClone(anatomyOf('strut-front')) as Anatomy;
    nowhere.joints[0]!.place = '{end}.{side}.nowhere';
    expect(anatomyFile.validate(nowhere).error?.message).toMatch(/not a place on the list/);
  });
});

describe('the library, second edition', () => {
  const jobs = libraryIds().map(libraryFile);

  test.each(jobs.map((one) => [one.id, one] as const))(
    '%s is a whole file, clean on its axles in every way',
    (_, one) => {
      expect(procedureFile.validate(one).error).toBeUndefined();
      for (const ways of [[], ...one.ways.map((way) => [way.id])]) {
        const plain = takeVariants(one, ways);
        expect([ways, checkProcedure({ ...plain, anatomies: [...anatomies] }).filter(isFault)]).toEqual([
          ways,
          [],
        ]);
      }
    },
  );

  test('whatever takes something of an axle apart names how that axle is hung', () => {
    for (const one of jobs) {
      const takes = one.steps.some((step) => step.carries || step.out || step.drops);
      const named = Object.values(one.anatomy ?? {});
      expect([one.id, named.length > 0]).toEqual([one.id, takes]);
      for (const id of named) expect(anatomyOf(id)).toBeDefined();
      for (const way of one.ways)
        for (const id of Object.values(way.anatomy ?? {})) expect(anatomyOf(id)).toBeDefined();
    }
  });

  test('every name a step gives of an axle is there', () => {
    for (const one of jobs) {
      const all = [one, ...one.ways].flatMap(({ anatomy }) => Object.values(anatomy ?? {})).map(anatomyOf);
      const bodies = new Set(all.flatMap((file) => file.bodies.map(({ id }) => id)));
      const joints = new Set(all.flatMap((file) => file.joints.map(({ id }) => id)));
      const steps = [...one.steps, ...one.ways.flatMap((way) => way.in.map(({ step: put }) => put))];
      for (const at of steps) {
        const named = [...(at.carries ?? []), ...(at.lets ?? [])].map(({ body }) => body);
        for (const body of [...named, ...(at.out ?? []), ...(at.in ?? [])])
          expect([one.id, at.id, body, bodies.has(body)]).toEqual([one.id, at.id, body, true]);
        for (const joint of at.marks ?? [])
          expect([one.id, at.id, joint, joints.has(joint)]).toEqual([one.id, at.id, joint, true]);
      }
    }
  });
});

describe('outside the screens', () => {
  const lowering = takeVariants(libraryFile('lowering'), []);
  const { items, fasteners, steps, anatomy } = JSON.parse(JSON.stringify(lowering)) as PlainProcedure;
  const without = steps.filter(({ id }) => id !== 'r-free');

  test('a program hands the anatomies in beside the procedure, and gets the same answer', () => {
    const given = {
      items,
      fasteners,
      steps: without,
      anatomy,
      anatomies: JSON.parse(JSON.stringify(anatomies)) as unknown,
    };
    const got = answer('procedure.check', given);
    expect(got.ok).toBe(true);
    const { problems } = (got as unknown as { output: { problems: { code: string; ref: string }[] } }).output;
    expect(problems).toEqual(checkProcedure({ ...lowering, steps: without, anatomies: [...anatomies] }));
    expect(problems).toContainEqual({ code: 'line-stretched', ref: 'rear.brake-hose' });
  });

  test('an anatomy that is broken is refused at its field', () => {
    const broken = structuredClone(anatomyOf('cart-rear')) as unknown as {
      limits: { by: string; drop: number }[];
    };
    broken.limits[0]!.drop = -1;
    const got = answer('procedure.check', { items, fasteners, steps, anatomy, anatomies: [broken] });
    expect(got.ok).toBe(false);
    expect((got as unknown as { error: { field: string } }).error.field).toMatch(
      /^anatomies(\[0\]|\.0)\.limits(\[0\]|\.0)\.drop$/,
    );
  });

  test('the published shape takes every file that ships, and not one with a field too many', () => {
    const file = path.join(__dirname, '..', '..', 'docs', 'schema', 'wrenchwise-anatomy-1.schema.json');
    const shape = new Ajv({ strict: false }).compile(JSON.parse(readFileSync(file, 'utf8')) as object);
    for (const one of anatomies) expect([one.id, shape(one), shape.errors]).toEqual([one.id, true, null]);
    expect(shape({ ...anatomyOf('strut-front'), safe: true })).toBe(false);
  });

  test('each job is drawn: what is eased before it is opened, and closed at the end', () => {
    const page = jointsPage(libraryIds().map(libraryFile), anatomies);
    for (const id of libraryIds().filter((one) => libraryFile(one).anatomy))
      expect(page).toContain(`(\`${id}\`)`);
    const rows = page.split('\n').filter((line) => /^(front|rear) .* [·~#-]+$/.test(line));
    expect(rows.length).toBeGreaterThan(100);
    for (const row of rows) expect(row.at(-1)).toBe('·');
    expect(page).toMatch(/front lower arm pivots with their cams +·+~/);
  });

  test('the whole example in the docs is the file that ships', () => {
    const page = readFileSync(path.join(__dirname, '..', '..', 'docs', 'anatomy.md'), 'utf8');
    const [, example] = /```json\n([\s\S]+?)\n```/.exec(page)!;
    expect(JSON.parse(example!)).toEqual(anatomyOf('strut-front'));
  });
});

describe('pins', () => {
  const nut = (more: Partial<Fastener>): Fastener => ({
    id: 'nut',
    name: 'Upper ball-joint nut',
    place: 'front.left.upper-ball-joint',
    end: 'front',
    corner: 'LF',
    count: 1,
    spec: null,
    ...more,
  });
  const steps: Step[] = [{ id: 'off', phase: 'teardown', do: 'Off', minutes: 1, loosens: ['nut'] }];

  test('a cotter, clip or tab is an item with its nut’s place and corner; jam nuts and threadlocker are none', () => {
    for (const lock of LOCKS) {
      const made = withPins({ items: [], fasteners: [nut({ lock })], steps });
      const own = ['cotter', 'clip', 'tab'].includes(lock);
      expect([lock, made.items.length, made.steps[0]!.opens ?? []]).toEqual([
        lock,
        own ? 1 : 0,
        own ? ['nut.pin'] : [],
      ]);
    }
    expect(withPins({ items: [], fasteners: [nut({ lock: 'cotter' })], steps }).items[0]).toEqual({
      id: 'nut.pin',
      name: 'Cotter pin of upper ball-joint nut',
      place: 'front.left.upper-ball-joint-pin',
      kind: 'pin',
      end: 'front',
      corner: 'LF',
      closeBefore: 'drive',
    });
  });

  test('done twice it is as done once', () => {
    const once = withPins({ items: [], fasteners: [nut({ lock: 'cotter' })], steps });
    expect(withPins(once)).toEqual(once);
    const plain = { items: [], fasteners: [nut({})], steps };
    expect(withPins(plain)).toBe(plain);
  });
});
