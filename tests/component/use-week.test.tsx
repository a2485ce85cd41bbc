import { renderHook, waitFor } from '@testing-library/react';
import { useRePlan, useWorkedWeek } from '@/features/week/use-week';
import type { WeekDoors } from '@/workers/week.worker';
import { madeUpWeek } from '../support/weeks';

// What is asked of which worker. A half of the search is answered when the test lets it be; a re-plan at once.
interface Asked {
  worker: number;
  door: keyof WeekDoors;
}
const mockAsked: Asked[] = [];
const mockBegunFrom: unknown[] = [];
const mockLetGo: (() => void)[] = [];
let mockWorkers = 0;
jest.mock('comlink', () => ({
  wrap: () => {
    const worker = (mockWorkers += 1);
    const note = (door: keyof WeekDoors) => mockAsked.push({ worker, door });
    return {
      half: (_: unknown, half: string, { agreed }: { agreed: unknown }) => {
        note('half');
        mockBegunFrom.push(agreed);
        return new Promise((done) => mockLetGo.push(() => done({ cost: half === 'one' ? 9 : 8, bound: 1 })));
      },
      plan: (_: unknown, halves: unknown[]) => {
        note('plan');
        return Promise.resolve({ halves, plan: { placed: ['found'] } });
      },
      again: () => {
        note('again');
        return Promise.resolve({ slips: [] });
      },
    };
  },
}));
globalThis.Worker ??= class {} as never;

test('a plan again from now does not queue behind a search: its worker is another', async () => {
  const problem = madeUpWeek(2, 4);
  const agreed = [
    { jobId: 'job-0', phaseId: 'look', start: 0, end: 40, techId: null, placeId: null, helperId: null },
  ];
  const week = renderHook(() => useWorkedWeek(problem, agreed));
  const again = renderHook(() => useRePlan(problem, agreed));
  await waitFor(() => expect(again.result.current).toEqual({ again: { slips: [] }, busy: false }));
  expect(week.result.current).toEqual({ week: null, busy: true });
  const workersOf = (door: Asked['door']) =>
    mockAsked.filter((one) => one.door === door).map(({ worker }) => worker);
  expect(new Set(workersOf('half')).size).toBe(2);
  expect(workersOf('half')).not.toContain(workersOf('again')[0]);
  expect(mockBegunFrom).toEqual([agreed, agreed]);
  mockLetGo.splice(0).forEach((done) => done());
  // Both halves are looked at; neither proved its plan.
  await waitFor(() => expect(week.result.current.busy).toBe(false));
  expect(week.result.current.week).toMatchObject({ halves: [{ cost: 9 }, { cost: 8 }] });
  // A minute later the search begins from what was found; a week that is only looked at does not.
  const later = renderHook(() => useWorkedWeek({ ...problem, days: 9 }, agreed));
  const besides = renderHook(() => useWorkedWeek({ ...problem, days: 8 }, agreed, 0.3));
  await waitFor(() => expect(mockBegunFrom).toHaveLength(6));
  expect(mockBegunFrom.slice(2)).toEqual([['found'], ['found'], agreed, agreed]);
  mockLetGo.forEach((done) => done());
  await waitFor(() => expect(later.result.current.busy || besides.result.current.busy).toBe(false));
});
