'use client';

import { usePathname } from 'next/navigation';
import { Link } from '@/ui/link';
import { guideFor } from '../help/guide-for';

/** Help in place: the guide, at the line of the page one is on. */
export function HelpHere() {
  return (
    <Link
      href={guideFor(usePathname())}
      className="hidden min-h-11 items-center px-2 font-head text-lg font-medium no-underline hover:bg-hair desk:flex"
    >
      Help
    </Link>
  );
}
