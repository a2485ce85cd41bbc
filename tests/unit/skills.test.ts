import { FAULT_KINDS } from '@/core/practice/scenario';
import {
  type Alone,
  askedOfSteps,
  forJob,
  jobOfSign,
  refuseAlone,
  skillsMissing,
  standOf,
  whoBeside,
  whoMayCheck,
} from '@/core/practice/alone';
import { SKILL_OF_FAULT, SKILLS, practicedAt, skillsOfStep } from '@/core/practice/skills';
import { workedOf } from '@/core/practice/worked';
import { stepDoneMove } from '@/core/moves/step-done';
import { libraryIds, provedRun } from '../support/library';
import { refusedBy } from '../support/refused';
import { Tablet } from '../support/tablet';

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

const signed = (more: object) => ({ signedDay: '2026-01-10', untilDay: null, lastWorked: null, ...more });

test('a sign-off holds to its last day, and as long as it is put to use', () => {
  expect(standOf(signed({ untilDay: '2026-04-14' }), '2026-04-14')).toBe('holds');
  expect(standOf(signed({ untilDay: '2026-04-14' }), '2026-04-15')).toBe('ran out');
  expect(standOf(signed({}), '2027-01-10')).toBe('holds');
  expect(standOf(signed({}), '2027-01-11')).toBe('not used');
  expect(standOf(signed({ lastWorked: '2026-06-01' }), '2027-01-11')).toBe('holds');
  // Work of before it was signed does not shorten it.
  expect(standOf(signed({ lastWorked: '2024-06-01' }), '2027-01-10')).toBe('holds');
  expect(jobOfSign(forJob('lowering'))).toBe('lowering');
  expect(jobOfSign('springs')).toBeNull();
});

const ALONE: Alone = {
  asked: ['springs', 'steering', forJob('lowering')],
  may: [
    { personId: 'a', name: 'Ada', skill: 'springs' },
    { personId: 'b', name: 'Bea', skill: forJob('lowering') },
  ],
  leads: [{ id: 'l', name: 'Lou' }],
};

test('a sign-off for the job stands for every kind of step in it; what was never signed is not asked', () => {
  const missing = (kinds: Parameters<typeof skillsMissing>[0]['kinds'], job: string | null, who: string) =>
    skillsMissing({ kinds, job }, ALONE, who);
  expect(missing(['springs', 'brakes'], null, 'b')).toEqual(['springs']);
  expect(missing(['springs', 'brakes'], null, 'a')).toEqual([]);
  expect(missing(['springs', 'brakes', 'welding'], 'lowering', 'b')).toEqual([]);
  // A job that is signed off asks for its kinds, of which some are asked nowhere else.
  expect(missing(['springs', 'welding'], 'lowering', 'a')).toEqual(['welding']);
  expect(missing(['springs'], 'rear-lift-block', 'b')).toEqual(['springs']);
  // Whoever held it no longer may: still it is asked, and a lead stands beside.
  expect(missing(['steering'], null, 'a')).toEqual(['steering']);
  expect(whoBeside('steering', null, ALONE)).toEqual([{ id: 'l', name: 'Lou' }]);
  expect(whoBeside('springs', 'lowering', ALONE).map(({ name }) => name)).toEqual(['Ada', 'Bea', 'Lou']);
  expect(skillsMissing({ kinds: ['springs'], job: null }, { asked: [], may: [], leads: [] }, 'b')).toEqual(
    [],
  );
});

test('alone is refused by name, with who may stand beside; nobody stands beside themselves', () => {
  const tried = (who: string, beside: string[]) =>
    refusedBy(() => refuseAlone({ kinds: ['springs'], job: null }, ALONE, who, beside));
  expect(tried('b', [])).toMatchObject({
    code: 'beside',
    field: 'beside',
    message: 'You are not signed off for springs and struts: say who stands beside you, Ada or Lou.',
  });
  expect(tried('b', ['c']).code).toBe('beside');
  expect(tried('b', ['b']).code).toBe('self');
  expect(() => refuseAlone({ kinds: ['springs'], job: null }, ALONE, 'b', ['a'])).not.toThrow();
  expect(() => refuseAlone({ kinds: ['springs'], job: null }, ALONE, 'b', ['l'])).not.toThrow();
  expect(() => refuseAlone({ kinds: ['springs'], job: null }, ALONE, 'a', [])).not.toThrow();
  const nobody = { asked: ALONE.asked, may: [], leads: [] };
  expect(refusedBy(() => refuseAlone({ kinds: ['springs'], job: null }, nobody, 'b', [])).message).toContain(
    'a lead signs somebody off first',
  );
});

test('whoever checks what steers is signed off for it, where that is asked', () => {
  const document = provedRun('front-leaf-springs');
  const critical = (what: string) => document.fasteners.find((one) => one.critical === what)!;
  expect(whoMayCheck(document, critical('steering'), ALONE)).toEqual([{ id: 'l', name: 'Lou' }]);
  expect(whoMayCheck(document, critical('brake'), ALONE)).toBeNull();
  const plain = document.fasteners.find((one) => one.critical === undefined)!;
  expect(whoMayCheck(document, plain, ALONE)).toBeNull();
});

test('a step names who stood beside, and the record tells who did what with whom', () => {
  const document = provedRun('strut-top-spacer');
  const tablet = new Tablet(document);
  const step = tablet.workTo(({ id }) => id.endsWith('/strut-out-L'));
  const alone: Alone = { ...ALONE, asked: ['springs'] };
  const { state } = tablet.order;
  const job = () => tablet.order;
  const mover = { personId: 'b', deviceId: 'd', commandId: 'c', offline: false };
  expect(refusedBy(() => stepDoneMove(job(), { stepId: step.id }, mover, alone)).code).toBe('beside');
  const [entry] = stepDoneMove(job(), { stepId: step.id, beside: ['a'] }, mover, alone);
  expect(entry!.data).toMatchObject({ stepId: step.id, beside: ['a'] });
  // Nobody is named where nobody was said.
  expect(
    stepDoneMove(job(), { stepId: step.id }, { ...mover, personId: 'a' }, alone)[0]!.data,
  ).not.toHaveProperty('beside');
  expect(workedOf(state).filter(({ skill }) => skill === 'springs')).toEqual([]);
  const at = '2026-04-14T17:00:00.000Z';
  const { run } = state;
  run!.done.set(step.id, { entryId: 'e', at, personId: 'b', beside: ['a'] });
  const twin = step.id.replace(/-L$/, '-R');
  run!.done.set(twin, { entryId: 'f', at: '2026-04-14T18:00:00.000Z', personId: 'b' });
  expect(workedOf(state).filter(({ personId }) => personId === 'b')).toEqual([
    { personId: 'b', skill: 'springs', alone: 1, beside: 1, lastAt: '2026-04-14T18:00:00.000Z' },
    { personId: 'b', skill: 'job strut-top-spacer', alone: 1, beside: 1, lastAt: '2026-04-14T18:00:00.000Z' },
  ]);
  const [asked] = askedOfSteps(document, document.steps);
  expect(asked).toMatchObject({ job: 'strut-top-spacer' });
  expect(asked!.kinds).toContain('springs');
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
