import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';

/** Where an order's id stands in the one page that is built for all of them. */
export const ANY_ORDER = '00000000-0000-0000-0000-000000000000';

/** Pages built once that are the same for everybody, and the file of each. */
const BUILT: Record<string, string> = {
  '/': 'index.html',
  '/come-backs': 'come-backs.html',
  [`/orders/${ANY_ORDER}`]: `orders/${ANY_ORDER}.html`,
};

/** An id as it stands in an address. */
export const AN_ID = '[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}';

const ORDER = new RegExp(`^/orders/${AN_ID}$`);

/** The page that was built for an address: for that of an order, the one of all orders. */
export const builtPage = (pathname: string): string =>
  ORDER.test(pathname) ? `/orders/${ANY_ORDER}` : pathname;

const INLINE = /<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g;

/**
 * The scripts that stand in a page itself, each by its hash as a content security policy names it.
 * @param pathname a built page
 * @returns null for a page that is drawn for each who asks, as all are while one develops
 */
export function scriptsOf(pathname: string, root = process.cwd()): string[] | null {
  const name = Object.hasOwn(BUILT, pathname) ? BUILT[pathname]! : null;
  const file = name && path.join(root, '.next', 'server', 'app', name);
  if (!file || !existsSync(file)) return null;
  const hashes = [...readFileSync(file, 'utf8').matchAll(INLINE)].map(
    ([, script]) => `'sha256-${createHash('sha256').update(script!).digest('base64')}'`,
  );
  return [...new Set(hashes)];
}
