import { type PreparedPhase, type PreparedWeek, afterNight, sumUpEnds } from './prepare';
import type { PlacedPhase, WeekPlan, WeekProblem } from './types';
import { type Precedence, WeekBuilder } from './week-builder';

/** A phase of an agreed plan, on the axis of today. */
export type AgreedPhase = Pick<
  PlacedPhase,
  'jobId' | 'phaseId' | 'start' | 'end' | 'techId' | 'placeId' | 'helperId'
> &
  Partial<Pick<PlacedPhase, 'because'>>;

export const phaseKey = ({ jobId, phaseId }: { jobId: string; phaseId: string }) => `${jobId} ${phaseId}`;

/** Minutes that work may be behind its agreed end before that is a reason to plan again. */
const GRACE = 30;

/** Why an agreed phase can not be kept as it was agreed. */
export interface Slip {
  jobId: string;
  phaseId: string;
  why: 'new' | 'longer' | 'waits' | 'place' | 'tech' | 'helper' | 'pinned';
}

/** Phases in the order of their agreed hours; what was not agreed comes after what comes before it, or last. */
export function listOfAgreed(builder: WeekBuilder, agreed: readonly AgreedPhase[]): Precedence {
  const starts = new Map(agreed.map((one) => [phaseKey(one), one.start]));
  let last = 0;
  const moments = builder.phases.map(({ phase }, index) => {
    const job = builder.jobOf[index]!;
    const jobId = builder.week.problem.jobs[job]!.id;
    if (index === builder.firstOf[job])
      last = starts.has(phaseKey({ jobId, phaseId: phase.id })) ? 0 : Number.MAX_SAFE_INTEGER;
    last = Math.max(last, starts.get(phaseKey({ jobId, phaseId: phase.id })) ?? last);
    return last;
  });
  return builder.listByMoment(moments);
}

/**
 * A week in which jobs keep who and where they were agreed with, and begin not before their agreed minute.
 * @param loose phases that keep their minute alone: who or where was agreed is not to be had
 */
export function keepingAgreed(
  week: PreparedWeek,
  agreed: readonly AgreedPhase[],
  keeps: (job: number) => boolean,
  loose: ReadonlySet<string> = new Set(),
): PreparedWeek {
  const { places, techs } = week.problem;
  const known = new Map(agreed.map((one) => [phaseKey(one), one]));
  const keep = (prepared: PreparedPhase, jobId: string): PreparedPhase => {
    const was = known.get(phaseKey({ jobId, phaseId: prepared.phase.id }));
    if (!was) return prepared;
    const seat = (all: { id: string }[], may: readonly number[] | null, id: string | null) => {
      const index = all.findIndex((one) => one.id === id);
      return may?.includes(index) ? [index] : may;
    };
    const kept = !loose.has(phaseKey(was));
    return {
      ...prepared,
      places: kept ? seat(places, prepared.places, was.placeId) : prepared.places,
      techs: kept ? seat(techs, prepared.techs, was.techId) : prepared.techs,
      floor: Math.max(prepared.floor, was.start),
    };
  };
  return {
    ...week,
    jobs: week.jobs.map((phases, job) =>
      keeps(job) ? phases.map((phase) => keep(phase, week.problem.jobs[job]!.id)) : phases,
    ),
  };
}

/** Spans that seats have taken, to see whether another still fits. */
class Taken {
  private readonly spans = new Map<string, [number, number][]>();

  constructor(private readonly problem: WeekProblem) {}

  private closed(id: string): readonly number[] {
    return (
      this.problem.techs.find((one) => one.id === id)?.away ??
      this.problem.places.find((one) => one.id === id)?.closed ??
      []
    );
  }

  isFree(id: string, from: number, to: number): boolean {
    const { dayMinutes } = this.problem;
    return (
      !(this.spans.get(id) ?? []).some(([start, end]) => start < to && end > from) &&
      !this.closed(id).some((day) => day * dayMinutes < to && (day + 1) * dayMinutes > from)
    );
  }

  take(id: string, from: number, to: number): void {
    this.spans.set(id, [...(this.spans.get(id) ?? []), [from, to]]);
  }
}

/**
 * Holds an agreed plan against the week as it is now: every phase still to be done, at its agreed hour, by whom and where
 * it was agreed, and with all it has to wait for.
 * @returns what can not be kept so; nothing when the plan still holds
 */
export function slipsOf(week: PreparedWeek, agreed: readonly AgreedPhase[]): Slip[] {
  const { problem } = week;
  const known = new Map(agreed.map((one) => [phaseKey(one), one]));
  const taken = new Taken(problem);
  const slips: Slip[] = [];
  problem.jobs.forEach((job, index) => {
    let before = 0;
    for (const { phase, length, from, places, techs, helper, pin } of week.jobs[index]!) {
      const slip = (why: Slip['why']) => slips.push({ jobId: job.id, phaseId: phase.id, why });
      const was = known.get(phaseKey({ jobId: job.id, phaseId: phase.id }));
      if (!was) {
        slip('new');
        continue;
      }
      const after = afterNight(phase, before, problem.dayMinutes);
      // What has begun goes on from now; what is behind a little is not planned again for that.
      const end = Math.max(was.start, from) + length;
      const behind = end > was.end + GRACE;
      const start = behind ? Math.max(was.start, from) : was.start;
      const until = behind ? end : was.end;
      before = until;
      const mayHave = (may: readonly number[] | null, all: { id: string }[], id: string | null) =>
        may === null ? id === null : may.some((one) => all[one]!.id === id);
      const seats = [was.placeId, was.techId].filter((id) => id !== null);
      if (pin?.start != null && was.start !== pin.start && start !== pin.start) slip('pinned');
      else if (behind && from > was.start && phase.waitsFor) slip('waits');
      else if (behind || start < after) slip('longer');
      else if (!mayHave(places, problem.places, was.placeId)) slip('place');
      else if (!mayHave(techs, problem.techs, was.techId)) slip('tech');
      else if (was.placeId !== null && !taken.isFree(was.placeId, start, until)) slip('place');
      else if (was.techId !== null && !taken.isFree(was.techId, start, until)) slip('tech');
      else if (helper > 0 && (was.helperId === null || !taken.isFree(was.helperId, start, start + helper)))
        slip('helper');
      for (const id of seats) taken.take(id, start, until);
      if (helper > 0 && was.helperId !== null) taken.take(was.helperId, start, start + helper);
    }
  });
  return slips;
}

/** An agreed plan that holds, as the plan of what is still to be done. */
export function planAsAgreed(week: PreparedWeek, agreed: readonly AgreedPhase[]): WeekPlan {
  const { problem } = week;
  const known = new Map(agreed.map((one) => [phaseKey(one), one]));
  const plan: WeekPlan = { placed: [], ends: {}, late: 0, weighed: 0, idle: 0, after: [], pinsMissed: [] };
  problem.jobs.forEach((job, index) => {
    for (const { phase } of week.jobs[index]!) {
      const was = known.get(phaseKey({ jobId: job.id, phaseId: phase.id }))!;
      plan.placed.push({ because: { why: 'agreed', what: null }, ...was });
      plan.ends[job.id] = was.end;
    }
  });
  sumUpEnds(week, plan);
  return plan;
}
