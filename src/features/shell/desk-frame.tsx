import type { ReactNode } from 'react';
import type { Desk } from '@/contracts/shown';
import { Palette } from '@/features/find/palette';
import { LiveRefresh } from '@/features/live/live-refresh';
import { Link } from '@/ui/link';
import { Notices } from '@/ui/notices';
import { SkipLink } from '@/ui/skip-link';
import { DeskNav } from './desk-nav';
import { HelpHere } from './help-here';
import { PersonMenu } from './person-menu';
import { Unlock } from './unlock';

/** Every page of the desk: its head, and the page below it. @param desk null until it is known who looks */
export function DeskFrame({ desk, children }: { desk: Desk | null; children: ReactNode }) {
  const people = desk?.people ?? [];
  return (
    <Unlock people={people} before={desk?.viewer.id ?? ''}>
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
        {desk && (
          <PersonMenu
            id={desk.viewer.id}
            name={desk.viewer.name}
            role={desk.viewer.roles.join(', ')}
            people={people}
          />
        )}
      </header>
      <Notices />
      <main id="page" tabIndex={-1} className="mx-auto max-w-350 px-4 pt-5 pb-16 outline-none sm:px-7">
        {children}
      </main>
    </Unlock>
  );
}
