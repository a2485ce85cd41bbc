import type { Metadata } from 'next';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { shopDay } from '@/core/units/shop-time';
import { PersonSkills } from '@/features/practice/person-skills';
import { skillLines } from '@/features/practice/skill-lines';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { answersOf } from '@/server/practice/answers';
import { crewNames } from '@/server/queries/page-data';
import { crewWithSkills } from '@/server/queries/people';
import { readShop } from '@/server/queries/shop';
import { procedures } from '@/server/procedures';
import { skillSigns, skillsWorked } from '@/server/queries/skills';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Skills' };

export default async function SkillsPage() {
  await connection();
  const person = await requirePerson();
  const shop = await readShop(db());
  const [people, signs, worked, known, { leads }] = await Promise.all([
    crewWithSkills(db()),
    skillSigns(db(), shop.timeZone),
    skillsWorked(db()),
    procedures(db()),
    crewNames(),
  ]);
  const today = shopDay(now(), shop.timeZone);
  const answers = await Promise.all(people.map(({ id }) => answersOf(db(), id)));
  const mayJudge = holdsRole(person.roles, ['lead']);
  const jobs = known.map(({ procedure }) => ({ id: procedure.id, title: procedure.title }));
  return (
    <>
      <h1>Who may do what alone</h1>
      <p className="max-w-3xl pb-4 text-soft">
        Practiced is what somebody found on practice cars; worked is what the record of the shop’s cars says
        they did. Signed off is a lead’s word, and an entry of the shop: the week plans by it, and the bay
        asks who stands beside where it is missing. It ends on its day, or when it has not been put to use for
        a year. What nobody was ever signed off for is not asked.
      </p>
      <ul>
        {people.map((one, index) => (
          <PersonSkills
            key={one.id}
            person={one}
            lines={skillLines({
              person: one,
              signs,
              worked,
              answers: answers[index]!,
              jobs,
              today,
              timeZone: shop.timeZone,
            })}
            judges={mayJudge ? { leads, jobs } : null}
          />
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
