import type { RunDocument } from '../procedure/run-state';
import type { Step } from '../procedure/types';
import type { FaultKind } from './scenario';

/** What a lead signs somebody off for, by the kind of step. */
export const SKILLS = ['springs', 'steering', 'brakes', 'welding', 'rack'] as const;
export type Skill = (typeof SKILLS)[number];

export const SKILL_WORDS: Record<Skill, string> = {
  springs: 'springs and struts',
  steering: 'steering',
  brakes: 'brakes',
  welding: 'welding',
  rack: 'the rack',
};

/** The words a shop had for what somebody can do, as they carry over. */
export const OLD_WORDS: Record<string, Skill> = { welding: 'welding', alignment: 'rack' };

const WELD = /weld/i;
const SPRUNG = /coil|spring|strut|leaf/;

/** Whose step it is: the job it came with, by its procedure; null where a lead added it. */
export const jobOfStep = (document: Pick<RunDocument, 'sources'>, { id }: Pick<Step, 'id'>): string | null =>
  document.sources.find(({ prefix }) => id.startsWith(`${prefix}/`))?.id ?? null;

/** What a step asks for. */
export function skillsOfStep({ fasteners }: Pick<RunDocument, 'fasteners'>, step: Step): Skill[] {
  const handled = new Set([...(step.loosens ?? []), ...(step.torques ?? [])]);
  const critical = new Set(
    fasteners.flatMap(({ id, critical: what }) => (what && handled.has(id) ? [what] : [])),
  );
  const found = new Set<Skill>();
  if ([...(step.out ?? []), ...(step.in ?? [])].some((name) => SPRUNG.test(name))) found.add('springs');
  if (critical.has('steering')) found.add('steering');
  if (critical.has('brake')) found.add('brakes');
  if (step.tools?.some(({ kind }) => WELD.test(kind))) found.add('welding');
  if (step.phase === 'align' && handled.size) found.add('rack');
  return SKILLS.filter((skill) => found.has(skill));
}

/** What a number of steps ask for together. */
export function skillsOfSteps(of: Pick<RunDocument, 'fasteners'>, steps: readonly Step[]): Skill[] {
  const found = new Set(steps.flatMap((step) => skillsOfStep(of, step)));
  return SKILLS.filter((skill) => found.has(skill));
}

/** Which skill a fault of a practice car is about. */
export const SKILL_OF_FAULT: Record<FaultKind, Skill> = {
  'bolt-tight': 'springs',
  'lead-on': 'brakes',
  'hose-short': 'brakes',
  'bushing-alike': 'springs',
  'sides-swapped': 'springs',
  'wrench-unit': 'steering',
  'value-missing': 'steering',
  'nut-stuck': 'springs',
  'brake-on': 'rack',
  'cam-unmarked': 'rack',
  'pin-short': 'steering',
  'box-short': 'springs',
  'spring-unseated': 'springs',
};

/** How many answers in practice speak of a skill, the newest. */
const NEWEST = 8;

/** How somebody did in practice at what a skill is about: known of the newest asked. */
export function practicedAt(
  skill: Skill,
  answers: readonly { about: string; correct: boolean }[],
): { known: number; asked: number } {
  const own = answers
    .filter(({ about }) => {
      const [what, kind] = about.split(' ');
      return what === 'fault' && SKILL_OF_FAULT[kind as FaultKind] === skill;
    })
    .slice(-NEWEST);
  return { known: own.filter(({ correct }) => correct).length, asked: own.length };
}
