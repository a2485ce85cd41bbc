import type { Entry } from '@/core/ledger/entries';
import { foldOrder } from '@/contracts/fold';
import type { SuspensionKind } from '@/core/planner/axle-kinds';
import { partKind } from '@/core/planner/part-kinds';
import { proceduresAsked, suggestedFor, usualFor } from '@/core/planner/procedures-for';
import { assembleRun } from '@/core/procedure/assemble';
import { conflictChoices } from '@/core/procedure/change';
import { type RunDocument, beginRun } from '@/core/procedure/engine';
import { prefixOf } from '@/core/procedure/letters';
import { twinCorner } from '@/core/corners';
import { isCoilCut, turnsCut } from '@/core/procedure/coil-cuts';
import { describeLastTorque, stepPhotos, describeTarget } from '@/features/bay/bay-facts';
import { twinOf, describeWhere } from '@/features/bay/bay-props';
import { describeTake } from '@/features/bay/take-words';
import { packetNotes } from '@/server/documents/packet-notes';
import { type Made, PARTS } from '../../demo/catalog';
import { bothEndsRun, libraryFile, libraryIds, valuedFile } from '../support/library';

const SHOP = { currency: 'USD', distanceUnit: 'mi' } as const;

let count = 0;
function entryOf(kind: Entry['kind'], data: object, personId = 'b'): Entry {
  count += 1;
  return {
    id: `e${count}`,
    chain: 'c',
    seq: count,
    kind,
    at: `2026-04-14T15:${String(count % 60).padStart(2, '0')}:00.000Z`,
    receivedAt: '2026-04-14T15:00:00.000Z',
    personId,
    deviceId: 'd',
    deviceSeq: count,
    corrects: null,
    why: null,
    data,
  } as Entry;
}
const run = bothEndsRun();
const people = { b: 'Brannoch', o: 'Odalys' };
const fold = (...entries: Entry[]) =>
  foldOrder([entryOf('run.start', { documentHash: 'h', planVersion: null }), ...entries], run);
const torque = (more: object) =>
  entryOf('torque', {
    fastenerId: 'C/arm-L',
    pass: 1,
    nut: 'all',
    wrench: { name: 'Wrench 2' },
    reading: { clicked: true },
    moved: false,
    recheck: false,
    warnings: [],
    ...more,
  });

describe('what a card says of the last torque', () => {
  const words = (more: object) => describeLastTorque(fold(torque(more)), people, 'UTC')['C/arm-L']!.words;

  test.each([
    [{}, /^Brannoch, Wrench 2, clicked, \d\d:\d\d$/],
    [{ reading: { value: 131.04, unit: 'lbft' }, nut: 2 }, /^Brannoch, Wrench 2, nut 2, 131 lbft, /],
    [{ extension: { settingNm: 1 } }, /Wrench 2 with extension, clicked/],
    [{ angleDeg: 90 }, /turned 90°/],
    [{ moved: true }, /clicked, had moved/],
  ])('%j', (more, expected) => {
    expect(words(more)).toMatch(expected);
  });

  test('the last one speaks, with its warnings', () => {
    const state = fold(torque({}), torque({ warnings: ['Wrench 2 is past its calibration date.'] }));
    expect(describeLastTorque(state, people, 'UTC')['C/arm-L']!.warnings).toEqual([
      'Wrench 2 is past its calibration date.',
    ]);
  });
});

describe('the picture of a place', () => {
  const photo = (stepId: string, photoId: string) =>
    entryOf('photo', {
      photoId,
      sha256: 'x',
      stepId,
      corner: null,
      fastenerId: null,
      occasion: null,
      caption: '',
    });

  test('its own last picture, else its twin’s', () => {
    const shown = stepPhotos(fold(photo('C/strut-in-L', 'p1'), photo('C/strut-in-L', 'p2')));
    expect(shown['C/strut-in-L']).toEqual({ photoId: 'p2', twin: false });
    expect(shown['C/strut-in-R']).toEqual({ photoId: 'p2', twin: true });
    expect(shown['C/chock']).toBeUndefined();
  });

  test('a step knows its twin and where it is', () => {
    const left = run.steps.find((step) => step.id === 'J/block-L')!;
    expect(twinOf(run, left)!.id).toBe('J/block-R');
    expect(describeWhere(left)).toBe('left rear');
    expect(twinOf(run, run.steps[0]!)).toBeUndefined();
    expect(describeWhere({ ...left, corner: undefined })).toBe('rear');
    expect(describeWhere({ ...left, corner: undefined, end: undefined })).toBe('whole car');
  });
});

describe('target against measured', () => {
  const intake = entryOf('intake', {
    targets: { front: '22 1/2', rear: null, unit: 'in', method: 'hub' },
    orderKind: 'job',
  });
  const heights = (occasion: string, four: string[]) =>
    entryOf('heights', {
      occasion,
      method: 'hub',
      unit: 'in',
      readings: { LF: [four[0]], RF: [four[1]], LR: [four[2]], RR: [four[3]] },
    });

  test('is what was measured last, in the viewer’s unit', () => {
    const came = heights('as came', ['20', '20', '22', '22']);
    expect(describeTarget(fold(intake), 'in')).toEqual({ front: 'target 22 1/2", not measured', rear: null });
    expect(describeTarget(fold(intake, came), 'in').front).toBe('target 22 1/2", measured 20"');
    const after = heights('on wheels', ['22', '22', '22', '22']);
    expect(describeTarget(fold(intake, came, after), 'mm').front).toMatch(/^target 571\.5 mm|^target 572 mm/);
    expect(describeTarget(fold(intake, came, after), 'in').rear).toBe('no target, measured 22"');
  });
});

describe('what the button will do', () => {
  const state = beginRun(run);
  const of = (id: string) => run.fasteners.find((one) => one.id === id)!;
  const now = (id: string, more: object = {}) => ({ ...state.fasteners.get(id)!, ...more });

  test.each([
    ['C/arm-L', {}, false, 'lbft', 'Record 131 lbf·ft'],
    ['C/arm-L', {}, false, 'nm', 'Record 178 N·m'],
    ['J/ubolt-L', {}, false, 'nm', 'Record pass 1 of 3: 118 N·m'],
    ['J/ubolt-L', { pass: 2 }, false, 'nm', 'Record pass 3 of 3: 118 N·m'],
    ['J/ubolt-L', {}, true, 'nm', 'Record: clicked at 118 N·m'],
    ['C/arm-L', { pass: 1, spec: { nm: 70, angleDeg: 60, source: 's' } }, false, 'nm', 'Record 60° turned'],
    ['C/arm-L', { pass: 0, spec: { nm: 70, angleDeg: 60, source: 's' } }, false, 'nm', 'Record 70 N·m'],
  ] as const)('%s %j', (id, more, recheck, unit, words) => {
    expect(describeTake(of(id), now(id, more), recheck, unit)).toBe(words);
  });

  test('a typed figure is what the button says it records', () => {
    const arm = of('C/arm-L');
    expect(describeTake(arm, now('C/arm-L'), false, 'lbft', 116)).toBe('Record 116 lbf·ft, typed');
    expect(describeTake(arm, now('C/arm-L'), true, 'nm', 171)).toBe('Record 171 N·m, typed');
    const angle = { pass: 1, spec: { nm: 70, angleDeg: 60, source: 's' } };
    expect(describeTake(arm, now('C/arm-L', angle), false, 'nm', 58)).toBe('Record 58° turned, typed');
  });
});

describe('what goes with the car in words', () => {
  test('each kind under its own title, none when there is nothing', () => {
    expect(packetNotes(fold(), people, SHOP)).toEqual([]);
    const notes = packetNotes(
      fold(
        entryOf('left.off', {
          itemId: 'C/link-L',
          place: 'front.left.bar-link',
          leadId: 'o',
          reason: 'on order',
          customer: { how: 'by phone', witness: 'Teodor' },
        }),
        entryOf('watch', {
          watchId: 'w',
          text: 'Spacer seat',
          photoId: null,
          byDay: '2026-05-01',
          byDistance: null,
        }),
        entryOf('cut', { stepId: 's', corner: 'LF', turns: 0.25, freeMm: 380 }),
        entryOf('setting', { what: 'collar threads', corner: 'RF', when: 'before', value: 7 }),
      ),
      people,
      SHOP,
    );
    expect(notes.map((note) => note.title)).toEqual([
      'Left off',
      'To be watched, and answered at the next visit',
      'Settings',
      'Coils cut',
    ]);
    // Why was typed for the record: it stays there.
    expect(notes[0]!.lines[0]).toBe('Bar link, left front (Odalys; the customer said yes by phone)');
    expect(notes[1]!.lines[0]).toBe('Spacer seat, by 2026-05-01');
  });
});

describe('which procedure a plan asks for', () => {
  const part = (end: 'front' | 'rear' | 'both', kind: string) => ({ end, kind }) as never;

  test.each([
    [[part('front', 'strutSpacer')], ['lower-mount-spacer', 'strut-top-spacer']],
    [
      [part('front', 'strutSpacer'), part('rear', 'block')],
      ['lower-mount-spacer', 'rear-lift-block', 'strut-top-spacer'],
    ],
    [
      [part('front', 'strutSpacer'), part('rear', 'coilSpacer')],
      ['coils-trailing-arms-rear', 'lower-mount-spacer', 'strut-spacers-car-body'],
    ],
    [[part('front', 'subframeDrop')], ['bracket-lift']],
    [[part('both', 'tire'), part('front', 'wheelSpacer')], ['wheels-tires-spacers']],
    [[part('both', 'tire'), part('rear', 'shackle')], ['rear-leaf-shackles']],
    [[part('front', 'spindle'), part('rear', 'block')], ['utility-cart']],
    [[part('front', 'coil'), part('rear', 'coil')], ['touring-all-round']],
    [[part('front', 'leafPack')], ['front-leaf-springs']],
    [[part('rear', 'shackle')], ['rear-leaf-shackles']],
    [[part('rear', 'subframeDrop')], ['subframe-spacers']],
    [[part('front', 'coilCut')], ['lowering']],
    [[part('front', 'bumpStop')], []],
  ])('%j', (parts, expected) => {
    expect(libraryIds().filter((id) => suggestedFor(libraryFile(id), parts))).toEqual(expected);
  });

  test('of two that the same parts could be for, the usual one is chosen', () => {
    const chosen = (...parts: never[]) => libraryIds().filter((id) => usualFor(libraryFile(id), parts));
    const spacer = part('front', 'strutSpacer');
    expect(chosen(spacer)).toEqual(['strut-top-spacer']);
    expect(chosen(spacer, part('front', 'subframeDrop'))).toEqual(['strut-top-spacer']);
    expect(chosen(part('front', 'subframeDrop'))).toEqual(['bracket-lift']);
  });

  test('hours are looked up under the usual one of two that the same part could be', () => {
    const library = libraryIds().map(libraryFile);
    expect(proceduresAsked(library, [part('front', 'strutSpacer'), part('rear', 'block')])).toBe(
      'strut-top-spacer rear-lift-block',
    );
    // A kind that is asked for at one end speaks against it at the other.
    expect(proceduresAsked(library, [part('rear', 'coil')])).toBe('coils-trailing-arms-rear');
    expect(proceduresAsked(library, [part('rear', 'coil'), part('front', 'coil')])).toBe('touring-all-round');
    expect(proceduresAsked(library, [part('front', 'spindle'), part('rear', 'block')])).toBe('utility-cart');
  });

  const jobs = libraryIds().filter((id) => !id.startsWith('visit-'));
  test.each(jobs)('%s is asked for by a plan of the demo’s catalog, on a car it is for', (id) => {
    const { front, rear } = libraryFile(id).fits;
    const onSuch = (one: Made) =>
      (['front', 'rear'] as const).some(
        (end) =>
          (one.end === end || one.end === 'both') &&
          ((end === 'front' ? front : rear) ?? []).some(
            (kind) => partKind(one.kind).fits?.(kind as SuspensionKind, end) ?? true,
          ),
      );
    const stacks = PARTS.filter(onSuch).flatMap((one, index, all) =>
      [one, ...all.slice(index + 1)].map((other) => [one, other]),
    );
    expect(stacks.filter((stack) => suggestedFor(libraryFile(id), stack)).length).toBeGreaterThan(0);
  });
});

describe('coils cut', () => {
  test('turns are counted by corner, and a corner has its twin', () => {
    const cut = (corner: 'LF' | 'RF', turns: number) => ({ data: { corner, turns } });
    const cuts = [cut('LF', 0.25), cut('RF', 0.25), cut('LF', 0.2)];
    expect(turnsCut(cuts, 'LF')).toBeCloseTo(0.45, 9);
    expect(turnsCut(cuts, 'LR')).toBe(0);
    expect((['LF', 'RF', 'LR', 'RR'] as const).map(twinCorner)).toEqual(['RF', 'LF', 'RR', 'LR']);
    const lowering = libraryFile('lowering').steps;
    expect(lowering.filter(isCoilCut).map((step) => step.id)).toEqual(['coil-cut-L', 'coil-cut-R']);
  });
});

describe('a change of way', () => {
  test('keeps the value that was chosen for a place when the run began', () => {
    const chosen = ['strut-top-spacer', 'subframe-spacers', 'wheels-tires-spacers'].map((id) => ({
      procedure: valuedFile(id),
      hash: id,
      prefix: prefixOf(id),
      ways: [],
    }));
    const places = ['rear.left.wheel-nuts', 'rear.right.wheel-nuts'];
    for (const prefix of ['N', 'Q']) {
      const choices = Object.fromEntries(places.map((place) => [place, prefix]));
      const document: RunDocument = {
        ...assembleRun(chosen, choices),
        carried: { open: [], loose: {} },
      };
      expect(conflictChoices(chosen, document)).toEqual(choices);
    }
  });

  test('every library job has a letter of its own', () => {
    const letters = libraryIds()
      .filter((id) => !id.startsWith('visit-'))
      .map(prefixOf);
    expect([...letters].sort().join('')).toBe('ABCDEFGHIJKLMNOPQ');
    expect(prefixOf('our-preload')).toBe('our-preload');
  });
});
