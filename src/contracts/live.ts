import type { Projection } from './entry';

/** Parts of the work, by which entries are grouped. */
export type EntryArea =
  'arrival' | 'planned' | 'bay' | 'measured' | 'on trial' | 'noted' | 'handed over' | 'coming back' | 'shop';

/** What a live event says of one chain that moved. */
export interface ChainMoved {
  chain: string;
  /** How many entries it has now. */
  count: number;
  /** The parts of the work the new entries are of. */
  areas: EntryArea[];
  /** What was derived anew because of them. */
  projections: Projection[];
  /** The order's place, next thing or tape changed, as lists and heads show them. */
  head: boolean;
  /** Something was taken back or corrected: every page of the order may show it. */
  corrected: boolean;
}
