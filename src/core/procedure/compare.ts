import type { CompareKind } from './types';

/** What is read on both parts when an old one is laid beside the one that is to go on. */

export interface ComparedPair {
  id: string;
  what: string;
  unit: 'mm' | 'count';
  /** By how much the new one may differ and still go on; null where it is meant to differ and is only told. */
  within: number | null;
  /** The car's own figure the old part gives, without its end. */
  oldIs?: string;
  /** The setting of the plan's part that the new one gives, and of which kinds of part. */
  freshIs?: { kinds: readonly string[]; set: string };
}

const pair = (
  id: string,
  what: string,
  within: number | null,
  more: Pick<ComparedPair, 'oldIs' | 'freshIs'> & { unit?: ComparedPair['unit'] } = {},
): ComparedPair => ({ id, what, within, ...more, unit: more.unit ?? 'mm' });

/** The pairs of each kind: first what decides whether it goes on, then what it is to change. */
export const COMPARED: Record<CompareKind, { title: string; pairs: readonly ComparedPair[] }> = {
  spring: {
    title: 'Old spring beside new',
    pairs: [
      pair('seat', 'Inside of the end coil, or width of the eye', 1.5),
      pair('free', 'Free length', null, { oldIs: 'springFree', freshIs: { kinds: ['coil'], set: 'free' } }),
      pair('arch', 'Free arch of a leaf', null, {
        freshIs: { kinds: ['leafPack', 'leafIn'], set: 'camber' },
      }),
      pair('wire', 'Wire or leaf thickness', null),
    ],
  },
  strut: {
    title: 'Old strut or damper beside new',
    pairs: [
      pair('foot', 'Spacing of the foot bolts, or width of the eye', 0.8),
      pair('stud', 'Spacing of the top studs, or width of the top eye', 1),
      pair('bolt', 'Bolt hole of the foot', 0.4),
      pair('open', 'Open, eye to eye', null, {
        oldIs: 'damperExtended',
        freshIs: { kinds: ['damper'], set: 'extended' },
      }),
      pair('closed', 'Closed, eye to eye', null, {
        oldIs: 'damperCollapsed',
        freshIs: { kinds: ['damper'], set: 'collapsed' },
      }),
    ],
  },
  shackle: {
    title: 'Old shackle beside new',
    pairs: [
      pair('bolt', 'Bolt hole', 0.4),
      pair('width', 'Between the plates', 1),
      pair('holes', 'Hole pitch, eye to eye', null, {
        oldIs: 'shackle',
        freshIs: { kinds: ['shackle'], set: 'length' },
      }),
    ],
  },
  arm: {
    title: 'Old arm beside new',
    pairs: [
      pair('width', 'Width of the body eye', 1),
      pair('bore', 'Bolt hole of the body eye', 0.4),
      pair('length', 'Eye to joint', null),
    ],
  },
  shaft: {
    title: 'Old shaft beside new',
    pairs: [
      pair('splines', 'Splines', 0, { unit: 'count' }),
      pair('spline', 'Spline, outside', 0.3),
      pair('length', 'Length, joint to joint', null),
    ],
  },
  hose: {
    title: 'Old hose beside new',
    pairs: [
      pair('thread', 'Thread of the end, outside', 0.3),
      pair('length', 'Length', null, { oldIs: 'hose' }),
    ],
  },
  stud: {
    title: 'Old stud beside new',
    pairs: [
      pair('thread', 'Thread, outside', 0.3),
      pair('pitch', 'Ten threads, first to eleventh crest', 0.6),
      pair('knurl', 'Knurl, outside', 0.2),
      pair('length', 'Length', null),
    ],
  },
  link: {
    title: 'Old link beside new',
    pairs: [
      pair('width', 'Width of the eye', 1),
      pair('bore', 'Bolt hole of the eye', 0.4),
      pair('length', 'Eye to eye', null),
    ],
  },
};

export const comparedPair = (kind: CompareKind, id: string): ComparedPair | undefined =>
  COMPARED[kind].pairs.find((one) => one.id === id);

/**
 * Does one figure of the new part fit the old one's place?
 * @returns null where the pair is only told
 */
export const pairFits = ({ within }: ComparedPair, old: number, fresh: number): boolean | null =>
  within === null ? null : Math.abs(fresh - old) <= within + 1e-6;
