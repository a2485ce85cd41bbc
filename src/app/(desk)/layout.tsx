import { Link } from '@/ui/link';
import { connection } from 'next/server';
import type { ReactNode } from 'react';
import { Palette } from '@/features/find/palette';
import { LiveRefresh } from '@/features/live/live-refresh';
import { DeskNav } from '@/features/shell/desk-nav';
import { HelpHere } from '@/features/shell/help-here';
import { PersonMenu } from '@/features/shell/person-menu';
import { Unlock } from '@/features/shell/unlock';
import { Notices } from '@/ui/notices';
import { SkipLink } from '@/ui/skip-link';
import { requirePerson } from '@/server/http';
import { crew } from '@/server/sessions/sessions';

export default async function DeskLayout({ children }: { children: ReactNode }) {
  await connection();
  const person = await requirePerson();
  const people = (await crew()).filter((member) => member.hasPin).map(({ id, name }) => ({ id, name }));
  return (
    <Unlock people={people} before={person.id}>
      <LiveRefresh />
      <SkipLink />
      <header className="no-print flex items-center gap-x-1 border-b-2 border-ink px-2 sm:px-5 desk:flex-wrap desk:gap-x-2 desk:px-7">
        <Link
          href="/"
          className="hidden py-3 font-head text-2xl font-bold whitespace-nowrap no-underline desk:block"
        >
          Wrenchwise Ledger
        </Link>
        <DeskNav />
        <Palette />
        <HelpHere />
        <PersonMenu id={person.id} name={person.name} role={person.roles.join(', ')} people={people} />
      </header>
      <Notices />
      <main id="page" tabIndex={-1} className="mx-auto max-w-350 px-4 pt-5 pb-16 outline-none sm:px-7">
        {children}
      </main>
    </Unlock>
  );
}
