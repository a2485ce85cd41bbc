import type { PlanOption } from './types';

/** All choices of one half of the slots, column by column; what they ask of the other half as two words of bits each. */
export interface Half {
  count: number;
  front: Float64Array;
  rear: Float64Array;
  cost: Float64Array;
  minutes: Float64Array;
  /** Options chosen, as bits over this half's options. */
  has: Int32Array;
  /** Options of the other half this choice needs, and those it must not meet. */
  needs: Int32Array;
  bans: Int32Array;
  options: PlanOption[];
}

const WORDS = 2;

/** A set of options as two words of bits: a half has at most six slots of eight. */
function bitsOf(indexes: number[]): [number, number] {
  const words: [number, number] = [0, 0];
  for (const index of indexes) words[index >> 5 ? 1 : 0] |= 1 << (index & 31);
  return words;
}

/** Slots parted in two so that both halves list about as many choices. */
export function splitSlots(options: PlanOption[]): [PlanOption[][], PlanOption[][]] {
  const slots = new Map<string, PlanOption[]>();
  for (const option of options) slots.set(option.slot, [...(slots.get(option.slot) ?? []), option]);
  const largestFirst = [...slots.values()].sort((a, b) => b.length - a.length);
  const halves: [PlanOption[][], PlanOption[][]] = [[], []];
  const size = [1, 1];
  for (const slot of largestFirst) {
    const side = size[0]! <= size[1]! ? 0 : 1;
    halves[side]!.push(slot);
    size[side]! *= slot.length + 1;
  }
  return halves;
}

/**
 * Lists every choice of one half whose needs and conflicts within the half hold.
 * @param slots this half's slots
 * @param other the other half's options, in the order of their bits
 */
export function listHalf(slots: PlanOption[][], other: PlanOption[]): Half {
  const options = slots.flat();
  const here = new Map(options.map((option, index) => [option.id, index]));
  const there = new Map(other.map((option, index) => [option.id, index]));
  const bansOf = (option: PlanOption, among: Map<string, number>, all: PlanOption[]) =>
    bitsOf([
      ...(option.excludes ?? []).flatMap((id) => among.get(id) ?? []),
      // A conflict holds either way round.
      ...all.flatMap((rival) => ((rival.excludes ?? []).includes(option.id) ? among.get(rival.id)! : [])),
    ]);
  const marks = options.map((option, index) => ({
    own: bitsOf([index]),
    needsHere: bitsOf((option.requires ?? []).flatMap((id) => here.get(id) ?? [])),
    bansHere: bansOf(option, here, options),
    needsThere: bitsOf((option.requires ?? []).flatMap((id) => there.get(id) ?? [])),
    bansThere: bansOf(option, there, other),
  }));

  const most = slots.reduce((product, slot) => product * (slot.length + 1), 1);
  const half: Half = {
    count: 0,
    front: new Float64Array(most),
    rear: new Float64Array(most),
    cost: new Float64Array(most),
    minutes: new Float64Array(most),
    has: new Int32Array(most * WORDS),
    needs: new Int32Array(most * WORDS),
    bans: new Int32Array(most * WORDS),
    options,
  };
  const chosen: number[] = [];
  const keep = () => {
    let [has0, has1, need0, need1, ban0, ban1] = [0, 0, 0, 0, 0, 0];
    let [needs0, needs1, bans0, bans1] = [0, 0, 0, 0];
    let [front, rear, cost, minutes] = [0, 0, 0, 0];
    for (const index of chosen) {
      const { own, needsHere, bansHere, needsThere, bansThere } = marks[index]!;
      has0 |= own[0];
      has1 |= own[1];
      need0 |= needsHere[0];
      need1 |= needsHere[1];
      ban0 |= bansHere[0];
      ban1 |= bansHere[1];
      needs0 |= needsThere[0];
      needs1 |= needsThere[1];
      bans0 |= bansThere[0];
      bans1 |= bansThere[1];
      const option = options[index]!;
      front += option.lift.front ?? 0;
      rear += option.lift.rear ?? 0;
      cost += option.cost;
      minutes += option.minutes;
    }
    if (need0 & ~has0 || need1 & ~has1 || ban0 & has0 || ban1 & has1) return;
    const at = half.count;
    half.front[at] = front;
    half.rear[at] = rear;
    half.cost[at] = cost;
    half.minutes[at] = minutes;
    half.has.set([has0, has1], at * WORDS);
    half.needs.set([needs0, needs1], at * WORDS);
    half.bans.set([bans0, bans1], at * WORDS);
    half.count += 1;
  };
  const walk = (slot: number, first: number) => {
    if (slot === slots.length) {
      keep();
      return;
    }
    const size = slots[slot]!.length;
    walk(slot + 1, first + size);
    for (let index = first; index < first + size; index += 1) {
      chosen.push(index);
      walk(slot + 1, first + size);
      chosen.pop();
    }
  };
  walk(0, 0);
  return half;
}

/** May these two choices stand together? */
export function fitTogether(a: Half, i: number, b: Half, j: number): boolean {
  const [p, q] = [i * WORDS, j * WORDS];
  return !(
    a.needs[p]! & ~b.has[q]! ||
    a.needs[p + 1]! & ~b.has[q + 1]! ||
    b.needs[q]! & ~a.has[p]! ||
    b.needs[q + 1]! & ~a.has[p + 1]! ||
    a.bans[p]! & b.has[q]! ||
    a.bans[p + 1]! & b.has[q + 1]!
  );
}

/** The ids a choice stands for. */
export function idsOf(half: Half, choice: number): string[] {
  return half.options
    .filter((_, index) => half.has[choice * WORDS + (index >> 5)]! & (1 << (index & 31)))
    .map((option) => option.id);
}
