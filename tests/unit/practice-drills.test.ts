import { formatTape } from '@/core/calc/tape.format';
import { DRILLS, answerOf, dueAgain, questionOf } from '@/core/practice/drills';
import { possibleFaults, plantFaults } from '@/core/practice/plant';
import { placesToLook } from '@/core/practice/looks';
import { bestOrder, outOfOrder } from '@/core/practice/best-order';
import { FAULT_KINDS, checkScenario, faultKey } from '@/core/practice/scenario';
import { debriefOf } from '@/practice/debrief';
import { PracticeTry } from '@/practice/practice-try';
import { answer } from '@/core/calc';
import { Refusal } from '@/core/refusal';
import { libraryIds, provedRun } from '../support/library';
import { WRENCH } from '../support/tablet';
import { byProcedure, unseeing } from '../support/trainees';

const SEEDS = Array.from({ length: 120 }, (_, index) => index * 7919 + 3);

describe('drills', () => {
  test.each(DRILLS)(
    '%s: another question with each seed, the same with the same, and one right answer',
    (drill) => {
      const asked = new Set(SEEDS.map((seed) => JSON.stringify({ ...questionOf(drill, seed), seed: 0 })));
      expect(asked.size).toBeGreaterThan(drill === 'next-nut' ? 15 : 60);
      for (const seed of SEEDS) {
        const question = questionOf(drill, seed);
        expect(questionOf(drill, seed)).toEqual(question);
        expect(JSON.stringify(question)).not.toMatch(/isRight|"answer"/);
        const typed = question.options?.[0] ?? '1';
        const told = answerOf(drill, seed, typed);
        expect(answerOf(drill, seed, told.answer).right).toBe(true);
        if (question.options) {
          expect(question.options).toContain(told.answer);
          for (const option of question.options)
            expect(answerOf(drill, seed, option).right).toBe(option === told.answer);
        }
      }
    },
  );

  test('the tape reads what the arrow is drawn at, in sixteenths, not one beside it', () => {
    for (const seed of SEEDS) {
      const { figure } = questionOf('tape', seed);
      if (figure?.kind !== 'tape') throw new Error('no tape');
      const inch = (sixteenths: number) => formatTape((sixteenths * 25.4) / 16, 'in');
      expect(answerOf('tape', seed, inch(figure.sixteenths)).right).toBe(true);
      expect(answerOf('tape', seed, inch(figure.sixteenths + 1)).right).toBe(false);
      expect(answerOf('tape', seed, inch(figure.sixteenths - 1)).right).toBe(false);
    }
  });

  test('the wrench is set as the calculator says, to one in a hundred', () => {
    for (const seed of SEEDS.slice(0, 40)) {
      const { ask } = questionOf('extension', seed);
      const [target, wrenchLength, extension] = [...ask.matchAll(/(\d+) (?:Nm|mm)/g)].map(([, figure]) =>
        Number(figure),
      );
      const worked = answer('torque.extension', {
        target,
        wrenchLength,
        extension,
        ...(ask.includes('right angle') ? { angleDeg: 90 } : {}),
      });
      if (!worked.ok) throw new Error(worked.error.message);
      const setting = (worked.output as { setting: number }).setting;
      expect(answerOf('extension', seed, String(setting)).right).toBe(true);
      expect(answerOf('extension', seed, `${(setting * 1.05).toFixed(1)} Nm`).right).toBe(false);
    }
    expect(() => answerOf('extension', 3, 'a lot')).toThrow(Refusal);
    expect(() => answerOf('tape', 3, 'far')).toThrow(Refusal);
  });

  test('sheets that are in and sheets that are out both come, and so does each reason for standing low', () => {
    const answers = (drill: 'sheet' | 'stands-low') =>
      new Set(SEEDS.map((seed) => answerOf(drill, seed, 'x').answer));
    expect(answers('sheet').size).toBe(2);
    expect(answers('stands-low').size).toBe(3);
  });

  test('what was missed is due at once, what is known comes later each time', () => {
    const at = (day: number) => `2026-04-${String(day).padStart(2, '0')}T10:00:00.000Z`;
    const known = dueAgain([
      { about: 'a', correct: true, at: at(1) },
      { about: 'b', correct: false, at: at(1) },
      { about: 'a', correct: true, at: at(2) },
      { about: 'c', correct: true, at: at(3) },
      { about: 'c', correct: false, at: at(4) },
    ]);
    expect(known.get('a')).toEqual({ row: 2, due: at(5) });
    expect(known.get('b')).toEqual({ row: 0, due: at(1) });
    expect(known.get('c')).toEqual({ row: 0, due: at(4) });
    expect(known.get('d')).toBeUndefined();
  });
});

const jobs = libraryIds().filter((id) => !id.startsWith('visit-'));

describe('faults planted in any job', () => {
  test.each(jobs)('%s: what may be hidden in it is something it has, and two are hidden', (id) => {
    const document = provedRun(id);
    const places = new Set(placesToLook(document).map(({ at }) => at));
    const faults = possibleFaults(document);
    const scenario = {
      format: 'wrenchwise-practice/1' as const,
      id,
      title: id,
      task: '',
      car: '',
      procedure: id,
      ways: [],
      from: null,
      until: null,
      faults,
    };
    expect(() => checkScenario(scenario, document.steps, places)).not.toThrow();
    const planted = plantFaults(document, 11);
    expect(planted).toHaveLength(2);
    expect(plantFaults(document, 11)).toEqual(planted);
    expect(new Set(planted.map(({ kind }) => kind)).size).toBe(2);
    const others = new Set([1, 2, 3, 4, 5, 6].map((seed) => JSON.stringify(plantFaults(document, seed))));
    expect(others.size).toBeGreaterThan(1);
  });

  test('every kind of fault but those of a sheet or a look-alike part comes of itself; kinds asked for come first', () => {
    const kinds = new Set(jobs.flatMap((id) => possibleFaults(provedRun(id)).map(({ kind }) => kind)));
    const named = ['hose-short', 'bushing-alike', 'value-missing', 'cam-unmarked'];
    expect([...kinds].sort()).toEqual(FAULT_KINDS.filter((kind) => !named.includes(kind)).sort());
    const document = provedRun('rear-lift-block');
    for (const kind of ['wrench-unit', 'lead-on'] as const)
      expect(plantFaults(document, 5, 1, [kind])[0]!.kind).toBe(kind);
  });

  test('a whole job with what is planted: found by looking, told where it was not', () => {
    const document = provedRun('rear-lift-block');
    const faults = plantFaults(document, 4);
    const car = {
      scenario: {
        format: 'wrenchwise-practice/1' as const,
        id: 'job',
        title: 'Blocks',
        task: '',
        car: 'a car',
        procedure: 'rear-lift-block',
        ways: [],
        from: null,
        until: null,
        faults,
      },
      document,
      mode: 'refuses' as const,
      personId: 'p',
      deviceId: 'd',
      wrenches: [WRENCH],
      startedAt: '2026-04-14T15:00:00.000Z',
    };
    const good = debriefOf(byProcedure(new PracticeTry(car), 1));
    expect(good.faults.map(({ found }) => found)).toEqual([true, true]);
    expect(good.stepsDone).toBe(good.stepsAsked);
    expect(good.torques.byHand).toBe(good.torques.all);
    expect(good.torques.all).toBeGreaterThan(3);
    expect(good.minutes.book).toBeGreaterThan(60);
    expect(good.minutes.taken).toBe(60);
    const blind = debriefOf(unseeing(new PracticeTry(car)));
    expect(blind.faults.map(({ found, bit }) => found || bit === null)).toEqual([false, false]);
    expect(blind.score.points).toBeLessThan(good.score.points / 2);
    expect(blind.faults.map(({ key }) => key)).toEqual(faults.map(faultKey));
  });
});

test('the best order ranks what the anatomy undoes; a pair turned round is told once', () => {
  const document = provedRun('strut-top-spacer');
  const ranks = bestOrder(document, document.steps);
  const rank = (id: string) => ranks.get(`X/${id}`)!;
  expect(rank('wheels-off')).toBeLessThan(rank('strut-out-L'));
  expect(rank('ease')).toBeLessThanOrEqual(rank('wheels-off'));
  expect(outOfOrder(['X/ease', 'X/wheels-off', 'X/strut-out-L'], ranks)).toEqual([]);
  expect(outOfOrder(['X/strut-out-L', 'X/wheels-off'], ranks)).toEqual([['X/strut-out-L', 'X/wheels-off']]);
});
