import fc from 'fast-check';
import { type PlanOption, type PlanSearchInput, choosePlans } from '@/core/calc/plan.search';

/** Every choice one by one: what the search must equal where this can finish. */
function byEnumeration({ targets, tolerance, options }: PlanSearchInput) {
  const slots = [...new Set(options.map((option) => option.slot))].map((slot) =>
    options.filter((option) => option.slot === slot),
  );
  const all: { error: number; cost: number; minutes: number; ids: string[] }[] = [];
  const round = (value: number) => Math.round(value * 1e6) / 1e6;
  const walk = (slot: number, chosen: PlanOption[]) => {
    if (slot < slots.length) {
      walk(slot + 1, chosen);
      for (const option of slots[slot]!) walk(slot + 1, [...chosen, option]);
      return;
    }
    const ids = chosen.map((option) => option.id);
    for (const option of chosen) {
      if (option.requires?.some((id) => !ids.includes(id))) return;
      if (option.excludes?.some((id) => ids.includes(id))) return;
    }
    const sum = (end: 'front' | 'rear') =>
      chosen.reduce((total, option) => total + (option.lift[end] ?? 0), 0);
    const off = (end: 'front' | 'rear') =>
      targets[end] === undefined ? 0 : Math.abs(sum(end) - targets[end]);
    const error = round(Math.max(off('front'), off('rear')));
    if (error > tolerance) return;
    all.push({
      error,
      cost: round(chosen.reduce((total, option) => total + option.cost, 0)),
      minutes: round(chosen.reduce((total, option) => total + option.minutes, 0)),
      ids: ids.sort(),
    });
  };
  walk(0, []);
  const before = (a: string[], b: string[]) => {
    for (let i = 0; i < Math.min(a.length, b.length); i += 1) if (a[i] !== b[i]) return a[i]! < b[i]!;
    return a.length < b.length;
  };
  const kept = all.filter(
    (one) =>
      !all.some(
        (other) =>
          other.error <= one.error &&
          other.cost <= one.cost &&
          other.minutes <= one.minutes &&
          (other.error < one.error || other.cost < one.cost || other.minutes < one.minutes),
      ) &&
      !all.some(
        (other) =>
          other !== one &&
          other.error === one.error &&
          other.cost === one.cost &&
          other.minutes === one.minutes &&
          before(other.ids, one.ids),
      ),
  );
  return kept.sort((a, b) => a.error - b.error || a.cost - b.cost || a.minutes - b.minutes);
}

const problem = fc
  .record({
    slots: fc.integer({ min: 1, max: 5 }),
    perSlot: fc.integer({ min: 1, max: 3 }),
    tolerance: fc.integer({ min: 0, max: 40 }),
    front: fc.option(fc.integer({ min: -20, max: 80 }), { nil: undefined }),
    rear: fc.integer({ min: -20, max: 80 }),
    draws: fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 120, maxLength: 120 }),
  })
  .map(({ slots, perSlot, tolerance, front, rear, draws }): PlanSearchInput => {
    let at = 0;
    const draw = (most: number) => draws[at++ % draws.length]! % most;
    const options: PlanOption[] = [];
    for (let slot = 0; slot < slots; slot += 1) {
      for (let one = 0; one < perSlot; one += 1) {
        options.push({
          id: `s${slot}-${one}`,
          slot: `slot ${slot}`,
          lift: { [draw(2) ? 'front' : 'rear']: draw(50) - 8 },
          // Few different prices, so that equals meet.
          cost: draw(4) * 10,
          minutes: draw(3) * 15,
        });
      }
    }
    for (const option of options) {
      const other = options[draw(options.length)]!;
      if (other.slot === option.slot) continue;
      if (draw(5) === 0) option.requires = [other.id];
      else if (draw(5) === 0) option.excludes = [other.id];
    }
    return { targets: { ...(front === undefined ? {} : { front }), rear }, tolerance, options };
  });

describe('plan.search', () => {
  test('equals plain enumeration, ids of equals and all', () => {
    fc.assert(
      fc.property(problem, (input) => {
        expect(choosePlans(input).front).toEqual(byEnumeration(input));
      }),
      { numRuns: 400 },
    );
  });

  test('refuses more than it can search exactly, and ids that are not there', () => {
    const option = (id: string, slot: string): PlanOption => ({
      id,
      slot,
      lift: { front: 1 },
      cost: 1,
      minutes: 1,
    });
    const many = Array.from({ length: 13 }, (_, i) => option(`o${i}`, `s${i}`));
    expect(() => choosePlans({ targets: { front: 1 }, tolerance: 5, options: many })).toThrow(/12 places/);
    const wide = Array.from({ length: 9 }, (_, i) => option(`o${i}`, 's'));
    expect(() => choosePlans({ targets: { front: 1 }, tolerance: 5, options: wide })).toThrow(/8 options/);
    expect(() =>
      choosePlans({
        targets: { front: 1 },
        tolerance: 5,
        options: [{ ...option('a', 's'), requires: ['b'] }],
      }),
    ).toThrow(/not among/);
  });
});
