'use client';

import { Link } from '@/ui/link';
import { usePathname } from 'next/navigation';

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

export function DeskNav() {
  const path = usePathname();
  return (
    <nav aria-label="Main" className="flex">
      {MAIN_PAGES.map(([href, label]) => {
        const here = href === '/' ? path === '/' : path.startsWith(href);
        return (
          <Link
            key={href}
            href={href}
            aria-current={here ? 'page' : undefined}
            className="flex min-h-11 items-center border-b-4 border-transparent px-2 font-head text-lg whitespace-nowrap font-medium no-underline hover:bg-hair aria-[current=page]:border-pen"
          >
            {label}
          </Link>
        );
      })}
    </nav>
  );
}
