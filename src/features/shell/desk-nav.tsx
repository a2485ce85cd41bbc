'use client';

import { usePathname } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { Link } from '@/ui/link';
import { guideFor } from '../help/guide-for';

const MAIN_PAGES = [
  ['/', 'Today'],
  ['/week', 'Week'],
  ['/orders', 'Jobs'],
  ['/come-backs', 'Come-backs'],
  ['/cars', 'Cars'],
  ['/planner', 'Planner'],
  ['/catalog', 'Catalog'],
  ['/procedures', 'Procedures'],
  ['/hours', 'Hours'],
  ['/bench', 'Bench math'],
  ['/shop', 'Shop'],
] as const;

/** What a narrow page shows of them; the rest is in its menu. */
const NARROW = new Set<string>(['/', '/orders']);
/** Pages that the wide one leads to from elsewhere. */
const MORE_PAGES = [
  ['/orders/new', 'Take a car in'],
  ['/practice', 'Practice'],
  ['/messages', 'Messages'],
  ['/me', 'My own settings'],
  ['/help', 'Help'],
] as const;

const isHere = (href: string, path: string) => (href === '/' ? path === '/' : path.startsWith(href));

/** The current page is told by its weight and its line, so that it stands out without its color too. */
const LOOK =
  'min-h-11 items-center border-b-4 border-transparent px-2 font-head text-lg font-medium whitespace-nowrap no-underline hover:bg-hair aria-[current=page]:border-pen aria-[current=page]:font-bold aria-[current=page]:underline aria-[current=page]:decoration-2 aria-[current=page]:underline-offset-4';

/** Every page of the desk: all in a row where there is room, the first few and a menu where there is not. */
export function DeskNav() {
  const path = usePathname();
  const [open, setOpen] = useState(false);
  const link = ([href, label]: readonly [string, string], className: string) => (
    <Link
      key={href}
      href={href}
      aria-current={isHere(href, path) ? 'page' : undefined}
      className={`${LOOK} ${className}`}
      onClick={() => setOpen(false)}
    >
      {label}
    </Link>
  );
  return (
    <>
      <nav aria-label="Main" className="flex min-w-0">
        {MAIN_PAGES.map(([href, label]) => (
          <span key={href} className="contents">
            {link([href, label], NARROW.has(href) ? 'flex' : 'hidden desk:flex')}
            {href === '/' && link(['/bay', 'Bay'], 'flex desk:hidden')}
          </span>
        ))}
      </nav>
      <Button
        aria-haspopup="dialog"
        className="order-last border-transparent px-2 desk:hidden"
        onClick={() => setOpen(true)}
      >
        Menu
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Where to">
        <nav aria-label="All pages" className="grid grid-cols-2">
          {[...MAIN_PAGES, ...MORE_PAGES, [guideFor(path), 'The guide, at this page'] as const].map((page) =>
            link(page, 'flex'),
          )}
        </nav>
      </Dialog>
    </>
  );
}
