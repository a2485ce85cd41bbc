import type { Metadata } from 'next';
import { NothingHere } from '@/features/shell/nothing-here';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Not here' };

/** No page has that address: outside the desk, where nobody may have signed in. */
export default function NotHere() {
  return (
    <>
      <header className="border-b-2 border-ink px-4 sm:px-7">
        <Link href="/" className="inline-block py-3 font-head text-2xl font-bold no-underline">
          Wrenchwise Ledger
        </Link>
      </header>
      <main className="mx-auto max-w-350 px-4 pt-5 pb-16 sm:px-7">
        <NothingHere />
      </main>
    </>
  );
}
