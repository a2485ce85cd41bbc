import { type PlanOption, type PlanSearchInput, choosePlans } from '../src/core/calc/plan.search';
import { drawsFrom } from '../src/core/draws';

/** A made-up catalog: half of the slots lift the front, half the rear, some options need or bar another. */
export function madeUp(slots: number, perSlot: number, seed: number): PlanSearchInput {
  const draw = drawsFrom(seed);
  const options: PlanOption[] = [];
  for (let slot = 0; slot < slots; slot += 1) {
    for (let one = 0; one < perSlot; one += 1) {
      const lift = Math.round(draw() * 700) / 10;
      options.push({
        id: `s${slot}-${one}`,
        slot: `s${slot}`,
        lift: slot < slots / 2 ? { front: lift } : { rear: lift },
        cost: Math.round(draw() * 100) * 5,
        minutes: Math.round(draw() * 25) * 10,
      });
    }
  }
  for (const option of options) {
    const other = options[Math.floor(draw() * options.length)]!;
    if (draw() < 0.1) option.requires = [other.id];
    else if (draw() < 0.1) option.excludes = [other.id];
  }
  return { targets: { front: 60, rear: 55 }, tolerance: 10, options };
}

/** Plain enumeration of every choice: the yardstick, where it can finish. */
export function byEnumeration({ targets, tolerance, options }: PlanSearchInput): number {
  const slots = [...new Set(options.map((option) => option.slot))].map((slot) =>
    options.filter((option) => option.slot === slot),
  );
  let kept: { error: number; cost: number; minutes: number }[] = [];
  const ids = new Set<string>();
  const chosen: PlanOption[] = [];
  const walk = (slot: number, front: number, rear: number, cost: number, minutes: number): void => {
    if (slot === slots.length) {
      const error =
        Math.round(Math.max(Math.abs(front - targets.front!), Math.abs(rear - targets.rear!)) * 1e6) / 1e6;
      if (error > tolerance) return;
      for (const { requires, excludes } of chosen)
        if (requires?.some((id) => !ids.has(id)) || excludes?.some((id) => ids.has(id))) return;
      if (kept.some((one) => one.error <= error && one.cost <= cost && one.minutes <= minutes)) return;
      kept = kept.filter((one) => !(one.error >= error && one.cost >= cost && one.minutes >= minutes));
      kept.push({ error, cost, minutes });
      return;
    }
    walk(slot + 1, front, rear, cost, minutes);
    for (const option of slots[slot]!) {
      ids.add(option.id);
      chosen.push(option);
      walk(
        slot + 1,
        front + (option.lift.front ?? 0),
        rear + (option.lift.rear ?? 0),
        cost + option.cost,
        minutes + option.minutes,
      );
      chosen.pop();
      ids.delete(option.id);
    }
  };
  walk(0, 0, 0, 0, 0);
  return kept.length;
}

function timed<T>(work: () => T): { ms: number; got: T } {
  const began = performance.now();
  const got = work();
  return { ms: performance.now() - began, got };
}

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;

console.log('search for parts against plain enumeration, same problems, same run');
for (const [slots, perSlot] of [
  [6, 6],
  [7, 6],
  [8, 6],
] as const) {
  const input = madeUp(slots, perSlot, slots);
  const search = median([1, 2, 3].map(() => timed(() => choosePlans(input)).ms));
  const { ms: plain, got } = timed(() => byEnumeration(input));
  const same = choosePlans(input).front.length === got;
  console.log(
    `  ${slots} slots of ${perSlot}: search ${search.toFixed(1)} ms, enumeration ${plain.toFixed(0)} ms, ratio ${(plain / search).toFixed(1)}; ${same ? 'the same front' : 'ANOTHER FRONT'}`,
  );
}
for (const seed of [1, 2, 3]) {
  const input = madeUp(10, 6, seed);
  const { ms, got } = timed(() => choosePlans(input));
  console.log(
    `  10 slots of 6 (282 million choices), seed ${seed}: search ${ms.toFixed(0)} ms, ${got.front.length} choices`,
  );
}
