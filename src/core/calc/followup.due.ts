export interface FollowupDueInput {
  doneOn: string;
  odometer: number;
  interval: { distance?: number; days?: number };
  readings?: { date: string; odometer: number }[];
  pacePerDay?: number;
  tireFactor?: number;
}

export interface FollowupDueOutput {
  dueOdometer: number | null;
  pacePerDay: number | null;
  byDistance: string | null;
  byDays: string | null;
  due: string | null;
}

const DAY_MS = 86_400_000;

/** A due day past this many days is as good as never, and no calendar writes it. */
export const FARTHEST_DAYS = 1_000_000;

const dayNumber = (day: string) => Date.parse(`${day}T00:00:00Z`) / DAY_MS;

const dayText = (day: number) => new Date(day * DAY_MS).toISOString().slice(0, 10);

/** Dial distance per day by least squares over the readings, or null when they fall on fewer than two days. */
function paceFrom(readings: { date: string; odometer: number }[]): number | null {
  const points = readings.map((reading) => ({ day: dayNumber(reading.date), at: reading.odometer }));
  const meanDay = points.reduce((sum, point) => sum + point.day, 0) / points.length;
  const meanAt = points.reduce((sum, point) => sum + point.at, 0) / points.length;
  const spread = points.reduce((sum, point) => sum + (point.day - meanDay) ** 2, 0);
  if (points.length < 2 || spread === 0) return null;
  return points.reduce((sum, point) => sum + (point.day - meanDay) * (point.at - meanAt), 0) / spread;
}

/**
 * When a promised come-back is due, by distance and by date.
 * @param input day done, odometer then, interval (distance in true dial units, days), readings and pace on the present
 *   tires, and how much bigger those are (a bigger tire makes the dial read short)
 * @returns due odometer, pace, the day each way of counting gives, and the earlier of the two
 */
export function dueFollowup(input: FollowupDueInput): FollowupDueOutput {
  const { doneOn, odometer, interval, readings = [], tireFactor = 1 } = input;
  const start = dayNumber(doneOn);
  const pacePerDay = paceFrom(readings) ?? input.pacePerDay ?? null;
  const dial = interval.distance === undefined ? null : interval.distance / tireFactor;
  let byDistance: string | null = null;
  if (dial !== null && pacePerDay !== null && pacePerDay > 0) {
    const days = Math.ceil(dial / pacePerDay - 1e-9);
    if (days <= FARTHEST_DAYS) byDistance = dayText(start + days);
  }
  const byDays = interval.days === undefined ? null : dayText(start + interval.days);
  const due = byDistance && byDays ? (byDistance < byDays ? byDistance : byDays) : (byDistance ?? byDays);
  return { dueOdometer: dial === null ? null : odometer + dial, pacePerDay, byDistance, byDays, due };
}
