import Papa from 'papaparse';
import type { EntryKind } from '@/core/ledger/entries';
import { alignmentRows, angleText } from '@/core/ledger/alignment-rows';
import { foldOrder } from '@/contracts/fold';
import { gramsOf, plainPlate, searchWords } from '@/core/ledger/search-words';
import { orderCsv } from '@/core/formats/order-csv';
import { figureText } from '@/core/planner/figure-text';
import { checkProcedure } from '@/core/procedure/check';
import { placeProblems } from '@/core/procedure/problems';
import { entryOf } from '../support/entries';
import { libraryFile, libraryIds } from '../support/library';
import { Tablet } from '../support/tablet';

const told = (...entries: [EntryKind, object][]) =>
  foldOrder(
    entries.map(([kind, data], index) => entryOf(index + 1, kind, data)),
    null,
  );

describe('a figure of the planner in the reader’s unit', () => {
  test.each([
    [25.4, 'mm', 'in', '1"'],
    [25.4, 'mm', 'mm', '25'],
    [2.04, 'deg', 'in', '2.0°'],
    [-0.06, 'deg', 'mm', '-0.1°'],
    [12.34, '%', 'mm', '12.3%'],
    [100, 'kg', 'in', '220 lb'],
    [100, 'kg', 'mm', '100 kg'],
    [512.6, 'N', 'in', '513 N'],
    [3, 'count', 'in', '3'],
  ] as const)('%s %s, read in %s', (value, figure, unit, words) => {
    expect(figureText(value, figure, unit).replace(' mm', '')).toBe(words);
  });
});

describe('an alignment sheet side by side', () => {
  const readings = (caster: number, toe: number) => ({
    LF: { caster, camber: 0.1, toe: toe / 2 },
    RF: { caster: caster + 0.2, camber: -0.1, toe: toe / 2 },
    LR: { camber: 0, toe: 0 },
    RR: { camber: 0, toe: 0 },
  });
  const spec = {
    front: { caster: { min: 3, max: 4 }, camber: { max: 0.5 }, toeTotal: { min: 0 }, crossCaster: 0.5 },
  };
  const rows = alignmentRows(spec, readings(2, -0.3), readings(3.5, 0.1));
  test('before and after of each angle that has a range, judged by the after', () => {
    const caster = rows.find((row) => row.angle === 'front.caster.left')!;
    expect(caster).toMatchObject({ before: 2, after: 3.5, verdict: 'in', range: '3 to 4', unit: 'deg' });
    expect(rows.map((row) => row.name)).not.toContain(undefined);
  });
  test('an open range says from where or up to where; a cross angle within how much', () => {
    const range = (name: string) => rows.find((row) => row.angle === name)!.range;
    expect(range('front.camber.left')).toBe('up to 0.5');
    expect(range('front.toe.total')).toBe('from 0');
    expect(range('front.caster.cross')).toBe('within ±0.5');
  });
  test('an angle has its sign, and nothing has none', () => {
    expect([angleText(0.123), angleText(-0.5), angleText(-0.001), angleText(2, 'mm')]).toEqual([
      '+0.12°',
      '−0.50°',
      '0.00°',
      '+2.00 mm',
    ]);
  });
});

describe('what an order is found by', () => {
  test('its car, its tires, what was found and noted, each once, and nothing too short to look for', () => {
    const finding = (findingId: string, text: string): [EntryKind, object] => [
      'finding',
      { findingId, area: 'rust', grade: 'now', text, photoId: null, when: 'as it came' },
    ];
    const state = told(
      [
        'intake',
        {
          orderKind: 'job',
          tires: 'LT245/75R17',
          newTires: null,
          wheels: 'LT245/75R17',
          wants: 'Level it',
          carries: 'ok',
        },
      ],
      finding('a', 'frame flaking'),
      finding('b', 'frame flaking'),
    );
    const words = searchWords(state, { label: 'Osk Tarn 90' });
    expect(words.car).toEqual(['Osk Tarn 90', 'LT245/75R17']);
    expect(words.notes).toEqual(['Level it', 'frame flaking']);
    expect(words.fasteners).toEqual([]);
  });
  test('a plate by any three of its characters in a row, however it was written', () => {
    expect(plainPlate('klm-41 27')).toBe('KLM4127');
    expect(gramsOf('KLM 4127')).toEqual(['KLM', 'LM4', 'M41', '412', '127']);
    for (const scrap of ['m 41', '4127', 'Lm4'])
      expect(gramsOf('KLM 4127')).toEqual(expect.arrayContaining(gramsOf(scrap)));
    expect(gramsOf('AB')).toEqual([]);
    expect(gramsOf('AAAA')).toEqual(['AAA']);
  });
});

describe('the tables that go with an order', () => {
  const tablet = new Tablet();
  tablet.workTo((step) => step.phase === 'road');
  const files = orderCsv(tablet.order.state, { p: '=Ilse' });
  const rowsOf = (name: string) =>
    Papa.parse<Record<string, string>>(files[name]!, { header: true, skipEmptyLines: true }).data;
  test('a line for each torque, with its value, its source and who, and no cell a spreadsheet would run', () => {
    const rows = rowsOf('torque.csv');
    expect(rows).toHaveLength(tablet.order.state.torques.length);
    for (const [index, row] of rows.entries()) {
      const { data } = tablet.order.state.torques[index]!;
      expect(Number(row['target nm'])).toBe(data.target.nm);
      expect(row).toMatchObject({
        source: data.target.source,
        reading: 'clicked',
        moved: 'no',
        who: "'=Ilse",
      });
    }
  });
  test('what was not measured is an empty table with its head', () => {
    expect(rowsOf('heights.csv')).toEqual([]);
    expect(files['heights.csv']).toMatch(/^at,occasion/);
    expect(files['alignment.csv']).toMatch(/^at,rack/);
  });
});

describe('a procedure’s problems, in words at the step that mends them', () => {
  const PLAIN = /\b[a-z]+-[a-z]+-[a-z]+\b|undefined/;
  test('any step of any procedure taken out is told in a sentence, at a step that is there', () => {
    let seen = 0;
    for (const id of libraryIds()) {
      const whole = libraryFile(id);
      for (let at = 0; at < whole.steps.length; at += 3) {
        const cut = { ...whole, steps: whole.steps.filter((_, index) => index !== at) };
        for (const problem of placeProblems(cut, checkProcedure(cut))) {
          seen += 1;
          expect(problem.words).toMatch(/^[A-Z].*\.$/s);
          expect(problem.words.replaceAll(problem.ref, '')).not.toMatch(PLAIN);
          if (problem.stepId !== null) expect(cut.steps.map((step) => step.id)).toContain(problem.stepId);
        }
      }
    }
    expect(seen).toBeGreaterThan(200);
  });
});
