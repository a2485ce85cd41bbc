import type { Bookings } from './bookings';
import type { PreparedPhase } from './prepare';
import type { Because, WeekProblem } from './types';

/**
 * When a phase can begin as far as its own job goes, and why not sooner.
 * @param before when the phase before it ends; 0 for the first
 * @param ready when it can begin were everything free
 */
export function becauseOfItself(
  { phase, from, pin, floor }: PreparedPhase,
  before: number,
  ready: number,
): { ready: number; because: Because } {
  if (floor > ready)
    return { ready: floor, because: { why: pin?.start === floor ? 'pin' : 'agreed', what: null } };
  const atOnce: Because = { why: 'at once', what: null };
  // Nothing can begin before this moment: that is no wait.
  if (ready === from && from > before)
    return { ready, because: phase.waitsFor ? { why: 'waits', what: phase.waitsFor } : atOnce };
  return { ready, because: ready > before ? { why: 'overnight', what: null } : atOnce };
}

/** What of others stands in a phase's way at the moment it could begin. Seats are numbered places first, then techs. */
export function becauseOfOthers(
  { phase, length, places, techs }: PreparedPhase,
  ready: number,
  bookings: Bookings,
  problem: WeekProblem,
): Because {
  const whose = (seats: readonly number[]) => {
    const owner = seats.map((seat) => bookings.ownerIn(seat, ready, length)).find((one) => one !== null);
    return owner == null ? null : problem.jobs[owner]!.id;
  };
  const taken = (seats: readonly number[]) =>
    seats.length > 0 && !seats.some((seat) => bookings.isFree(seat, ready, length));
  const byTechs = (techs ?? []).map((tech) => problem.places.length + tech);
  if (taken(places ?? [])) return { why: 'place', what: whose(places!) };
  if (taken(byTechs)) return { why: 'tech', what: whose(byTechs) };
  return { why: phase.helperMinutes ? 'helper' : 'tech', what: whose(byTechs) };
}
