import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { checkProcedure, isFault } from '@/core/procedure/check';
import { stepChanges, withStepTaken } from '@/core/procedure/editions';
import type { Procedure } from '@/core/procedure/types';
import { anatomies, libraryFile, libraryIds } from '../support/library';

const folder = path.join(__dirname, '..', '..', 'procedures', 'first');
const firstOf = (id: string): Procedure | null => {
  const file = path.join(folder, `${id}.json`);
  return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Procedure) : null;
};
const ids = libraryIds().filter((id) => firstOf(id));

test('every file that was mended ships as it first was, for whoever changed it', () => {
  expect(ids.length).toBeGreaterThan(10);
  for (const id of ids) expect(stepChanges(firstOf(id)!, firstOf(id)!, libraryFile(id))).not.toEqual([]);
});

describe.each(ids)('%s', (id) => {
  const [first, second] = [firstOf(id)!, libraryFile(id)];
  test('taken step by step, all of it, the first edition has the steps of the second', () => {
    const changes = stepChanges(first, first, second);
    expect(changes.every(({ kind }) => kind === 'new')).toBe(true);
    const made = changes.reduce((ours, change) => withStepTaken(ours, second, change.id), first);
    const byId = (procedure: Procedure) => Object.fromEntries(procedure.steps.map((step) => [step.id, step]));
    expect(byId(made)).toEqual(byId(second));
    expect(stepChanges(first, made, second)).toEqual([]);
    const names = new Set([...made.items, ...made.fasteners].map((one) => one.id));
    for (const step of made.steps)
      for (const one of [...(step.opens ?? []), ...(step.loosens ?? []), ...(step.torques ?? [])])
        expect(names.has(one) || one.endsWith('.pin')).toBe(true);
  });
});

test('what only we changed stays ours, what both changed is said so, and what is taken is as it ships', () => {
  const [first, second] = [firstOf('strut-top-spacer')!, libraryFile('strut-top-spacer')];
  const anew = stepChanges(first, first, second);
  const both = anew.find((change) => change.first && change.second)!.id;
  const untouched = first.steps.find((step) => !anew.some((change) => change.id === step.id))!;
  const ours: Procedure = {
    ...first,
    steps: first.steps.map((step) =>
      step.id === both || step.id === untouched.id ? { ...step, do: `${step.do}, our way` } : step,
    ),
  };
  const kinds = new Map(stepChanges(first, ours, second).map((change) => [change.id, change.kind]));
  expect(kinds.get(both)).toBe('both');
  expect(kinds.get(untouched.id)).toBe('ours');
  const made = withStepTaken(ours, second, both);
  expect(made.steps.find(({ id }) => id === both)).toEqual(second.steps.find(({ id }) => id === both));
  expect(made.steps.find(({ id }) => id === untouched.id)!.do).toMatch(/our way$/);
  expect(made.anatomy).toEqual(second.anatomy);
});

test('all that ships anew taken over a version with one step of our own is clean on the car', () => {
  const id = 'rear-lift-block';
  const [first, second] = [firstOf(id)!, libraryFile(id)];
  const own = { id: 'our-look', phase: 'handoff' as const, do: 'Our own last look', minutes: 2 };
  const ours = { ...first, steps: [...first.steps, own] };
  const made = stepChanges(first, ours, second)
    .filter(({ kind }) => kind === 'new')
    .reduce((draft, change) => withStepTaken(draft, second, change.id), ours);
  expect(made.steps.at(-1)!.id).toBe('our-look');
  const faults = (procedure: Procedure) => checkProcedure({ ...procedure, anatomies }).filter(isFault);
  expect(faults(made).length).toBeLessThanOrEqual(faults(ours).length);
});
