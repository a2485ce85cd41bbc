import { type FollowupDueInput, dueFollowup } from '../calc/followup.due';
import type { DistanceUnit } from '../ledger/kinds/arrival';
import { convertDistance } from '../units/distance';

/** Driven a third less or half as much again than the pace says: where a due day may lie before more is known. */
const SLOWER = 0.67;
const FASTER = 1.5;
/** With readings the band narrows: each one beyond the second takes a part of it away. */
const READINGS_TO_TRUST = 6;

/**
 * When a come-back is due, with the band its pace leaves: due earlier if driven faster, later if slower, never past
 * the day its days give.
 * @param input as for the due day itself
 * @returns the day, and the earliest and latest it may be; null where no pace and no days are known
 */
export function dueBand(input: FollowupDueInput) {
  const due = dueFollowup(input);
  const { pacePerDay } = due;
  if (pacePerDay === null || pacePerDay <= 0) return { ...due, earliest: due.due, latest: due.due };
  const known = Math.min(1, (input.readings?.length ?? 0) / READINGS_TO_TRUST);
  const narrow = (share: number) => share + (1 - share) * known;
  const at = (share: number) => dueFollowup({ ...input, readings: [], pacePerDay: pacePerDay * share }).due;
  return { ...due, earliest: at(narrow(FASTER)), latest: at(narrow(SLOWER)) };
}

/** What a car is usually driven a day where nobody knows better, km. */
export const USUAL_KM_PER_DAY = 40;

/**
 * When a come-back is due; by a usual pace where the driver’s own is not known and no days are given, since what holds a
 * wheel on has a day in any case.
 * @param unit what the dial counts in
 * @returns the due day with its band, and whether its pace is assumed
 */
export function dueOrUsual(
  input: FollowupDueInput,
  unit: DistanceUnit,
): { due: ReturnType<typeof dueBand>; assumed: boolean } {
  const due = dueBand(input);
  if (due.due !== null || input.interval.distance === undefined) return { due, assumed: false };
  const pacePerDay = convertDistance(USUAL_KM_PER_DAY, 'km', unit);
  return { due: dueBand({ ...input, readings: [], pacePerDay }), assumed: true };
}
