import { readFileSync } from 'node:fs';
import path from 'node:path';
import { ENTRY_KINDS } from '@/contracts/entries';
import type { EntryKind } from '@/core/ledger/entries';
import { entryShapes } from '@/server/formats/entry-shape';
import { CAME_HEIGHTS, entryOf } from '../support/entries';

test('the written shape knows every kind of entry (npm run schema writes it anew)', () => {
  const file = path.join(__dirname, '..', '..', 'docs', 'schema', 'wrenchwise-entries-1.schema.json');
  const { properties } = JSON.parse(readFileSync(file, 'utf8')) as { properties: object };
  expect(Object.keys(properties).sort()).toEqual([...ENTRY_KINDS].sort());
});

test.each([
  ['what it should', {}, null],
  ['heights in words', { readings: 'low' }, /readings must be object/],
  ['a method there is not', { method: 'by eye' }, /method must be equal to one of/],
])('heights that hold %s', async (_, more, wrong) => {
  const shapeOf = await entryShapes();
  const said = shapeOf(entryOf(4, 'heights', { ...CAME_HEIGHTS, ...more }));
  if (wrong) expect(said).toMatch(wrong);
  else expect(said).toBeNull();
});

test('a kind that is a word of the language is no kind', async () => {
  const shapeOf = await entryShapes();
  for (const kind of ['constructor', 'toString', '__proto__'])
    expect(shapeOf(entryOf(1, kind as EntryKind, {}))).toMatch(/is not known/);
});
