import { Link } from '@/ui/link';
import { connection } from 'next/server';
import type { ReactNode } from 'react';
import { Palette } from '@/features/find/palette';
import { LiveRefresh } from '@/features/live/live-refresh';
import { DeskNav } from '@/features/shell/desk-nav';
import { PersonMenu } from '@/features/shell/person-menu';
import { Unlock } from '@/features/shell/unlock';
import { Notices } from '@/ui/notices';
import { requirePerson } from '@/server/http';
import { crew } from '@/server/sessions/sessions';

export default async function DeskLayout({ children }: { children: ReactNode }) {
  await connection();
  const person = await requirePerson();
  const people = (await crew()).filter((member) => member.hasPin).map(({ id, name }) => ({ id, name }));
  return (
    <Unlock people={people} before={person.id}>
      <LiveRefresh />
      <header className="no-print flex flex-wrap items-center gap-x-4 border-b-2 border-ink px-7">
        <Link href="/" className="py-3 font-head text-2xl font-bold whitespace-nowrap no-underline">
          Wrenchwise Ledger
        </Link>
        <DeskNav />
        <Palette />
        <PersonMenu id={person.id} name={person.name} role={person.roles.join(', ')} people={people} />
      </header>
      <Notices />
      <main className="mx-auto max-w-350 px-7 pt-5 pb-16">{children}</main>
    </Unlock>
  );
}
