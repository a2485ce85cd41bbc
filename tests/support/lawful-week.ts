import { countedFrom, plannedMinutes } from '@/core/schedule/prepare';
import type { WeekPlan, WeekProblem } from '@/core/schedule/types';

/** Everything a plan must keep to, whatever it is worth. */
export function expectLawful(problem: WeekProblem, plan: WeekPlan): void {
  const busy = new Map<string, [number, number][]>();
  const take = (id: string | null, from: number, to: number) => {
    if (id) busy.set(id, [...(busy.get(id) ?? []), [from, to]]);
  };
  for (const job of problem.jobs) {
    let before = 0;
    for (const phase of job.phases) {
      const placed = plan.placed.find((one) => one.jobId === job.id && one.phaseId === phase.id)!;
      expect(placed.start).toBeGreaterThanOrEqual(Math.max(before, countedFrom(phase, problem.dayMinutes)));
      expect(placed.end - placed.start).toBe(plannedMinutes(job, phase));
      if (phase.nextDay && before > 0)
        expect(Math.floor(placed.start / problem.dayMinutes)).toBeGreaterThan(
          Math.floor((before - 1) / problem.dayMinutes),
        );
      expect(placed.placeId === null).toBe(phase.needs === null);
      const tech = problem.techs.find((one) => one.id === placed.techId);
      if (phase.skill) expect(tech!.skills).toContain(phase.skill);
      const place = problem.places.find((one) => one.id === placed.placeId);
      if (phase.needs === 'lift') expect(place!.kind).toBe('lift');
      if (phase.needs === 'rack') expect(place!.kind).toBe('rack');
      take(placed.techId, placed.start, placed.end);
      take(placed.placeId, placed.start, placed.end);
      if (placed.helperId) {
        expect(placed.helperId).not.toBe(placed.techId);
        take(placed.helperId, placed.start, placed.start + phase.helperMinutes);
      }
      before = placed.end;
    }
    expect(plan.ends[job.id]).toBe(before);
  }
  for (const { id, closed } of problem.places)
    for (const day of new Set(closed)) take(id, day * problem.dayMinutes, (day + 1) * problem.dayMinutes);
  for (const { id, away } of problem.techs)
    for (const day of new Set(away)) take(id, day * problem.dayMinutes, (day + 1) * problem.dayMinutes);
  for (const spans of busy.values()) {
    const sorted = spans.sort((a, b) => a[0] - b[0]);
    for (let at = 1; at < sorted.length; at += 1)
      expect(sorted[at]![0]).toBeGreaterThanOrEqual(sorted[at - 1]![1]);
  }
}
