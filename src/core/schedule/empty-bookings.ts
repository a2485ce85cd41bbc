import { AWAY, Bookings, spansOfDays } from './bookings';
import type { PreparedPhase } from './prepare';
import type { WeekProblem } from './types';

/**
 * Bookings before anything is planned: closed places and people who are away, with room for all phases that may come.
 * Seats are numbered places first, then techs.
 */
export function emptyBookings(problem: WeekProblem, phases: readonly PreparedPhase[]): Bookings {
  const shut = [...problem.places.map(({ closed }) => closed), ...problem.techs.map(({ away }) => away)].map(
    (days) => spansOfDays(days, problem.dayMinutes),
  );
  const standing = phases.filter(({ phase }) => phase.blocks).length;
  /** Minutes of all bookings that a seat may ever get. */
  const wanted = shut.map((_, seat) => {
    const tech = seat - problem.places.length;
    return phases.flatMap(({ places, techs, length, helper }) => {
      const own = (tech < 0 ? places?.includes(seat) : techs?.includes(tech)) ? [length] : [];
      return tech >= 0 && helper > 0 ? [...own, helper] : own;
    });
  });
  const bookings = new Bookings(
    // A car that stands opened up is booked around the days on which its place is closed.
    shut.map((spans, seat) => spans.length + wanted[seat]!.length + standing * (spans.length + 2) + 1),
    wanted.map((minutes) => Math.min(...minutes)),
  );
  shut.forEach((spans, seat) => spans.forEach(([from, to]) => bookings.take(seat, from, to, AWAY)));
  return bookings;
}
