import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { checkProcedure } from '@/core/procedure/check';
import { mergeProcedures } from '@/core/procedure/merge';
import { PLACES } from '@/core/procedure/places';
import { type Procedure, endsOf } from '@/core/procedure/types';
import { takeWays } from '@/core/procedure/ways';

const folder = path.join(__dirname, '..', '..', 'procedures');
const library = readdirSync(folder)
  .filter((name) => name.endsWith('.json'))
  .map((name) => JSON.parse(readFileSync(path.join(folder, name), 'utf8')) as Procedure);
const byId = (id: string) => library.find((procedure) => procedure.id === id)!;

describe.each(library.map((procedure) => [procedure.id, procedure] as const))('%s', (_, procedure) => {
  const taken = [[], ...procedure.ways.map((way) => [way.id])];

  test.each(taken)('is clean with ways [%s]', (...ways) => {
    const plain = takeWays(procedure, ways.filter(Boolean));
    expect(checkProcedure(plain)).toEqual([]);
  });

  test('each way changes the steps', () => {
    for (const way of procedure.ways) {
      const ids = (ways: string[]) => takeWays(procedure, ways).steps.map((step) => step.id);
      expect(ids([way.id])).not.toEqual(ids([]));
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
      const wheels = (step.torques ?? []).some(
        (id) => everyFastener.find((f) => f.id === id)?.critical === 'wheel',
      );
      if (wheels) expect(step.needs).toEqual(['on-wheels']);
    }
    for (const fastener of everyFastener) {
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
    for (const step of procedure.steps.filter((s) => s.closes?.length || s.torques?.length)) {
      const without = procedure.steps.filter((other) => other !== step);
      expect(checkProcedure({ ...takeWays(procedure, []), steps: without })).not.toEqual([]);
    }
  });
});

describe('merging front and rear', () => {
  const merged = mergeProcedures([
    { prefix: 'C', procedure: takeWays(byId('strut-top-spacer'), []) },
    { prefix: 'J', procedure: takeWays(byId('rear-lift-block'), []) },
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
    expect(checkProcedure(merged)).toEqual([]);
    expect(merged.conflicts).toEqual([]);
    const other = structuredClone(takeWays(byId('strut-top-spacer'), []));
    other.fasteners.find((fastener) => fastener.id === 'top-L')!.spec!.nm = 60;
    const twice = [
      { prefix: 'A', procedure: takeWays(byId('strut-top-spacer'), []) },
      { prefix: 'B', procedure: other },
    ];
    // Everything is at the same place, so the second adds only steps that open what is open: the checker refuses.
    expect(() => mergeProcedures(twice)).toThrow(/would not be safe/);
  });
});
