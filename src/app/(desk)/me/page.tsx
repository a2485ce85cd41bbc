import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { OwnSettings, SessionLine } from '@/features/people/people-forms';
import { db } from '@/server/database';
import { sha256 } from '@/server/entries/canonical';
import { requirePerson, sessionToken } from '@/server/http';
import { crewWithSkills, openSessions } from '@/server/queries/people';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Your own settings' };

export default async function OwnPage() {
  await connection();
  const person = await requirePerson();
  const [crew, sessions, shop, token] = await Promise.all([
    crewWithSkills(db()),
    openSessions(db(), person.id),
    readShop(db()),
    sessionToken(),
  ]);
  const skills = crew.find((one) => one.id === person.id)?.skills ?? [];
  return (
    <>
      <h1>{person.name}</h1>
      <p className="pb-4 text-soft">
        {person.roles.join(', ')}
        {skills.length > 0 && ` · skilled in ${skills.join(', ')}`} ·{' '}
        <Link href="/shop/roles">who may do what</Link>
      </p>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
        <section>
          <h2 className="mb-3 border-b border-ink pb-1">Units, password, PIN</h2>
          <OwnSettings lengthUnit={person.lengthUnit} torqueUnit={person.torqueUnit} />
        </section>
        <section>
          <h2 className="border-b border-ink pb-1">Where you are signed in</h2>
          <ul>
            {sessions.map((one) => (
              <SessionLine
                key={one.id}
                session={one}
                here={token !== undefined && one.id === sha256(token)}
                timeZone={shop.timeZone}
              />
            ))}
          </ul>
          <p className="pt-3 text-soft">
            A PIN works on a device for twelve hours after a password; five idle minutes ask for the PIN
            again.
          </p>
        </section>
      </div>
    </>
  );
}
