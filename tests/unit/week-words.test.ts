import { workCalendar } from '@/core/schedule/calendar';
import type { Because, PlacedPhase, WeekProblem } from '@/core/schedule/types';
import {
  describeBecause,
  describeChance,
  endClock,
  lateText,
  mainReason,
  promisesMissed,
  whenText,
  workText,
} from '@/features/week/week-words';

const problem = {
  jobs: [
    { id: 'a', label: 'Osk Heron wagon, post round' },
    { id: 'b', label: 'Brae Ox 300, sawmill' },
  ],
} as unknown as WeekProblem;

const phase = (start: number, end: number, because: Because): PlacedPhase => ({
  jobId: 'a',
  phaseId: 'bay',
  start,
  end,
  techId: null,
  placeId: null,
  helperId: null,
  because,
});

describe('why work stands where it does', () => {
  test('what holds it up is named by the car that does, without what that car is for', () => {
    expect(describeBecause({ why: 'at once', what: null }, problem)).toBeNull();
    expect(describeBecause({ why: 'place', what: 'b' }, problem)).toBe('its place has Brae Ox 300 on it');
    expect(describeBecause({ why: 'place', what: null }, problem)).toBe(
      'waits until its place is open: the alignment rack on its days',
    );
    expect(describeBecause({ why: 'tech', what: 'b' }, problem)).toMatch(/busy, with Brae Ox 300$/);
    expect(describeBecause({ why: 'tech', what: 'gone' }, problem)).toMatch(/busy, with another car$/);
    expect(describeBecause({ why: 'waits', what: 'a part' }, problem)).toBe('waits for a part');
  });

  test('of several reasons the one that cost the most time is told', () => {
    const placed = [
      phase(10, 60, { why: 'waits', what: 'a part' }),
      phase(200, 260, { why: 'overnight', what: null }),
      phase(270, 300, { why: 'tech', what: null }),
    ];
    expect(mainReason(placed, problem)).toBe('settles overnight');
    expect(mainReason(placed.slice(0, 1), problem)).toBe('waits for a part');
    expect(mainReason([phase(0, 60, { why: 'at once', what: null })], problem)).toBeNull();
    // What waited for nothing cost nothing, whatever its reason says.
    expect(mainReason([phase(0, 60, { why: 'pin', what: null })], problem)).toBeNull();
  });
});

describe('how surely a promise holds', () => {
  test('is said in tenths, finer near both ends, and never as sure', () => {
    expect([0, 0.01, 0.05, 0.1, 0.44, 0.8, 0.95, 0.99, 1].map(describeChance)).toEqual([
      'very unlikely',
      'very unlikely',
      '1 in 20',
      '1 in 10',
      '4 in 10',
      '8 in 10',
      '19 in 20',
      'nearly certain',
      'nearly certain',
    ]);
  });
  test('a better chance is never told as a worse one', () => {
    const rank = [
      'very unlikely',
      '1 in 20',
      ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => `${n} in 10`),
      '19 in 20',
    ];
    let last = 0;
    for (let share = 0; share < 0.985; share += 0.005) {
      const at = rank.indexOf(describeChance(share));
      expect(at).toBeGreaterThanOrEqual(last);
      last = at;
    }
  });
});

test('working time and moments read as a clock says them', () => {
  expect([0, 59.6, 60, 61, 200, 605].map(workText)).toEqual([
    '0 min',
    '1 h',
    '1 h',
    '1 h 01',
    '3 h 20',
    '10 h 05',
  ]);
  const hours = { from: 480, to: 1020, restFrom: 720, restMinutes: 30, weekdays: [1, 2, 3, 4, 5] };
  const calendar = workCalendar(hours, 'America/Denver', '2026-04-14');
  expect(whenText(calendar, 0)).toBe('Tue 14 Apr, 08:00');
  expect(whenText(calendar, 510, true)).toBe('Tue 14 Apr, 17:00');
  expect(whenText(calendar, 510)).toBe('Wed 15 Apr, 08:00');
  expect(whenText(calendar, 240)).toBe('Tue 14 Apr, 12:30');
});

describe('a week in one sentence', () => {
  const hours = { from: 480, to: 1020, restFrom: 720, restMinutes: 30, weekdays: [1, 2, 3, 4, 5] };
  const zone = workCalendar(hours, 'America/Denver', '2026-04-14');
  const job = (id: string, promise: number | null) => ({ ...problem.jobs[0]!, id, promise });
  const week = { ...problem, jobs: [job('a', 100), job('b', 200), job('c', null), job('d', 300)] };

  test('counts what is more likely missed than kept, and names what is missed by most', () => {
    const said = promisesMissed(
      week,
      { ends: { a: 90, b: 210, c: 900, d: 900 } },
      { a: { holds: 0.9 }, b: { holds: 0.4 }, c: { holds: null }, d: { holds: 0.1 } },
      zone,
    );
    expect(said).toMatchObject({ promised: 3, missed: 2, worst: { jobId: 'd' } });
    expect(said.worst!.days).toBeGreaterThan(0);
  });

  test('with every promise likely kept it names nothing', () => {
    const kept = Object.fromEntries(week.jobs.map(({ id }) => [id, { holds: 0.8 }]));
    expect(promisesMissed(week, { ends: { a: 500 } }, kept, zone)).toEqual({
      promised: 3,
      missed: 0,
      worst: null,
    });
  });

  test('how late reads as people say it', () => {
    expect([0.1, 0.5, 1, 2.9, 6, 9.2].map(lateText)).toEqual([
      'some hours',
      'half a day',
      'a day',
      'three days',
      'six days',
      '9 days',
    ]);
  });
});

test('when work ends: the day stands with it where that is another', () => {
  const hours = { from: 480, to: 1020, restFrom: 720, restMinutes: 60, weekdays: [1, 2, 3, 4, 5] };
  const calendar = workCalendar(hours, 'America/Denver', '2026-04-14');
  expect(endClock(calendar, 0, 90)).toBe('09:30');
  expect(endClock(calendar, 0, 480)).toBe('17:00');
  expect(endClock(calendar, 400, 520)).toBe('Wed 08:40');
});
