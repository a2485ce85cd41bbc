import { convertDistance } from '../units/distance';
import type { Odometer } from './kinds/arrival';
import type { OrderState } from './order-state';

/**
 * A dial that shows less than as the car came in was misread, or is another dial: that is asked, and kept when it is so.
 * @returns the question, or null where there is nothing to ask
 */
export function dialAsks(state: OrderState, read: Odometer): string | null {
  const came = state.intake?.data.odometer;
  if (!came || 'unread' in came || 'unread' in read) return null;
  const now = convertDistance(read.value, read.unit, came.unit);
  return now < came.value - 1
    ? `It read ${came.value} ${came.unit} as it came in: look at the dial again, or confirm that it shows less.`
    : null;
}
