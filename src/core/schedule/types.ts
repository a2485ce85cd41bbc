/**
 * A week as a problem. Time runs on one axis of working minutes: day 0 begins at 0, each open day is as long as the
 * next, and closed days have no minutes at all. What a place or a person is away for is whole days of that axis.
 */

export type PlaceKind = 'lift' | 'floor' | 'rack';
/** What a phase stands on: `bay` is a lift or the floor, null needs no place. */
export type PhaseNeed = PlaceKind | 'bay' | null;

export interface WeekPhase {
  id: string;
  name: string;
  /** Working minutes half of such phases keep. */
  minutes: number;
  needs: PhaseNeed;
  /** A tech does it; false for a wait that needs nobody. */
  tech: boolean;
  /** What that tech must be able to do; null for any. */
  skill: string | null;
  /** Minutes at its start with a second pair of hands. */
  helperMinutes: number;
  /** Not before this minute, and what it waits for then. */
  notBefore: number;
  waitsFor: string | null;
  /** Shares of a hundred that what it waits for is there at `notBefore`, a day later, two days later …; absent: it is sure. */
  comesLate?: readonly number[];
  /** Begins on a later day than the phase before ended: it settles overnight. */
  nextDay: boolean;
  /** Where it stands and who has it already. */
  placeId: string | null;
  techId: string | null;
  /** The car stands there opened up: nothing else gets onto that place before this phase is done. */
  blocks?: boolean;
}

/** How sure a day is on which something comes, in three words. */
export const SURENESS = ['sure', 'likely', 'a guess'] as const;
export type Sureness = (typeof SURENESS)[number];

/** What a broken promise costs the customer, in three words: another day is as good, it is planned on, all hangs on it. */
export type PromiseCost = 'little' | 'some' | 'much';

export interface WeekJob {
  id: string;
  label: string;
  /** The minute by which it is promised; null when nothing is. */
  promise: number | null;
  /** What it costs when that breaks; `some` where nobody said. */
  cost?: PromiseCost;
  /** The minute by which the customer would like it: no promise, and kept where that costs none. */
  wish?: number | null;
  /** Spread of actual over expected minutes, as a logarithm: one for the job, since its rust is in all of its phases. */
  sdLog: number;
  phases: WeekPhase[];
}

export interface WeekTech {
  id: string;
  name: string;
  skills: string[];
  /** Days of the axis. */
  away: number[];
}

export interface WeekPlace {
  id: string;
  name: string;
  kind: PlaceKind;
  /** Days of the axis on which nothing can stand there. */
  closed: number[];
}

/** What somebody fixed by hand. */
export interface Pin {
  jobId: string;
  phaseId: string;
  techId: string | null;
  placeId: string | null;
  start: number | null;
}

export interface WeekProblem {
  dayMinutes: number;
  /** Days planned; what does not fit goes after them and is named. */
  days: number;
  techs: WeekTech[];
  places: WeekPlace[];
  jobs: WeekJob[];
  pins: Pin[];
}

/** Why a phase starts when it does and not sooner. */
export interface Because {
  why: 'at once' | 'waits' | 'overnight' | 'place' | 'tech' | 'helper' | 'pin' | 'agreed';
  /** The job in the way, or what it waits for. */
  what: string | null;
}

export interface PlacedPhase {
  jobId: string;
  phaseId: string;
  start: number;
  end: number;
  techId: string | null;
  placeId: string | null;
  helperId: string | null;
  because: Because;
}

export interface WeekPlan {
  placed: PlacedPhase[];
  /** The minute each job is done, at four jobs in five. */
  ends: Record<string, number>;
  /** Minutes past the promises, over all jobs. */
  late: number;
  /** The same, each minute counted by what its promise costs: what plans are compared by. */
  weighed: number;
  /** Minutes the lifts stand empty before their last use. */
  idle: number;
  /** Jobs that end after the planned days. */
  after: string[];
  /** Pins that could not be kept to the minute, with what was in the way. */
  pinsMissed: Pin[];
}
