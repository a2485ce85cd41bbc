import { type FollowupDueInput, dueFollowup } from '../calc/followup.due';

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
