import { FAULT_KINDS } from '@/core/practice/scenario';
import {
  SKILL_OF_FAULT,
  SKILLS,
  holds,
  practicedAt,
  skillsMissing,
  skillsOfStep,
} from '@/core/practice/skills';
import { libraryIds, provedRun } from '../support/library';

const stepOf = (job: string, id: string) => {
  const document = provedRun(job);
  return { document, step: document.steps.find((one) => one.id === `X/${id}`)! };
};
const asked = (job: string, id: string) => {
  const { document, step } = stepOf(job, id);
  return skillsOfStep(document, step);
};

test('what a step asks for, by what it does', () => {
  expect(asked('strut-top-spacer', 'strut-out-L')).toEqual(['springs']);
  expect(asked('front-leaf-springs', 'drag-torque')).toEqual(['steering']);
  expect(asked('front-leaf-springs', 'hose-torque-L')).toEqual(['brakes']);
  expect(asked('lowering', 'weld')).toEqual(['welding']);
  expect(asked('preload-spacer', 'cams-torque')).toContain('rack');
  expect(asked('rear-lift-block', 'chock')).toEqual([]);
});

test('each skill is asked for somewhere in the library, and each fault of practice is about one', () => {
  const found = new Set(
    libraryIds().flatMap((id) => {
      const document = provedRun(id);
      return document.steps.flatMap((step) => skillsOfStep(document, step));
    }),
  );
  expect([...found].sort()).toEqual([...SKILLS].sort());
  for (const kind of FAULT_KINDS) expect(SKILLS).toContain(SKILL_OF_FAULT[kind]);
});

test('a sign-off holds to its last day; where nobody is signed off nothing is asked', () => {
  expect(holds({ untilDay: '2026-04-14' }, '2026-04-14')).toBe(true);
  expect(holds({ untilDay: '2026-04-14' }, '2026-04-15')).toBe(false);
  expect(holds({ untilDay: null }, '2099-01-01')).toBe(true);
  const signs = [{ personId: 'a', skill: 'springs' as const }];
  expect(skillsMissing(['springs', 'brakes'], signs, 'b')).toEqual(['springs']);
  expect(skillsMissing(['springs', 'brakes'], signs, 'a')).toEqual([]);
  expect(skillsMissing(['springs'], [], 'b')).toEqual([]);
});

test('practiced is what was found of the newest that were asked', () => {
  const answers = [
    { about: 'fault hose-short', correct: false },
    { about: 'fault lead-on', correct: true },
    { about: 'drill tape', correct: true },
    { about: 'fault pin-short', correct: true },
  ];
  expect(practicedAt('brakes', answers)).toEqual({ known: 1, asked: 2 });
  expect(practicedAt('steering', answers)).toEqual({ known: 1, asked: 1 });
  expect(practicedAt('welding', answers)).toEqual({ known: 0, asked: 0 });
  const many = Array.from({ length: 20 }, () => ({ about: 'fault hose-short', correct: true }));
  expect(practicedAt('brakes', [...answers, ...many])).toEqual({ known: 8, asked: 8 });
});
