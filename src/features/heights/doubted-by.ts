import type { HeightOccasion, HeightsData } from '@/core/ledger/kinds/arrival';
import type { OrderState } from '@/core/ledger/order-state';
import type { ReadingContext } from '@/core/stance/doubtful';
import { readingContext } from '@/core/stance/reading-context';

/** What each occasion's readings are doubted by, taken as the last ones were. */
export const doubtedByOf = (
  state: OrderState,
  occasions: readonly HeightOccasion[],
  how: Pick<HeightsData, 'method' | 'upperPoint' | 'tires'>,
  personId: string,
): Partial<Record<HeightOccasion, ReadingContext>> =>
  Object.fromEntries(
    occasions.map((occasion) => [occasion, readingContext(state, { occasion, ...how }, personId)]),
  );
