import Joi from 'joi';
import { COMMAND_NAMES, contractOf } from '@/contracts/commands';
import { LOOKED_AT, fieldErrors } from '@/contracts/refused';
import { isPlain } from '../support/plain';

interface Described {
  type?: string;
  keys?: Record<string, Described>;
  items?: Described[];
  matches?: { schema?: Described; then?: Described; otherwise?: Described }[];
  whens?: unknown[];
}

const NONSENSE: unknown[] = [
  undefined,
  null,
  '',
  '   ',
  'zzz',
  'ab',
  '-',
  '1,2,3',
  '9'.repeat(3000),
  '2026-02-31',
  'Wed noon',
  -1,
  0,
  0.5,
  1e15,
  NaN,
  true,
  [],
  ['zzz', 'zzz'],
  [null],
  [{}],
  {},
  { zzz: 1 },
];

/** Every way to put nonsense into one field of an input, however deep it lies. */
function* spoiled(schema: Described): Generator<unknown> {
  yield* NONSENSE;
  for (const [key, inner] of Object.entries(schema.keys ?? {}))
    for (const bad of spoiled(inner)) yield { [key]: bad };
  for (const inner of schema.items ?? []) for (const bad of spoiled(inner)) yield [bad, bad];
  for (const { schema: one, then, otherwise } of schema.matches ?? [])
    for (const form of [one, then, otherwise]) if (form) yield* spoiled(form);
}

test.each(COMMAND_NAMES)('%s: whatever is put into it, what is said is a plain sentence', (name) => {
  const { input } = contractOf(name);
  const said = new Set<string>();
  for (const bad of spoiled(input.describe() as Described)) {
    const { error } = input.validate(bad, LOOKED_AT);
    for (const { message } of error ? fieldErrors(error) : []) said.add(message);
  }
  expect(said.size).toBeGreaterThan(0);
  expect([...said].filter((message) => !isPlain(message))).toEqual([]);
});

test('the library’s own words would not do', () => {
  const { error } = Joi.object({ deep: Joi.array().items(Joi.number()) }).validate({ deep: ['x'] });
  expect(isPlain(error!.message)).toBe(false);
});
