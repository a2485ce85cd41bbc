import { Z80 } from '../normal';
import { type Book, bookWithDays } from './book';
import type {
  Because,
  PhaseNeed,
  Pin,
  PlacedPhase,
  PlaceKind,
  WeekJob,
  WeekPhase,
  WeekPlan,
  WeekProblem,
} from './types';

const KINDS: Record<Exclude<PhaseNeed, null>, readonly PlaceKind[]> = {
  lift: ['lift'],
  floor: ['floor'],
  rack: ['rack'],
  // Light work leaves the lifts to those that need them.
  bay: ['floor', 'lift'],
};

/** Minutes a phase is planned with: what four such jobs in five keep. */
export const plannedMinutes = (job: WeekJob, phase: WeekPhase) =>
  Math.ceil(phase.minutes * Math.exp(Z80 * job.sdLog));

/** The first minute of a later day. */
export const nextDayOf = (minute: number, dayMinutes: number) =>
  (Math.floor(Math.max(0, minute - 1) / dayMinutes) + 1) * dayMinutes;

/** When a phase could begin were all free, and what that hangs on. */
export function readyAt(
  phase: WeekPhase,
  before: number,
  dayMinutes: number,
): { ready: number; because: Because } {
  const morning = phase.nextDay && before > 0 ? nextDayOf(before, dayMinutes) : before;
  if (phase.notBefore > morning)
    return {
      ready: phase.notBefore,
      // Nothing can begin before this moment: that is no wait.
      because: phase.waitsFor ? { why: 'waits', what: phase.waitsFor } : { why: 'at once', what: null },
    };
  return {
    ready: morning,
    because: morning > before ? { why: 'overnight', what: null } : { why: 'at once', what: null },
  };
}

interface Seat {
  start: number;
  place: number;
  tech: number;
  helper: number;
}

export interface PreparedPhase {
  phase: WeekPhase;
  length: number;
  /** Indexes of the places and techs it may have; -1 is none needed. */
  places: number[];
  techs: number[];
  pin: Pin | undefined;
}

/** A problem with all that does not change from one order of precedence to the next worked out once. */
export interface PreparedWeek {
  problem: WeekProblem;
  jobs: PreparedPhase[][];
  /** Jobs that choose before all others. */
  held: boolean[];
  places: Book[];
  techs: Book[];
}

export function prepareWeek(problem: WeekProblem): PreparedWeek {
  const { dayMinutes, places, techs } = problem;
  const pins = new Map(problem.pins.map((pin) => [`${pin.jobId} ${pin.phaseId}`, pin]));
  const indexOf = (list: { id: string }[], id: string) => list.findIndex((one) => one.id === id);
  const placesFor = (phase: WeekPhase, pin: Pin | undefined) => {
    if (phase.needs === null) return [-1];
    const fixed = indexOf(places, pin?.placeId ?? phase.placeId ?? '');
    if (fixed >= 0) return [fixed];
    return KINDS[phase.needs].flatMap((kind) =>
      places.flatMap((place, index) => (place.kind === kind ? [index] : [])),
    );
  };
  const techsFor = (phase: WeekPhase, pin: Pin | undefined) => {
    if (!phase.tech) return [-1];
    const fixed = indexOf(techs, pin?.techId ?? phase.techId ?? '');
    if (fixed >= 0) return [fixed];
    return techs.flatMap((tech, index) =>
      phase.skill === null || tech.skills.includes(phase.skill) ? [index] : [],
    );
  };
  return {
    problem,
    held: problem.jobs.map((job) => jobHeld(problem, job)),
    jobs: problem.jobs.map((job) =>
      job.phases.map((phase) => {
        const pin = pins.get(`${job.id} ${phase.id}`);
        const seats = { places: placesFor(phase, pin), techs: techsFor(phase, pin) };
        return { phase, length: plannedMinutes(job, phase), pin, ...seats };
      }),
    ),
    places: places.map((place) => bookWithDays(place.closed, dayMinutes)),
    techs: techs.map((tech) => bookWithDays(tech.away, dayMinutes)),
  };
}

/** Places jobs one after the other in a given order, each phase as early as its place, tech and helper are free. */
export class JobPlacer {
  private readonly places: Book[];
  private readonly techs: Book[];

  constructor(private readonly week: PreparedWeek) {
    this.places = week.places.map((book) => book.copy());
    this.techs = week.techs.map((book) => book.copy());
  }

  private helperAt(start: number, minutes: number, tech: number): number {
    return this.techs.findIndex((book, index) => index !== tech && book.isFree(start, minutes));
  }

  /** The first start at which one place and one tech, and a helper where asked, are free together. */
  private seatIn(
    phase: WeekPhase,
    length: number,
    ready: number,
    place: number,
    tech: number,
    notAfter: number,
  ): Seat | null {
    let start = ready;
    while (start <= notAfter) {
      const onPlace = place < 0 ? start : this.places[place]!.nextFree(start, length);
      const both = tech < 0 ? onPlace : this.techs[tech]!.nextFree(onPlace, length);
      if (both !== start && both !== onPlace) {
        start = both;
        continue;
      }
      start = both;
      if (place >= 0 && !this.places[place]!.isFree(start, length)) continue;
      if (!phase.helperMinutes || this.techs.length < 2) return { start, place, tech, helper: -1 };
      const helper = this.helperAt(start, phase.helperMinutes, tech);
      if (helper >= 0) return { start, place, tech, helper };
      // The next moment at which another tech could be there.
      start = Math.min(
        ...this.techs.flatMap((book, index) =>
          index === tech ? [] : [Math.max(start + 1, book.nextFree(start, phase.helperMinutes))],
        ),
      );
    }
    return null;
  }

  private seat({ phase, length, places, techs }: PreparedPhase, ready: number): Seat {
    let best: Seat | null = null;
    for (const place of places) {
      for (const tech of techs) {
        const seat = this.seatIn(phase, length, ready, place, tech, best?.start ?? Infinity);
        if (!seat) continue;
        const sooner = !best || seat.start < best.start;
        const lighter =
          best &&
          seat.start === best.start &&
          seat.place === best.place &&
          seat.tech >= 0 &&
          this.techs[seat.tech]!.load < this.techs[best.tech]!.load;
        if (sooner || lighter) best = seat;
      }
    }
    if (!best) throw new Error(`no place or tech can ever take ${phase.name}`);
    return best;
  }

  /** What stood in the way at the moment it could have begun. */
  private inTheWay({ phase, length, places, techs }: PreparedPhase, ready: number): Because {
    const owner = (books: Book[]) =>
      books.map((book) => book.ownerIn(ready, length)).find((one) => one !== null) ?? null;
    const taken = (indexes: number[], books: Book[]) =>
      indexes.flatMap((index) => (index < 0 ? [] : [books[index]!]));
    const onPlaces = taken(places, this.places);
    if (onPlaces.length && !onPlaces.some((book) => book.isFree(ready, length)))
      return { why: 'place', what: owner(onPlaces) };
    const byTechs = taken(techs, this.techs);
    if (byTechs.length && !byTechs.some((book) => book.isFree(ready, length)))
      return { why: 'tech', what: owner(byTechs) };
    return { why: phase.helperMinutes ? 'helper' : 'tech', what: owner(byTechs) };
  }

  private take({ phase, length }: PreparedPhase, seat: Seat, jobId: string): number {
    const end = seat.start + length;
    if (seat.place >= 0) this.places[seat.place]!.take(seat.start, end, jobId);
    if (seat.tech >= 0) this.techs[seat.tech]!.take(seat.start, end, jobId);
    if (seat.helper >= 0) this.techs[seat.helper]!.take(seat.start, seat.start + phase.helperMinutes, jobId);
    return end;
  }

  /** Places a job and answers with nothing but the minute it is done: what the search asks thousands of times. */
  endOf(index: number): number {
    const { dayMinutes, jobs } = this.week.problem;
    let before = 0;
    for (const prepared of this.week.jobs[index]!) {
      const { ready } = readyAt(prepared.phase, before, dayMinutes);
      const seat = this.seat(prepared, Math.max(ready, prepared.pin?.start ?? 0));
      before = this.take(prepared, seat, jobs[index]!.id);
    }
    return before;
  }

  /** Places a job. @param missed pins that could not be kept to the minute are added here */
  place(index: number, missed: Pin[]): PlacedPhase[] {
    const { dayMinutes, techs, places, jobs } = this.week.problem;
    const jobId = jobs[index]!.id;
    let before = 0;
    return this.week.jobs[index]!.map((prepared) => {
      const { phase, pin } = prepared;
      let { ready, because } = readyAt(phase, before, dayMinutes);
      if (pin?.start != null && pin.start > ready) [ready, because] = [pin.start, { why: 'pin', what: null }];
      const seat = this.seat(prepared, ready);
      if (pin?.start != null && seat.start !== pin.start) missed.push(pin);
      if (seat.start > ready) because = this.inTheWay(prepared, ready);
      before = this.take(prepared, seat, jobId);
      return {
        jobId,
        phaseId: phase.id,
        start: seat.start,
        end: before,
        placeId: seat.place < 0 ? null : places[seat.place]!.id,
        techId: seat.tech < 0 ? null : techs[seat.tech]!.id,
        helperId: seat.helper < 0 ? null : techs[seat.helper]!.id,
        because,
      };
    });
  }

  /** Minutes the lifts stand empty before their last use. */
  idleLifts(): number {
    return this.week.problem.places.reduce(
      (sum, place, index) => sum + (place.kind === 'lift' ? this.places[index]!.idle() : 0),
      0,
    );
  }
}

/** What a hand has pinned to a minute, or what stands on its place already, comes before all else and finds it free. */
function pinnedFirst({ held }: PreparedWeek, order: readonly number[]): number[] {
  return [...order.filter((index) => held[index]), ...order.filter((index) => !held[index])];
}

const jobHeld = (problem: WeekProblem, job: WeekJob) =>
  problem.pins.some((pin) => pin.start !== null && pin.jobId === job.id) ||
  job.phases.some((phase) => phase.placeId !== null && phase.notBefore === 0);

/**
 * How late and how idle an order of precedence comes out, without saying where everything lies.
 * @param limit past this lateness nobody wants to know how much worse it gets: it is as late as can be
 */
export function scoreOfOrder(
  week: PreparedWeek,
  order: readonly number[],
  limit = Infinity,
): { late: number; idle: number } {
  const placer = new JobPlacer(week);
  let late = 0;
  for (const index of pinnedFirst(week, order)) {
    const end = placer.endOf(index);
    late += Math.max(0, end - (week.problem.jobs[index]!.promise ?? Infinity));
    if (late > limit) return { late: Infinity, idle: 0 };
  }
  return { late, idle: placer.idleLifts() };
}

/**
 * Places all jobs in an order of precedence.
 * @param order indexes into `problem.jobs`, who chooses first comes first
 * @returns where every phase lies, how late it comes out against the promises, and how long lifts stand idle (minutes)
 */
export function placeInOrder(week: PreparedWeek, order: readonly number[]): WeekPlan {
  const { problem } = week;
  const placer = new JobPlacer(week);
  const plan: WeekPlan = { placed: [], ends: {}, late: 0, idle: 0, after: [], pinsMissed: [] };
  for (const index of pinnedFirst(week, order)) {
    const job = problem.jobs[index]!;
    const phases = placer.place(index, plan.pinsMissed);
    const end = phases[phases.length - 1]?.end ?? 0;
    plan.placed.push(...phases);
    plan.ends[job.id] = end;
    if (job.promise !== null) plan.late += Math.max(0, end - job.promise);
    if (end > problem.days * problem.dayMinutes) plan.after.push(job.id);
  }
  plan.idle = placer.idleLifts();
  return plan;
}
