import fc from 'fast-check';
import { assembleRun, conflictsOf } from '@/core/procedure/assemble';
import { beginRun } from '@/core/procedure/engine';
import { readPastedValues, valueRows, valueSheetCsv } from '@/core/procedure/value-rows';
import { KEPT } from '@/core/procedure/values';
import { libraryFile, libraryIds, valuedFile } from '../support/library';

const chosen = (id: string) => ({ procedure: libraryFile(id), hash: id, prefix: 'X', ways: [] });

describe('a value sheet', () => {
  test.each(libraryIds())(
    '%s: has every fastener once, twins on one line, each line by a name of its own',
    (id) => {
      const { fasteners } = libraryFile(id);
      const rows = valueRows(fasteners);
      expect(rows.flatMap((row) => row.fasteners.map((one) => one.id)).sort()).toEqual(
        fasteners.map((one) => one.id).sort(),
      );
      expect(new Set(rows.map((row) => row.name)).size).toBe(rows.length);
      for (const { fasteners: twins } of rows)
        expect(new Set(twins.map(({ thread, grade, count }) => `${thread} ${grade} ${count}`)).size).toBe(1);
    },
  );

  test('goes out as a CSV and comes back as it was filled in', () => {
    const rows = valueRows(libraryFile('rear-lift-block').fasteners);
    const lines = valueSheetCsv(rows).split(/\r?\n/).filter(Boolean);
    const filled = [
      lines[0],
      ...lines.slice(1).map((line, at) => line.replace(/,,/, `,${40 + at},${at === 1 ? 90 : ''}`)),
    ];
    const { values, unread } = readPastedValues(filled.join('\n'), rows);
    expect(unread).toEqual([]);
    expect([...values.keys()]).toEqual(rows.map((_, at) => at));
    expect(values.get(1)).toEqual({ value: 41, angleDeg: 90 });
    expect(values.get(0)).toEqual({ value: 40, angleDeg: null });
  });

  test('reads tabs, decimal commas and units, and says what it could not read', () => {
    const rows = valueRows(libraryFile('rear-lift-block').fasteners);
    const [first, second] = rows.map((row) => row.name);
    const text = `${first}\t112,5 N·m\n${second}\tsee note\nA bolt nobody knows\t90`;
    const { values, unread } = readPastedValues(text, rows);
    expect(values.get(0)).toEqual({ value: 112.5, angleDeg: null });
    expect(unread).toEqual([`${second} see note`, 'A bolt nobody knows 90']);
  });

  test('no line of junk becomes a value of nothing or less', () => {
    const rows = valueRows(libraryFile('lowering').fasteners);
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 30 }), { maxLength: 8 }), fc.nat(20), (cells, at) => {
        const name = rows[at % rows.length]!.name;
        const { values } = readPastedValues(cells.map((cell) => `${name}\t${cell}`).join('\n'), rows);
        for (const { value } of values.values()) expect(value).toBeGreaterThan(0);
      }),
    );
  });
});

describe('values of a run', () => {
  test('a file ships none: a run of it begins with every fastener without a value', () => {
    const run = assembleRun([chosen('lowering')], {});
    const state = beginRun({ ...run, carried: { open: [], loose: {} } });
    expect(
      [...state.fasteners.values()].every((one) => one.spec === null && one.valueKind === 'missing'),
    ).toBe(true);
  });

  test('a demo’s are flagged as made up, whatever their source says', () => {
    const run = assembleRun([{ ...chosen('lowering'), procedure: valuedFile('lowering') }], {});
    const state = beginRun({ ...run, carried: { open: [], loose: {} } });
    expect([...state.fasteners.values()].some((one) => one.valueKind === 'made-up')).toBe(true);
  });

  test('a kept value fills what nobody names, and stands beside one that differs until somebody chooses', () => {
    const own = libraryFile('lowering');
    const [first, second] = own.fasteners;
    const kept = new Map([
      [first!.place, { nm: 81, source: 'sheet 3' }],
      [second!.place, { nm: 55, source: 'sheet 3' }],
    ]);
    const procedure = {
      ...own,
      fasteners: own.fasteners.map((one) =>
        one.id === second!.id ? { ...one, spec: { nm: 61, source: 'our own version' } } : one,
      ),
    };
    const with2 = [{ procedure, hash: 'h', prefix: 'X', ways: [] }];
    const conflicts = conflictsOf(with2, kept);
    expect(conflicts).toHaveLength(1);
    expect(conflicts[0]!.values.map(({ spec }) => spec?.nm)).toEqual([55, 61]);
    expect(() => assembleRun(with2, {}, kept)).toThrow(/choose one/);
    const run = assembleRun(with2, { [second!.place]: KEPT }, kept);
    const nmAt = (place: string) => run.fasteners.find((one) => one.place === place)!.spec?.nm;
    expect([nmAt(first!.place), nmAt(second!.place)]).toEqual([81, 55]);
  });
});
