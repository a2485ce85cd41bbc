import { COMES_LATE } from './prepare';
import type { Sureness, WeekJob, WeekPlan, WeekProblem } from './types';
import type { JobChance } from './chance';

/** What might happen to a week. */
export type WhatIf =
  | { what: 'part slips'; jobId: string; to: number; words: string; sure?: Sureness }
  | { what: 'tech out'; techId: string; days: number[] }
  | { what: 'rush job'; job: WeekJob };

/** The same week with something happening to it; the week given is left as it is. */
export function withHappening(problem: WeekProblem, happening: WhatIf): WeekProblem {
  if (happening.what === 'rush job') return { ...problem, jobs: [...problem.jobs, happening.job] };
  if (happening.what === 'tech out') {
    return {
      ...problem,
      techs: problem.techs.map((tech) =>
        tech.id === happening.techId
          ? { ...tech, away: [...new Set([...tech.away, ...happening.days])].sort((a, b) => a - b) }
          : tech,
      ),
    };
  }
  return {
    ...problem,
    jobs: problem.jobs.map((job) => {
      if (job.id !== happening.jobId) return job;
      // What needs the part is the first phase in a bay; what comes before may still be done.
      const waits = Math.max(
        0,
        job.phases.findIndex((phase) => phase.needs === 'lift'),
      );
      return {
        ...job,
        phases: job.phases.map((phase, index) =>
          index === waits
            ? {
                ...phase,
                notBefore: Math.max(phase.notBefore, happening.to),
                waitsFor: happening.words,
                comesLate: COMES_LATE[happening.sure ?? 'sure'],
              }
            : phase,
        ),
      };
    }),
  };
}

export interface WeekMove {
  jobId: string;
  label: string;
  /** Minutes on the axis; null where the job is not in that week. */
  endBefore: number | null;
  endAfter: number | null;
  holdsBefore: number | null;
  holdsAfter: number | null;
}

/** What another plan does to each job, those that move most first; a job that stays as it is is left out. */
export function movesBetween(
  before: { problem: WeekProblem; plan: WeekPlan; chances: Record<string, JobChance> },
  after: { problem: WeekProblem; plan: WeekPlan; chances: Record<string, JobChance> },
): WeekMove[] {
  const labels = new Map([...before.problem.jobs, ...after.problem.jobs].map((job) => [job.id, job.label]));
  return [...labels]
    .map(([jobId, label]) => ({
      jobId,
      label,
      endBefore: before.plan.ends[jobId] ?? null,
      endAfter: after.plan.ends[jobId] ?? null,
      holdsBefore: before.chances[jobId]?.holds ?? null,
      holdsAfter: after.chances[jobId]?.holds ?? null,
    }))
    .filter(
      (move) =>
        move.endBefore !== move.endAfter ||
        Math.abs((move.holdsBefore ?? 0) - (move.holdsAfter ?? 0)) >= 0.05,
    )
    .sort(
      (a, b) =>
        Math.abs((b.endAfter ?? 0) - (b.endBefore ?? 0)) - Math.abs((a.endAfter ?? 0) - (a.endBefore ?? 0)),
    );
}
