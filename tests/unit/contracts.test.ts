import fc from 'fast-check';
import Joi from 'joi';
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { type Described, check, checkInput } from '@/contracts/check';
import { COMMAND_NAMES, CONTRACTS, contractOf, type OfflineName } from '@/contracts/commands';
import { ENTRY_KINDS, areaOf, correctionsOf } from '@/contracts/entries';
import { OFFLINE_COMMANDS } from '@/contracts/offline-names';
import { fieldPath } from '@/core/refusal';

const described = (name: OfflineName) => contractOf(name).input.describe() as Described;

/** What the schema library says of an input, the first complaint of each field. */
function byLibrary(name: OfflineName, input: unknown) {
  const { value, error } = contractOf(name).input.validate(input, { abortEarly: false, convert: true });
  const errors = (error?.details ?? []).map(({ path: at, type }) => `${fieldPath(at)} ${type}`);
  const first = errors.filter(
    (one, at) => errors.findIndex((other) => other.split(' ')[0] === one.split(' ')[0]) === at,
  );
  return error ? { errors: first.sort() } : { value };
}
function byTablet(name: OfflineName, input: unknown) {
  const checked = checkInput(name, input);
  return checked.ok
    ? { value: checked.input }
    : { errors: checked.errors.map(({ field, code }) => `${field} ${code}`).sort() };
}

/** Something of the kind a schema asks for, or not: what people and broken programs send. */
function anything(schema: Described): fc.Arbitrary<unknown> {
  const junk = fc.constantFrom<unknown>(null, '', 'x', ' 7 ', '1e3', -1, 0, 1.5, 1e9, true, 'true', {}, []);
  const own = (): fc.Arbitrary<unknown> => {
    if (schema.flags?.only) return fc.constantFrom(...(schema.allow ?? []));
    if (schema.type === 'object')
      return fc.record(
        Object.fromEntries(Object.entries(schema.keys ?? {}).map(([key, one]) => [key, anything(one!)])),
        { requiredKeys: [] },
      );
    if (schema.type === 'array') return fc.array(anything(schema.items![0]!), { maxLength: 4 });
    if (schema.type === 'alternatives')
      return fc.oneof(...schema.matches!.map((match) => anything(match.schema)));
    if (schema.type === 'number')
      return fc.oneof(
        fc.integer({ min: -5, max: 2000 }),
        fc.double({ min: 0, max: 500, noNaN: true }).map(String),
      );
    if (schema.type === 'boolean') return fc.boolean();
    const isId = schema.rules?.some(({ name }) => name === 'pattern');
    return isId
      ? fc.uuid().map((id) => (id < '8' ? id.toUpperCase() : id))
      : fc.oneof(
          fc.string({ maxLength: 90 }),
          fc.constant(' spaced '),
          fc.constant('2026-02-30'),
          fc.constant('2026-05-01'),
        );
  };
  return fc.oneof({ weight: 8, arbitrary: own() }, { weight: 1, arbitrary: junk });
}

describe('what a tablet checks without the schema library', () => {
  test.each(OFFLINE_COMMANDS)('%s: the same value, or the same complaints at the same fields', (name) => {
    fc.assert(
      fc.property(anything(described(name)), (input) => {
        expect(byTablet(name, input)).toEqual(byLibrary(name, input));
      }),
      { numRuns: 400, seed: 12 },
    );
  });

  test('a field nobody knows is refused by name', () => {
    expect(byTablet('clock.off', { reason: 'break', pin: '1' })).toEqual({ errors: ['pin object.unknown'] });
  });

  test('rules that are code have their name in the schema, or nobody could hold them', () => {
    const unnamed = (schema: Described): boolean =>
      Boolean(
        (schema.rules?.some(({ name }) => name === 'custom') && !schema.metas?.length) ||
        Object.values(schema.keys ?? {}).some((one) => unnamed(one!)) ||
        schema.items?.some(unnamed) ||
        schema.matches?.some((match) => unnamed(match.schema)),
      );
    expect(OFFLINE_COMMANDS.filter((name) => unnamed(described(name)))).toEqual([]);
    expect(check(Joi.string().describe() as Described, 'x')).toEqual({ value: 'x', errors: [] });
  });
});

describe('one declaration for each command', () => {
  test('what has a move is told while it waits, and nothing else is', () => {
    const told = COMMAND_NAMES.filter((name) => contractOf(name).waits !== null);
    expect([...told].sort()).toEqual([...OFFLINE_COMMANDS].sort());
  });

  /** Limits that a form may leave out: what is not given stays as it was. */
  const STAYS = ['shop.set'];
  test.each(COMMAND_NAMES)('%s: each field is asked for or has its default', (name) => {
    const { keys = {} } = contractOf(name).input.describe() as Described;
    const neither = Object.values(keys).filter((one) => {
      const { flags = {}, ...rest } = one!;
      return flags.presence !== 'required' && !('default' in flags) && !('whens' in rest);
    });
    expect(neither.length > 0).toBe(STAYS.includes(name));
  });

  test('titles are said once each', () => {
    const titles = COMMAND_NAMES.map((name) => contractOf(name).title);
    expect(new Set(titles).size).toBe(titles.length);
  });

  test('an entry names only commands that correct it, and every kind has its part of the work', () => {
    for (const kind of ENTRY_KINDS) {
      expect(areaOf(kind)).toBeTruthy();
      for (const name of correctionsOf(kind)) expect(Object.keys(CONTRACTS)).toContain(name);
    }
  });
});

describe('where a name stands', () => {
  const root = path.join(__dirname, '..', '..', 'src');
  const generated = /offline-(inputs|names)\.json$/;
  const files = (readdirSync(root, { recursive: true }) as string[])
    .filter((file) => /\.(ts|tsx|json)$/.test(file) && !generated.test(file))
    .map((file) => [file, readFileSync(path.join(root, file), 'utf8')] as const);
  const saying = (name: string, ...forms: ((name: string) => RegExp)[]) => {
    const quoted = name.replace(/[.-]/g, '\\$&');
    return files
      .filter(([, text]) => forms.some((form) => form(quoted).test(text)))
      .map(([file]) => file.replaceAll('\\', '/'));
  };

  /** Beside its screens: what has to be touched so that a command is there. */
  test.each(COMMAND_NAMES)('%s in three files at most beside its screens', (name) => {
    const places = saying(
      name,
      (quoted) => new RegExp(`'${quoted}': (c|offlineC)ontract<`),
      (quoted) => new RegExp(`(handle|moveOnly)\\('${quoted}'`),
      (quoted) => new RegExp(`^  '${quoted}': (\\w+,|moveOnly)`, 'm'),
      (quoted) => new RegExp(`^  '${quoted}': \\(`, 'm'),
    ).filter((file) => !file.startsWith('contracts/entries/'));
    // A move that more is done around on the server has its handler as well.
    const most = contractOf(name).waits === null ? 3 : 4;
    expect(places.length).toBeLessThanOrEqual(most);
    expect(places.length).toBeGreaterThan(1);
  });

  test('a kind of entry in two files: what it holds, and what it does', () => {
    for (const kind of ENTRY_KINDS) {
      const places = saying(
        kind,
        (quoted) => new RegExp(`Entries \\{[\\s\\S]*\\n  '?${quoted}'?: `),
        (quoted) => new RegExp(`interface EntryData [^{]*\\{[\\s\\S]*\\n  '?${quoted}'?: `),
        (quoted) => new RegExp(`EntryContracts<[\\s\\S]*\\n  '?${quoted}'?: \\{`),
      );
      expect([kind, places.length]).toEqual([kind, 2]);
    }
  });
});
