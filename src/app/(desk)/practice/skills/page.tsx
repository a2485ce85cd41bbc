import type { Metadata } from 'next';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { OLD_WORDS, SKILLS, SKILL_WORDS, holds, practicedAt } from '@/core/practice/skills';
import { shopDay, shortDay } from '@/core/units/shop-time';
import { PracticeMark } from '@/features/practice/practice-mark';
import { EndSkill, SignSkill } from '@/features/practice/sign-skill';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { answersOf } from '@/server/practice/answers';
import { crewNames } from '@/server/queries/page-data';
import { crewWithSkills } from '@/server/queries/people';
import { readShop } from '@/server/queries/shop';
import { skillSigns } from '@/server/queries/skills';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Skills' };

export default async function SkillsPage() {
  await connection();
  const person = await requirePerson();
  const [people, signs, shop, { leads }] = await Promise.all([
    crewWithSkills(db()),
    skillSigns(db()),
    readShop(db()),
    crewNames(),
  ]);
  const today = shopDay(now(), shop.timeZone);
  const answers = await Promise.all(people.map(({ id }) => answersOf(db(), id)));
  const mayJudge = holdsRole(person.roles, ['lead']);
  return (
    <>
      <PracticeMark />
      <h1 className="mt-3">Who may do what alone</h1>
      <p className="max-w-3xl pb-4 text-soft">
        Practiced is what somebody found on practice cars. Signed off is a lead’s word, and an entry of the
        shop: the week plans by it, and the bay asks for a second person where it is missing. Where nobody is
        signed off for something, nothing is asked.
      </p>
      <ul>
        {people.map((one, index) => (
          <li
            key={one.id}
            data-person={one.name}
            className="grid gap-x-8 gap-y-2 border-b border-rule py-3 lg:grid-cols-[10rem_minmax(0,1fr)_auto]"
          >
            <h2 className="text-xl">{one.name}</h2>
            <ul className="grid gap-x-6 gap-y-1 sm:grid-cols-2 xl:grid-cols-3">
              {SKILLS.map((skill) => {
                const sign = signs.find((each) => each.personId === one.id && each.skill === skill);
                const carried = one.skills.some((word) => OLD_WORDS[word] === skill);
                const { known, asked } = practicedAt(skill, answers[index]!);
                const state = sign
                  ? holds(sign, today)
                    ? `signed off${sign.untilDay ? ` until ${shortDay(sign.untilDay)}` : ''}`
                    : `ran out ${shortDay(sign.untilDay!)}`
                  : carried
                    ? 'by the owner’s word'
                    : 'not signed off';
                return (
                  <li
                    key={skill}
                    data-skill={skill}
                    className="flex flex-wrap items-baseline justify-between gap-x-3"
                  >
                    <span>
                      <span className="font-semibold">{SKILL_WORDS[skill]}</span>:{' '}
                      <span className={sign && holds(sign, today) ? 'font-semibold' : 'text-soft'}>
                        {state}
                      </span>
                      {asked > 0 && (
                        <span className="text-soft">
                          , practiced: found {known} of {asked}
                        </span>
                      )}
                    </span>
                    {mayJudge && sign && (
                      <EndSkill personId={one.id} skill={skill} leads={leads} name={one.name} />
                    )}
                  </li>
                );
              })}
            </ul>
            {mayJudge && <SignSkill personId={one.id} name={one.name} leads={leads} />}
          </li>
        ))}
      </ul>
      <p className="mt-5">
        <Link className="btn" href="/practice">
          All practice
        </Link>
      </p>
    </>
  );
}
