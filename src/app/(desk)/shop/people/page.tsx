import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { PersonLine, SessionLine } from '@/features/people/people-forms';
import { AddPerson, AdmitPerson } from '@/features/shop/shop-forms';
import { db } from '@/server/database';
import { currentSession, requirePerson, sessionToken } from '@/server/http';
import { sha256 } from '@/server/entries/canonical';
import { crewWithSkills, openSessions } from '@/server/queries/people';
import { readShop } from '@/server/queries/shop';
import { peopleAway } from '@/server/sessions/sessions';

export const metadata: Metadata = { title: 'People and devices' };

export default async function PeoplePage() {
  await connection();
  const person = await requirePerson();
  const owner = holdsRole(person.roles, ['owner']);
  const [people, sessions, away, shop, token] = await Promise.all([
    crewWithSkills(db()),
    openSessions(db(), owner ? null : person.id),
    peopleAway(),
    readShop(db()),
    sessionToken(),
  ]);
  const here = token ? sha256(token) : '';
  const session = await currentSession();
  return (
    <>
      <h1 className="pb-2">People and devices</h1>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
        <section>
          <h2 className="border-b border-ink pb-1">Crew</h2>
          <ul>
            {people.map((one) =>
              owner ? (
                <PersonLine key={one.id} person={one} own={one.id === person.id} />
              ) : (
                <li key={one.id} className="border-b border-rule py-2">
                  <strong>{one.name}</strong> <span className="text-soft">{one.roles.join(', ')}</span>
                </li>
              ),
            )}
          </ul>
          {owner && (
            <div className="mt-5">
              {away.map((one) => (
                <AdmitPerson key={one.id} personId={one.id} name={one.name} />
              ))}
              <AddPerson like={person} />
            </div>
          )}
        </section>
        <section>
          <h2 className="border-b border-ink pb-1">{owner ? 'Open sessions' : 'Where you are signed in'}</h2>
          <ul>
            {sessions.map((one) => (
              <SessionLine key={one.id} session={one} here={one.id === here} timeZone={shop.timeZone} />
            ))}
          </ul>
          <p className="pt-3 text-soft">
            This device:{' '}
            {sessions.find((one) => one.deviceId === session?.deviceId)?.device ?? 'not named yet'}. A PIN
            works on it for twelve hours after a password; five idle minutes ask for the PIN again.
          </p>
          <p className="flex gap-4 pt-3">
            <Link href="/me">Your own units, password and PIN</Link>
            <Link href="/practice/skills">Who may do what alone</Link>
            <Link href="/shop/audit">Who changed what</Link>
          </p>
        </section>
      </div>
    </>
  );
}
