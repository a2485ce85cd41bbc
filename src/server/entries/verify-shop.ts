import { brokenAnswer } from '../commands/kept-answers';
import type { Db } from '../database';
import { dayText } from '../day-column';
import { SHOP_CHAIN } from './append';
import { VALUES_KEPT } from '../kept-values';
import { canonicalJson, sha256 } from './canonical';
import type { Row, Cell } from '../tables';

/**
 * What stands in rows beside the chains and is not derived from an order's entries, held against what the shop's own chain
 * says of it: procedures, cars, wrenches, contacts, the answers kept for commands, and that no order is gone.
 */

interface ShopChange {
  what: string;
  id: string;
  facts: Record<string, unknown>;
}

/** The last word of the shop's chain on each thing of a kind: every fact as it was last said. */
function lastSaid(changes: readonly ShopChange[], what: string): Map<string, Record<string, unknown>> {
  const words = new Map<string, Record<string, unknown>>();
  for (const change of changes.filter((one) => one.what === what)) {
    const said = Object.fromEntries(Object.entries(change.facts).filter(([, value]) => value !== null));
    words.set(change.id, { ...words.get(change.id), ...said });
  }
  return words;
}

const same = (one: unknown, other: unknown) => canonicalJson(one) === canonicalJson(other);

async function shopChanges(tx: Db): Promise<ShopChange[]> {
  const rows = await tx.rows<Row<'entry', 'canonical'>>(
    "SELECT canonical FROM entry WHERE chain = ? AND kind = 'shop.change' ORDER BY seq",
    [SHOP_CHAIN],
  );
  return rows.map((row) => (JSON.parse(row.canonical) as { data: ShopChange }).data);
}

async function checkOrders(tx: Db, changes: readonly ShopChange[]): Promise<string | null> {
  const rows = await tx.rows<
    Row<'work_order', 'id' | 'number'> & { entries: Cell<'work_order', 'taken_in_entries'> }
  >('SELECT id, number, taken_in_entries AS entries FROM work_order');
  const there = new Map(rows.map((row) => [row.id, row]));
  const known = changes.filter(({ what }) => what === ORDER_OPENED || what === ORDER_TAKEN_IN);
  const gone = known.find((one) => !there.has(one.id));
  if (gone) return `order ${String(gone.facts.number)} is gone with all its entries.`;
  const takenIn = new Map(
    known.filter(({ what }) => what === ORDER_TAKEN_IN).map(({ id, facts }) => [id, facts.entries]),
  );
  const off = rows.find((row) => row.entries !== (takenIn.get(row.id) ?? null));
  return off ? `order ${off.number} was changed: what it says of being taken in is not what happened.` : null;
}

async function checkProcedures(tx: Db, changes: readonly ShopChange[]): Promise<string | null> {
  const rows = await tx.rows<Row<'procedure_version', 'procedure_id' | 'version' | 'hash' | 'content'>>(
    'SELECT procedure_id, version, hash, content FROM procedure_version',
  );
  for (const { procedure_id: id, version, hash, content } of rows)
    if (sha256(content) !== hash) return `procedure ${id}, version ${version}, was changed.`;
  for (const { id, facts } of changes.filter((one) => one.what === 'procedure' && one.facts.hash)) {
    const row = rows.find((one) => one.procedure_id === id && one.version === facts.version);
    if (row?.hash !== facts.hash)
      return `procedure ${id}, version ${String(facts.version)}, is gone or another than was saved.`;
  }
  return null;
}

async function checkCars(tx: Db, changes: readonly ShopChange[]): Promise<string | null> {
  const rows = await tx.rows<Record<string, unknown>>(
    `SELECT id, body, drive, front_suspension AS frontSuspension, rear_suspension AS rearSuspension,
       wheelbase_mm AS wheelbaseMm, vin, platform, later, facts FROM vehicle`,
  );
  const there = new Map(rows.map((row) => [row.id, row]));
  for (const [id, said] of lastSaid(changes, 'vehicle')) {
    const row = there.get(id);
    if (!row) return `car ${id} is gone.`;
    const off = Object.keys(said).find(
      (key) =>
        key in row &&
        (key === 'wheelbaseMm'
          ? Math.abs(Number(row[key]) - Number(said[key])) > 0.01
          : !same(row[key], said[key])),
    );
    if (off) return `car ${id} was changed: its "${off}" is not what was written down.`;
  }
  return null;
}

async function checkWrenches(tx: Db, changes: readonly ShopChange[]): Promise<string | null> {
  const rows = await tx.rows<Row<'wrench', 'id' | 'calibration_due'>>(
    'SELECT id, calibration_due FROM wrench',
  );
  for (const [id, said] of lastSaid(changes, 'wrench')) {
    const row = rows.find((one) => one.id === id);
    if (!row) return `wrench ${id} is gone.`;
    if (said.calibrationDue && dayText(row.calibration_due) !== said.calibrationDue)
      return `wrench ${id} was changed: its calibration date is not what was written down.`;
  }
  return null;
}

/** The hash of a contact in the shop's chain. */
export const contactHash = (salt: string, contact: { name: string; phone: string; email: string }) =>
  sha256(`${salt}\n${contact.name}\n${contact.phone}\n${contact.email}`);

async function checkContacts(tx: Db, changes: readonly ShopChange[]): Promise<string | null> {
  const rows = await tx.rows<Row<'customer_contact', 'customer_id' | 'name' | 'phone' | 'email' | 'salt'>>(
    'SELECT customer_id, name, phone, email, salt FROM customer_contact WHERE salt IS NOT NULL',
  );
  const erased = new Set(changes.filter((one) => one.what === 'contact erased').map((one) => one.id));
  const there = new Map(rows.map((row) => [row.customer_id, row]));
  for (const [id, said] of lastSaid(changes, 'customer')) {
    if (!said.contactHash || erased.has(id)) continue;
    const row = there.get(id);
    if (!row) return `the contact of customer ${id} is gone.`;
    if (contactHash(row.salt!, row) !== said.contactHash) return `the contact of customer ${id} was changed.`;
  }
  return null;
}

/** Values of sheets that the shop keeps: the next job is torqued by them. */
async function checkKeptValues(tx: Db, changes: readonly ShopChange[]): Promise<string | null> {
  const rows = await tx.rows<
    Row<'kept_value', 'platform' | 'kit' | 'place' | 'fastener' | 'nm' | 'angle_deg'>
  >("SELECT platform, kit, place, fastener, nm, angle_deg FROM kept_value WHERE procedure_id = ''");
  type Said = { kit: string; place: string; nm: number | null; angleDeg: number | null };
  const key = (platform: string, kit: string, place: string) => `${platform}\n${kit}\n${place}`.toLowerCase();
  const said = new Map(
    changes
      .filter(({ what }) => what === VALUES_KEPT)
      .flatMap(({ id, facts }) =>
        (facts.values as Said[]).map((one): [string, Said] => [key(id, one.kit, one.place), one]),
      ),
  );
  for (const row of rows) {
    const one = said.get(key(row.platform, row.kit, row.place));
    if (!one || one.nm !== row.nm || one.angleDeg !== row.angle_deg)
      return `the value kept for ${row.fastener} (${row.platform}) is not what was written down.`;
  }
  const kept = new Set(rows.map((row) => key(row.platform, row.kit, row.place)));
  const gone = [...said].find(([place, one]) => one.nm !== null && !kept.has(place));
  return gone ? `the value kept for ${gone[1].place} is gone.` : null;
}

/** What the shop's chain says of an order when it is opened here, and when it is taken in from another shop. */
export const ORDER_OPENED = 'order opened';
export const ORDER_TAKEN_IN = 'work order taken in';
/** … and of a car that was put together with another. */
export const CAR_MERGED = 'car merged';

/** @returns the first thing wrong, or null */
export async function checkShop(tx: Db): Promise<string | null> {
  const changes = await shopChanges(tx);
  for (const check of [
    checkOrders,
    checkProcedures,
    checkCars,
    checkWrenches,
    checkContacts,
    checkKeptValues,
  ]) {
    const found = await check(tx, changes);
    if (found) return found;
  }
  return brokenAnswer(tx);
}
