import type { EntryKind, EntryOf } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import type { CommandName } from './commands';

/** What is derived from the record beside where an order stands: the server writes each anew when one of its kinds comes. */
export type Projection =
  | 'clocks'
  | 'odometers'
  | 'wheelsOn'
  | 'followUps'
  | 'measures'
  | 'finished'
  | 'lessons'
  | 'bookings'
  | 'watched'
  | 'wishes'
  | 'kitFacts'
  | 'conflicts'
  | 'stepTimes'
  | 'skills'
  | 'waits'
  | 'search'
  | 'dueDates';

/** What an entry's ids are called, by whoever tells of it. */
export interface EntryNames {
  thing(fastenerId: string): string;
  things(ids: readonly string[]): string;
  step(stepId: string | null): string;
  person(personId: string): string;
}

/** A kind of entry, said once. */
export interface EntryContract<K extends EntryKind> {
  /** What it does to the order; absent where it changes nothing in it. */
  fold?(state: OrderState, entry: EntryOf<K>): void;
  /** It as one line of the trail. */
  describe(entry: EntryOf<K>, names: EntryNames): string;
  /** What is derived anew because of it; nothing beside where the order stands when absent. */
  projections?: readonly Projection[];
  /** The commands with which a screen corrects it; absent where it is answered by a new entry. */
  correctedBy?: readonly CommandName[];
}
export type EntryContracts<K extends EntryKind> = { [Kind in K]: EntryContract<Kind> };
