import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { placesToLook } from '@/core/practice/looks';
import { type Scenario, checkScenario, faultKey, ownStepId } from '@/core/practice/scenario';
import { type PracticeMode, PracticeTry } from '@/practice/practice-try';
import { RULES_EDITION } from '@/core/procedure/engine';
import { provedRun } from '../support/library';
import { WRENCH } from '../support/tablet';
import { atRandom, byDraft, byProcedure, doneStep, unseeing } from '../support/trainees';

const folder = path.join(__dirname, '..', '..', 'practice');
const scenarios = readdirSync(folder).map(
  (name) => JSON.parse(readFileSync(path.join(folder, name), 'utf8')) as Scenario,
);
const documents = new Map(scenarios.map((one) => [one.id, provedRun(one.procedure, one.ways)]));
const tryOf = (scenario: Scenario, mode: PracticeMode) =>
  new PracticeTry({
    scenario,
    document: documents.get(scenario.id)!,
    mode,
    personId: 'p',
    deviceId: 'd',
    wrenches: [WRENCH],
    startedAt: '2026-04-14T15:00:00.000Z',
    rules: RULES_EDITION,
  });
const each = scenarios.map((one) => [one.id, one] as const);

test.each(each)('%s speaks of what its job has, and begins and ends where it says', (_, scenario) => {
  const document = documents.get(scenario.id)!;
  const places = new Set(placesToLook(document).map(({ at }) => at));
  expect(() => checkScenario(scenario, document.steps, places)).not.toThrow();
  const { asked, stepsLeft } = tryOf(scenario, 'refuses');
  expect(asked.length).toBeGreaterThan(1);
  expect(stepsLeft).toEqual(asked);
  if (scenario.from) expect(ownStepId(asked[0]!.id)).toBe(scenario.from);
  if (scenario.until) expect(ownStepId(asked.at(-1)!.id)).toBe(scenario.until);
});

test.each(each)(
  '%s: every fault is found by what is offered to look at, and nothing bites then',
  (_, scenario) => {
    const one = byProcedure(tryOf(scenario, 'lets-happen'), 1);
    expect([...one.found].sort()).toEqual(scenario.faults.map(faultKey).sort());
    expect({ bitten: one.consequences, refused: one.refused, left: one.stepsLeft }).toEqual({
      bitten: [],
      refused: [],
      left: [],
    });
  },
);

test.each(each)(
  '%s: done without looking, each fault bites, is told once and can be put right',
  (_, scenario) => {
    const shown = unseeing(tryOf(scenario, 'lets-happen'));
    expect(new Set(shown.consequences.map(({ fault }) => fault))).toEqual(
      new Set(scenario.faults.map(faultKey)),
    );
    for (const { words } of shown.consequences) expect(words).toMatch(/^[A-Z].*\.$/);
    expect(shown.score.points).toBeLessThan(55);
    // Where only earnest refusals are given the car takes it without a word, and the debrief has it.
    const silent = unseeing(tryOf(scenario, 'refuses'));
    expect(silent.consequences.map(({ fault }) => fault).sort()).toEqual(
      scenario.faults.map(faultKey).sort(),
    );
    expect(silent.stepsLeft).toEqual([]);
  },
);

test('two hundred tries: at random under half of following the procedure, which is within a tenth of following the draft', () => {
  const sums = { random: 0, procedure: 0, draft: 0 };
  for (let seed = 1; seed <= 200; seed += 1) {
    const scenario = scenarios[seed % scenarios.length]!;
    sums.random += atRandom(tryOf(scenario, 'lets-happen'), seed).score.points;
    sums.procedure += byProcedure(tryOf(scenario, 'lets-happen'), 0.9, seed).score.points;
    sums.draft += byDraft(tryOf(scenario, 'lets-happen'), 0.9, seed).score.points;
  }
  const mean = (sum: number) => Math.round(sum / 20) / 10;
  console.log(
    `means of 200: random ${mean(sums.random)}, procedure ${mean(sums.procedure)}, draft ${mean(sums.draft)}`,
  );
  expect(sums.random).toBeLessThan(sums.procedure / 2);
  expect(Math.abs(sums.procedure - sums.draft)).toBeLessThan(sums.draft / 10);
}, 300_000);

test('lowered by the control that raises and lowers it bites as by its step; refused it is shown in one mode alone', () => {
  const scenario = scenarios.find(({ id }) => id === 'coil-back-in')!;
  const lower = (one: PracticeTry) =>
    one.act({
      kind: 'move',
      id: '00000000-0000-4000-8000-0000000000aa',
      at: '2026-04-14T16:00:00.000Z',
      name: 'support.set',
      input: { orderId: 'practice', ends: ['front', 'rear'], to: 'on-wheels' },
    });
  const early = tryOf(scenario, 'lets-happen');
  expect(lower(early)).toMatchObject({ ok: false, happened: [{ fault: null, stepId: 'support' }] });
  expect(lower(tryOf(scenario, 'refuses'))).toMatchObject({ ok: false, code: expect.any(String) });
  const ready = tryOf(scenario, 'lets-happen');
  for (const step of ready.stepsLeft) {
    if (ownStepId(step.id) === 'lower') break;
    expect(doneStep(ready, step)).toBe(true);
  }
  expect(lower(ready)).toMatchObject({
    ok: false,
    happened: [{ fault: 'spring-unseated front.left.spring', harm: 'person' }],
  });
  expect(ready.state.run!.car.support.front).not.toBe('on-wheels');
});
