import { Refusal } from '../refusal';
import type { RunDocument } from '../procedure/run-state';
import type { Fastener, Step } from '../procedure/types';
import { SKILL_WORDS, type Skill, jobOfStep, skillsOfStep, skillsOfSteps } from './skills';

/** What somebody is signed off for: a kind of step, or one job by its procedure. */
export type SignedFor = Skill | `job ${string}`;
export const forJob = (procedure: string): SignedFor => `job ${procedure}`;
/** The procedure a sign-off is for; null where it is for a kind of step. */
export const jobOfSign = (signedFor: string): string | null =>
  signedFor.startsWith('job ') ? signedFor.slice(4) : null;

/** A sign-off as it is on record. */
export interface SkillSign {
  personId: string;
  skill: SignedFor;
  /** The day it was signed, `YYYY-MM-DD`. */
  signedDay: string;
  /** The last day it holds, `YYYY-MM-DD`; null holds until somebody ends it. */
  untilDay: string | null;
  /** The last day they did it, by the record; null where never since. */
  lastWorked: string | null;
}

/** Days without doing it after which a sign-off holds no more: hands forget. */
export const IDLE_DAYS = 365;
const DAY_MS = 86_400_000;
const daysBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / DAY_MS;

/**
 * Does a sign-off hold on a day?
 * @returns `holds`, or why not: its last day is over, or what it is for was not done for a year
 */
export function standOf(
  { untilDay, signedDay, lastWorked }: Omit<SkillSign, 'personId' | 'skill'>,
  today: string,
): 'holds' | 'ran out' | 'not used' {
  if (untilDay !== null && untilDay < today) return 'ran out';
  const last = lastWorked !== null && lastWorked > signedDay ? lastWorked : signedDay;
  return daysBetween(last, today) > IDLE_DAYS ? 'not used' : 'holds';
}

export interface MayAlone {
  personId: string;
  name: string;
  skill: SignedFor;
}

/** Who may do what alone in a shop today. */
export interface Alone {
  /** What the shop signs people off for: whatever somebody was ever signed off for. Of anything else nothing is asked. */
  asked: SignedFor[];
  may: MayAlone[];
  /** Leads stand beside anybody: they sign. */
  leads: { id: string; name: string }[];
}
export const NOBODY_ASKS: Alone = { asked: [], may: [], leads: [] };

const oneOf = new Intl.ListFormat('en-US', { type: 'disjunction' });

/** What a step asks, and of which job it is. */
export interface AskedOf {
  kinds: readonly Skill[];
  job: string | null;
}
export const askedOfStep = (document: RunDocument, step: Step): AskedOf => ({
  kinds: skillsOfStep(document, step),
  job: jobOfStep(document, step),
});

/** What a number of steps ask together, job by job. */
export function askedOfSteps(document: RunDocument, steps: readonly Step[]): AskedOf[] {
  const jobs = new Set(steps.map((step) => jobOfStep(document, step)));
  return [...jobs].flatMap((job) => {
    const kinds = skillsOfSteps(
      document,
      steps.filter((step) => jobOfStep(document, step) === job),
    );
    return kinds.length ? [{ kinds, job }] : [];
  });
}

const signsFor = (kind: Skill, job: string | null): SignedFor[] =>
  job === null ? [kind] : [kind, forJob(job)];
const may = ({ may: all }: Alone, personId: string, any: readonly SignedFor[]) =>
  all.some((one) => one.personId === personId && any.includes(one.skill));

/**
 * What somebody is not signed off for, of what is asked: a sign-off for the job stands for every kind of step in it.
 * @returns nothing of what the shop has never signed anybody off for: it has not begun to ask
 */
export const skillsMissing = ({ kinds, job }: AskedOf, alone: Alone, personId: string): Skill[] =>
  kinds.filter((kind) => {
    const any = signsFor(kind, job);
    return alone.asked.some((one) => any.includes(one)) && !may(alone, personId, any);
  });

/** Who may stand beside somebody who is not signed off for this kind of step: whoever is, and any lead. */
export function whoBeside(kind: Skill, job: string | null, alone: Alone): { id: string; name: string }[] {
  const any = signsFor(kind, job);
  const signed = alone.may.flatMap(({ personId, name, skill }) =>
    any.includes(skill) ? [{ id: personId, name }] : [],
  );
  return [...new Map([...signed, ...alone.leads].map((one) => [one.id, one])).values()];
}

/** A kind of step somebody may not do alone, and who may stand beside them at it. */
export interface BesideAsked {
  kind: Skill;
  who: { id: string; name: string }[];
}

/** For what somebody needs a second person beside them, and who that may be. */
export const besideAsked = (asked: AskedOf, alone: Alone, personId: string): BesideAsked[] =>
  skillsMissing(asked, alone, personId).map((kind) => ({
    kind,
    who: whoBeside(kind, asked.job, alone).filter(({ id }) => id !== personId),
  }));

/** Stands somebody of those who may beside them? */
export const isAttended = ({ who }: BesideAsked, beside: readonly string[]): boolean =>
  who.some(({ id }) => beside.includes(id));

/**
 * Looks whether somebody does alone what they may not.
 * @param beside whom they say stands beside them
 * @throws Refusal `beside` that names what is missing and who may, `self` when they name themselves
 */
export function refuseAlone(asked: AskedOf, alone: Alone, personId: string, beside: readonly string[]): void {
  if (beside.includes(personId))
    throw new Refusal('self', 'Somebody else stands beside you, not you yourself.', 'beside');
  for (const one of besideAsked(asked, alone, personId)) {
    if (isAttended(one, beside)) continue;
    const { kind, who } = one;
    throw new Refusal(
      'beside',
      who.length
        ? `You are not signed off for ${SKILL_WORDS[kind]}: say who stands beside you, ${oneOf.format(
            who.map(({ name }) => name),
          )}.`
        : `You are not signed off for ${SKILL_WORDS[kind]}, and nobody here is: a lead signs somebody off first.`,
      'beside',
    );
  }
}

const KIND_OF_CRITICAL: Partial<Record<NonNullable<Fastener['critical']>, Skill>> = {
  steering: 'steering',
  brake: 'brakes',
};

/** Who may check a torque of somebody else: where its kind is signed off here, whoever is, and any lead; else null. */
export function whoMayCheck(
  { sources }: Pick<RunDocument, 'sources'>,
  fastener: Pick<Fastener, 'id' | 'critical'>,
  alone: Alone,
): { id: string; name: string }[] | null {
  const kind = fastener.critical && KIND_OF_CRITICAL[fastener.critical];
  if (!kind) return null;
  const job = jobOfStep({ sources }, fastener);
  return alone.asked.some((one) => signsFor(kind, job).includes(one)) ? whoBeside(kind, job, alone) : null;
}
