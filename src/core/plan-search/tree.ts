import type { Half } from './halves';

/** A group of choices with the box that holds them: least and most of front, rear, cost and minutes. */
export interface Group {
  low: [number, number, number, number];
  high: [number, number, number, number];
  size: number;
  children: [Group, Group] | null;
  members: Int32Array | null;
}

const SMALL = 12;

/**
 * Parts all choices of a half into groups of alike ones, the widest dimension halved each time, so that whole groups
 * can be passed over at once.
 * @param scale what makes a millimeter, a unit of cost and a minute comparable
 */
export function groupHalf(half: Half, scale: [number, number, number, number]): Group {
  const columns = [half.front, half.rear, half.cost, half.minutes] as const;
  const make = (members: Int32Array): Group => {
    const low: Group['low'] = [Infinity, Infinity, Infinity, Infinity];
    const high: Group['high'] = [-Infinity, -Infinity, -Infinity, -Infinity];
    for (const member of members) {
      for (let k = 0; k < 4; k += 1) {
        const value = columns[k]![member]!;
        if (value < low[k]!) low[k] = value;
        if (value > high[k]!) high[k] = value;
      }
    }
    let widest = 0;
    for (let k = 1; k < 4; k += 1) {
      if ((high[k]! - low[k]!) * scale[k]! > (high[widest]! - low[widest]!) * scale[widest]!) widest = k;
    }
    const group: Group = { low, high, size: members.length, children: null, members };
    if (members.length <= SMALL || (high[widest]! - low[widest]!) * scale[widest]! === 0) return group;
    const column = columns[widest]!;
    const sorted = members.sort((a, b) => column[a]! - column[b]!);
    const middle = sorted.length >> 1;
    group.members = null;
    group.children = [make(sorted.slice(0, middle)), make(sorted.slice(middle))];
    return group;
  };
  return make(Int32Array.from({ length: half.count }, (_, index) => index));
}
