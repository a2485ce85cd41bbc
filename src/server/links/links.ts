import 'server-only';
import { randomBytes, randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { now } from '../clock';
import { type Db, db } from '../database';
import { sha256 } from '../entries/canonical';
import type { Row } from '../tables';

/** Days a page lives for its offers, before the car is handed over. */
export const OFFER_DAYS = 14;
/** Days no page outlives, whatever is still open. */
export const MOST_DAYS = 400;
const DAY_MS = 86_400_000;

const TOKEN = /^[A-Za-z0-9_-]{43}$/;
export const newToken = () => randomBytes(32).toString('base64url');

/** Where the browser reached us, as it named us; the server itself only knows where it listens. */
export function originOf(request: Request): string {
  const url = new URL(request.url);
  return `${request.headers.get('x-forwarded-proto') ?? url.protocol.replace(':', '')}://${request.headers.get('host') ?? url.host}`;
}

/** Where this shop is reached from outside, as far as anybody has said: PUBLIC_URL, else how the browser named it. */
export const publicBase = (origin?: string): string =>
  process.env.PUBLIC_URL ?? origin ?? `http://127.0.0.1:${process.env.PORT ?? 3000}`;

/** A page's whole address. Links in messages name the shop's public address where it has one. */
export function linkAddress(token: string, origin?: string): string {
  return `${publicBase(origin).replace(/\/$/, '')}/c/${token}`;
}

/** The order's page gets an address; one it had before stops working. Only the hash of the address is kept. */
export async function makeLink(tx: Db, orderId: string, tokenHash: string, at: Date): Promise<string> {
  await revokeLink(tx, orderId, at);
  const linkId = randomUUID();
  await tx.run(
    'INSERT INTO customer_link (id, order_id, token_hash, created_at, renewed_at) VALUES (?, ?, ?, ?, ?)',
    [linkId, orderId, tokenHash, at, at],
  );
  return linkId;
}

/** Another address for an order's open page, as a message takes it out. @throws Refusal when the page was taken away */
export async function renewLink(tx: Db, orderId: string, at: Date): Promise<string> {
  const token = newToken();
  const done = await tx.run(
    'UPDATE customer_link SET token_hash = ?, renewed_at = ? WHERE order_id = ? AND revoked_at IS NULL',
    [sha256(token), at, orderId],
  );
  if (!done.affectedRows) throw new Refusal('no-link', 'The customer’s page was taken away.', 'orderId');
  return token;
}

export async function revokeLink(tx: Db, orderId: string, at: Date): Promise<string | null> {
  const row = await tx.row<Row<'customer_link', 'id'>>(
    'SELECT id FROM customer_link WHERE order_id = ? AND revoked_at IS NULL FOR UPDATE',
    [orderId],
  );
  if (row) await tx.run('UPDATE customer_link SET revoked_at = ? WHERE id = ?', [at, row.id]);
  return row?.id ?? null;
}

export interface OpenLink {
  linkId: string;
  orderId: string;
  /** The last day it works on. */
  until: Date;
}

interface LinkRow {
  id: string;
  order_id: string;
  created_at: Date;
  renewed_at: Date;
  closed: number;
  open_follow_ups: number;
  closed_at: Date | null;
}

/** Until when a page works: for its offers, then until its last come-back closes, and never past its longest life. */
function worksUntil(row: LinkRow): Date {
  const most = row.created_at.getTime() + MOST_DAYS * DAY_MS;
  if (!row.closed) return new Date(Math.min(most, row.renewed_at.getTime() + OFFER_DAYS * DAY_MS));
  if (row.open_follow_ups > 0) return new Date(most);
  // Handed over with nothing to come back for: it may still be read for as long as an offer would be.
  const closed = row.closed_at ?? row.renewed_at;
  return new Date(Math.min(most, closed.getTime() + OFFER_DAYS * DAY_MS));
}

const LINK_SQL = `SELECT customer_link.id, customer_link.order_id, customer_link.created_at, renewed_at, order_now.closed,
    (SELECT COUNT(*) FROM follow_up WHERE follow_up.order_id = customer_link.order_id AND closed_by IS NULL) AS open_follow_ups,
    (SELECT MAX(received_at) FROM entry WHERE chain = customer_link.order_id AND kind IN ('handoff', 'followup.close')) AS closed_at
  FROM customer_link JOIN order_now ON order_now.order_id = customer_link.order_id`;

/** The page behind an address, or null: unknown, taken away and run out look the same from outside. */
export async function openLink(token: string): Promise<OpenLink | null> {
  if (!TOKEN.test(token)) return null;
  const row = await db().row<LinkRow>(`${LINK_SQL} WHERE token_hash = ? AND revoked_at IS NULL`, [
    sha256(token),
  ]);
  if (!row) return null;
  const until = worksUntil(row);
  return until < now() ? null : { linkId: row.id, orderId: row.order_id, until };
}

/** Notes that a page was looked at. It is a note beside the record: looking changes nothing in it. */
export async function noteView(linkId: string, what: 'page' | 'photo' | 'pdf' | 'zip'): Promise<void> {
  await db().run('INSERT INTO customer_link_view (link_id, at, what) VALUES (?, ?, ?)', [
    linkId,
    now(),
    what,
  ]);
}

export interface LinkNow {
  linkId: string;
  madeAt: string;
  until: string;
  worksStill: boolean;
  views: { at: string; what: string }[];
}

/** An order's open page as the shop sees it: until when it works, and when it was looked at. */
export async function linkOfOrder(tx: Db, orderId: string): Promise<LinkNow | null> {
  const row = await tx.row<LinkRow>(`${LINK_SQL} WHERE customer_link.order_id = ? AND revoked_at IS NULL`, [
    orderId,
  ]);
  if (!row) return null;
  const views = await tx.rows<Row<'customer_link_view', 'at' | 'what'>>(
    'SELECT at, what FROM customer_link_view WHERE link_id = ? ORDER BY id DESC LIMIT 20',
    [row.id],
  );
  const until = worksUntil(row);
  return {
    linkId: row.id,
    madeAt: row.renewed_at.toISOString(),
    until: until.toISOString(),
    worksStill: until >= now(),
    views: views.map((view) => ({ at: view.at.toISOString(), what: view.what })),
  };
}
