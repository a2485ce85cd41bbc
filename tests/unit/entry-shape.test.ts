import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { EntryKind } from '@/core/ledger/entries';
import { entryShapes } from '@/server/formats/entry-shape';
import { CAME_HEIGHTS, entryOf } from '../support/entries';

/** Every kind there is: the compiler misses one that is not here. */
const KINDS: Record<EntryKind, true> = {
  agreement: true,
  alignment: true,
  'alignment.accepted': true,
  approval: true,
  back: true,
  booking: true,
  'check-in': true,
  'clock.off': true,
  'clock.on': true,
  'customer.drove': true,
  cut: true,
  damage: true,
  'date.answer': true,
  'date.wish': true,
  elsewhere: true,
  finding: true,
  'followup.close': true,
  'followup.open': true,
  handoff: true,
  heights: true,
  'heights.accepted': true,
  hold: true,
  'hold.end': true,
  intake: true,
  'left.off': true,
  lesson: true,
  link: true,
  lowering: true,
  measure: true,
  odometer: true,
  offer: true,
  'offer.answer': true,
  override: true,
  'parts.in': true,
  'parts.list': true,
  photo: true,
  'photo.marks': true,
  place: true,
  plan: true,
  quote: true,
  'quote.answer': true,
  'road.in': true,
  'road.out': true,
  'run.change': true,
  'run.start': true,
  setting: true,
  'shop.change': true,
  stage: true,
  'step.done': true,
  stuck: true,
  'stuck.end': true,
  supply: true,
  support: true,
  task: true,
  'task.done': true,
  torque: true,
  'torque.checked': true,
  use: true,
  value: true,
  'visit.closed': true,
  void: true,
  watch: true,
  'watch.answer': true,
};

test('the written shape knows every kind of entry (npm run schema writes it anew)', () => {
  const file = path.join(__dirname, '..', '..', 'docs', 'schema', 'wrenchwise-entries-1.schema.json');
  const { properties } = JSON.parse(readFileSync(file, 'utf8')) as { properties: object };
  expect(Object.keys(properties).sort()).toEqual(Object.keys(KINDS).sort());
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
