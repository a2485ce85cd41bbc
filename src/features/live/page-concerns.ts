import type { Projection } from '@/contracts/entry';
import type { ChainMoved, EntryArea } from '@/contracts/live';

/** What of the record a page shows; it is read again only when something of that has moved. */
type Shows =
  | { what: 'nothing' }
  | { what: 'the shop' }
  /** One order: its head, and the entries of these parts of the work. */
  | { what: 'an order'; orderId: string; areas: readonly EntryArea[] | 'all' }
  /** The heads of all orders, and what is derived from their entries. */
  | { what: 'lists'; projections: readonly Projection[] | 'all' };

const ORDER = /^\/orders\/([0-9a-f-]{36})(?:\/([a-z-]+))?/;

/** Pages of an order that show a part of it; the others show all of it. */
const ORDER_PAGES: Record<string, readonly EntryArea[]> = {
  'look-over': ['arrival'],
  plan: ['arrival', 'planned'],
  quote: ['arrival', 'planned'],
  parts: ['planned'],
  heights: ['arrival', 'planned', 'bay', 'handed over'],
  work: ['planned', 'bay', 'on trial', 'handed over'],
  droop: ['arrival', 'planned', 'bay', 'measured'],
  torque: ['bay', 'handed over'],
  values: ['bay'],
  alignment: ['arrival', 'bay', 'handed over'],
  road: ['bay', 'on trial', 'handed over'],
  photos: ['bay', 'noted'],
  trial: ['bay', 'on trial'],
};
/** What an order's head shows beside its place, next thing and tape: whose clock runs, what is to be looked at. */
const HEAD: readonly Projection[] = ['clocks', 'conflicts'];

const LISTS: Record<string, readonly Projection[]> = {
  '/': ['clocks', 'conflicts', 'bookings', 'wishes', 'followUps', 'dueDates'],
  '/orders': ['clocks', 'conflicts'],
  '/hours': ['clocks', 'finished', 'stepTimes'],
  '/kits': ['kitFacts', 'finished', 'lessons'],
};
const SHOP = ['/shop', '/procedures', '/catalog', '/me', '/practice/skills'];
const NOTHING = ['/practice', '/help', '/bench', '/planner', '/welcome', '/orders/new', '/shop/roles'];

const under = (pathname: string, places: readonly string[]) =>
  places.some((place) => pathname === place || (place !== '/' && pathname.startsWith(`${place}/`)));

export function shownOn(pathname: string): Shows {
  if (pathname !== '/practice/skills' && under(pathname, NOTHING)) return { what: 'nothing' };
  const [, orderId, page = ''] = ORDER.exec(pathname) ?? [];
  if (orderId) return { what: 'an order', orderId, areas: ORDER_PAGES[page] ?? 'all' };
  if (under(pathname, SHOP)) return { what: 'the shop' };
  const list = Object.keys(LISTS).find((place) => under(pathname, [place]));
  return { what: 'lists', projections: list ? LISTS[list]! : 'all' };
}

const anyOf = <T>(some: readonly T[], all: readonly T[] | 'all') =>
  all === 'all' || some.some((one) => all.includes(one));

/** Does what moved concern what a page shows? */
export function concerns(shows: Shows, moved: ChainMoved): boolean {
  const shopMoved = moved.chain === 'shop';
  switch (shows.what) {
    case 'nothing':
      return false;
    case 'the shop':
      return shopMoved;
    case 'an order':
      return (
        moved.chain === shows.orderId &&
        (moved.head || moved.corrected || anyOf(moved.projections, HEAD) || anyOf(moved.areas, shows.areas))
      );
    case 'lists':
      return shopMoved || moved.head || moved.corrected || anyOf(moved.projections, shows.projections);
  }
}
