import type { HandoffBlocker } from '@/core/ledger/closing';

/** What many holes of one kind are called together. */
const MANY: Record<string, (count: number) => string> = {
  untorqued: (count) => `${count} without torque`,
  'no-value': (count) => `${count} without a value`,
  'made-up': (count) => `${count} with a made-up value`,
  'second-check': (count) => `${count} owing a second check`,
  open: (count) => `${count} still open on the car`,
  loose: (count) => `${count} still loose`,
  'missing-shot': (count) => `${count} photos to take`,
  'road-check': (count) => `${count} not tried on the road`,
  setting: (count) => `${count} settings to read again`,
  'wheel-set': (count) => `${count} wheel nuts by another value than these wheels ask`,
};

/** The words of the way to each page that mends something. */
export const WAY_TO: Record<HandoffBlocker['page'], string> = {
  'look-over': 'To the look over',
  work: 'To the bay',
  bay: 'To the bay',
  torque: 'To the torque ledger',
  heights: 'To the heights',
  alignment: 'To the alignment',
  road: 'To the road test',
  photos: 'To the photos',
  droop: 'To full droop and lock',
};

export interface HoleGroup {
  code: string;
  /** One sentence for all of them; null where there is one alone, which speaks for itself. */
  words: string | null;
  holes: HandoffBlocker[];
}

/** The holes of an order by kind, in the order in which they would be mended. */
export function holeGroups(holes: readonly HandoffBlocker[]): HoleGroup[] {
  const groups = new Map<string, HandoffBlocker[]>();
  for (const hole of holes) {
    const key = hole.code in MANY ? hole.code : `${hole.code} ${hole.ref}`;
    groups.set(key, [...(groups.get(key) ?? []), hole]);
  }
  return [...groups.values()].map((group) => {
    const { code } = group[0]!;
    return { code, holes: group, words: group.length > 1 ? MANY[code]!(group.length) : null };
  });
}
