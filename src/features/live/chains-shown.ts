/** Which parts of the record a page shows: those of one order, the shop's own, all of them, or none. */
export type ChainsShown = { order: string } | 'shop' | 'all' | 'none';

const ORDER = /^\/orders\/([0-9a-f-]{36})/;
/** Pages that show the shop's own chain: people, places, tools, catalog. */
const SHOP = ['/shop', '/procedures', '/catalog', '/me'];
/** Pages that show nothing of the record. */
const NOTHING = ['/help', '/bench', '/planner', '/welcome', '/orders/new', '/shop/roles'];

const under = (pathname: string, places: string[]) =>
  places.some((place) => pathname === place || pathname.startsWith(`${place}/`));

export function chainsShown(pathname: string): ChainsShown {
  if (under(pathname, NOTHING)) return 'none';
  const order = ORDER.exec(pathname)?.[1];
  if (order) return { order };
  return under(pathname, SHOP) ? 'shop' : 'all';
}

/** Does a page show any of the chains that moved? */
export function shows(shown: ChainsShown, moved: readonly string[]): boolean {
  if (shown === 'none') return false;
  if (shown === 'all') return moved.length > 0;
  return moved.includes(shown === 'shop' ? 'shop' : shown.order);
}
