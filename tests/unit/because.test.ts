import fc from 'fast-check';
import { earliestPromiseFirst } from '@/core/schedule/first-orders';
import { prepareWeek } from '@/core/schedule/prepare';
import type { PlacedPhase, WeekProblem } from '@/core/schedule/types';
import { WeekBuilder } from '@/core/schedule/week-builder';
import { madeUpWeek, ruledWeek } from '../support/weeks';

/** Two cars, one after the other, in a shop of one lift and two techs. */
function smallWeek(change: (problem: WeekProblem) => void): PlacedPhase[] {
  const problem = madeUpWeek(3, 2);
  problem.techs = problem.techs.slice(0, 2).map((tech) => ({ ...tech, skills: [], away: [] }));
  problem.places = [{ id: 'l1', name: 'Lift', kind: 'lift', closed: [] }];
  problem.jobs.forEach((job) => {
    const bay = job.phases[1]!;
    job.phases = [
      { ...bay, minutes: 100, needs: 'lift', skill: null, helperMinutes: 0, notBefore: 0, waitsFor: null },
    ];
  });
  change(problem);
  const builder = new WeekBuilder(prepareWeek(problem));
  return builder.planOf(builder.listOfJobs([0, 1])).placed;
}
const bay = (problem: WeekProblem, job: number) => problem.jobs[job]!.phases[0]!;

test('why a phase waits: the lift is taken, and by which car', () => {
  const [first, second] = smallWeek(() => undefined);
  expect(first!.because).toEqual({ why: 'at once', what: null });
  expect(second!.because).toEqual({ why: 'place', what: 'job-0' });
  expect(second!.start).toBe(first!.end);
});

test('why a phase waits: the lift is closed, which is no car’s doing', () => {
  const [first] = smallWeek((problem) => problem.places[0]!.closed.push(0));
  expect(first!.because).toEqual({ why: 'place', what: null });
});

test('why a phase waits: nobody who can do it is free', () => {
  const second = smallWeek((problem) => {
    problem.techs[0]!.skills = ['weld'];
    problem.places.push({ id: 'l2', name: 'Second lift', kind: 'lift', closed: [] });
    problem.jobs.forEach((_, job) => (bay(problem, job).skill = 'weld'));
  })[1]!;
  expect(second.because).toEqual({ why: 'tech', what: 'job-0' });
});

test('why a phase waits: one is free, but nobody to lend a hand', () => {
  const second = smallWeek((problem) => {
    problem.places.push({ id: 'l2', name: 'Second lift', kind: 'lift', closed: [] });
    bay(problem, 1).helperMinutes = 20;
  })[1]!;
  expect(second.because).toEqual({ why: 'helper', what: 'job-0' });
});

test('why a phase waits: its parts, its night, the minute it was pinned to', () => {
  const parts = smallWeek((problem) => {
    bay(problem, 0).notBefore = 480;
    bay(problem, 0).waitsFor = 'two springs';
  })[0]!;
  expect(parts).toMatchObject({ start: 480, because: { why: 'waits', what: 'two springs' } });
  const night = smallWeek((problem) => {
    problem.jobs[0]!.phases.push({ ...bay(problem, 0), id: 'again', nextDay: true });
  })[1]!;
  expect(night).toMatchObject({ phaseId: 'again', start: 480, because: { why: 'overnight', what: null } });
  const pinned = smallWeek((problem) => {
    const [{ id: jobId, phases }] = problem.jobs as [WeekProblem['jobs'][0]];
    problem.pins.push({ jobId, phaseId: phases[0]!.id, techId: null, placeId: null, start: 60 });
  })[0]!;
  expect(pinned).toMatchObject({ start: 60, because: { why: 'pin', what: null } });
});

test('whoever is named as in the way is there in the plan, on what the phase could have had', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 4000 }),
      fc.integer({ min: 6, max: 24 }),
      fc.boolean(),
      (seed, count, ruled) => {
        const problem = (ruled ? ruledWeek : madeUpWeek)(seed, count);
        const builder = new WeekBuilder(prepareWeek(problem));
        const { placed } = builder.planOf(builder.listOfJobs(earliestPromiseFirst(problem)));
        placed.forEach((one, index) => {
          const { why, what } = one.because;
          if (what === null || !['place', 'tech', 'helper'].includes(why)) return;
          expect(what).not.toBe(one.jobId);
          const { length, places, techs } = builder.phases[index]!;
          const seats: (string | null)[] =
            why === 'place'
              ? places!.map((place) => problem.places[place]!.id)
              : techs!.map((tech) => problem.techs[tech]!.id);
          const asked = index === builder.firstOf[builder.jobOf[index]!] ? 0 : placed[index - 1]!.end;
          const inTheWay = placed.some(
            (other) =>
              other.jobId === what &&
              // A car that stands opened up is in the way before anybody works on it.
              (other.start < one.start + length || seats.includes(other.placeId)) &&
              other.end > asked &&
              (why === 'place' ? [other.placeId] : [other.techId, other.helperId]).some((seat) =>
                seats.includes(seat),
              ),
          );
          expect(inTheWay).toBe(true);
        });
      },
    ),
    { numRuns: 60 },
  );
});
