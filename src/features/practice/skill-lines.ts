import { type SignedFor, forJob, jobOfSign, standOf } from '@/core/practice/alone';
import { OLD_WORDS, SKILLS, SKILL_WORDS, practicedAt } from '@/core/practice/skills';
import { shopDay, shortDay } from '@/core/units/shop-time';
import type { SignOnRecord, SkillWorked } from '@/server/queries/skills';

/** One thing somebody may be signed off for, with how they stand in it. */
export interface SkillLine {
  skill: SignedFor;
  name: string;
  /** A lead has signed it, whether or not it still holds. */
  signed: boolean;
  holds: boolean;
  state: string;
  /** What practice and the record say of it. */
  facts: string[];
}

const steps = (count: number) => `${count} ${count === 1 ? 'step' : 'steps'}`;

function workedWords({ alone, beside, lastAt }: SkillWorked, timeZone: string): string {
  const how = beside ? `${steps(alone + beside)}, ${beside} of them beside somebody` : steps(alone);
  return `worked: ${how}, last ${shortDay(shopDay(lastAt, timeZone))}`;
}

/** How somebody stands in each kind of step, and in each job they were signed off for or have worked on. */
export function skillLines({
  person,
  signs,
  worked,
  answers,
  jobs,
  today,
  timeZone,
}: {
  person: { id: string; skills: readonly string[] };
  signs: readonly SignOnRecord[];
  worked: readonly SkillWorked[];
  answers: readonly { about: string; correct: boolean }[];
  jobs: readonly { id: string; title: string }[];
  today: string;
  timeZone: string;
}): SkillLine[] {
  const ownSigns = signs.filter(({ personId }) => personId === person.id);
  const ownWork = worked.filter(({ personId }) => personId === person.id);
  const stateOf = (sign: SignOnRecord | undefined, carried: boolean): [holds: boolean, words: string] => {
    if (!sign) return carried ? [true, 'by the owner’s word'] : [false, 'not signed off'];
    const stand = standOf(sign, today);
    if (stand === 'ran out') return [carried, `ran out ${shortDay(sign.untilDay!)}`];
    if (stand === 'not used') return [carried, 'ended: not put to use for a year'];
    return [true, `signed off${sign.untilDay ? ` until ${shortDay(sign.untilDay)}` : ''}`];
  };
  const line = (skill: SignedFor, name: string, carried: boolean, practiced: string[]): SkillLine => {
    const sign = ownSigns.find((one) => one.skill === skill);
    const did = ownWork.find((one) => one.skill === skill);
    const [holds, state] = stateOf(sign, carried);
    const facts = [...practiced, ...(did ? [workedWords(did, timeZone)] : [])];
    return { skill, name, signed: sign !== undefined, holds, state, facts };
  };
  const kinds = SKILLS.map((skill) => {
    const { known, asked } = practicedAt(skill, answers);
    const carried = person.skills.some((word) => OLD_WORDS[word] === skill);
    return line(skill, SKILL_WORDS[skill], carried, asked ? [`practiced: found ${known} of ${asked}`] : []);
  });
  const ownJobs = [...ownSigns, ...ownWork].map(({ skill }) => jobOfSign(skill));
  return [
    ...kinds,
    ...jobs.flatMap(({ id, title }) => (ownJobs.includes(id) ? [line(forJob(id), title, false, [])] : [])),
  ];
}
