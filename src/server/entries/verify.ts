import { type Db, db, snapshot } from '../database';
import { FOLD_EDITION } from '../derive';
import type { Row } from '../tables';
import { SHOP_CHAIN } from './append';
import { type Mended, mendedEntries } from './mended';
import type { OrderRow } from './order';
import { type Head, walkChains } from './verify-chain';
import { type WalkedOrder, brokenDerived, strayDerived } from './verify-derived';
import { type Looked, brokenNames, rehashPapers, rehashPictures, rehashSignatures } from './verify-papers';
import { CAR_MERGED, checkShop } from './verify-shop';

/**
 * The walk over the whole record: the orders of some cars at a time, then pictures, papers, and what stands for the shop. Each
 * piece is read as it stood at one moment, while others go on writing; none holds a lock they would wait for.
 */

const PARTS = ['cars', 'pictures', 'papers', 'shop'] as const;

/** How far a walk is: written down after each piece, so that one that was interrupted goes on there. */
export interface WalkPlace {
  /** Another edition derives other rows: the walk begins anew. */
  edition: number;
  part: (typeof PARTS)[number];
  /** After which of its part to go on: a car's first order, a picture, a paper. */
  after: string;
  /** How long the shop's chain was when it began: cars that are put together meanwhile are walked again at its end. */
  shopEntries: number;
  cars: number;
  chains: number;
  entries: number;
  pictures: number;
  papers: number;
}

export interface WalkTold {
  /** Pieces of the record walked, of how many there are. */
  done: number;
  of: number;
  words: string;
}

const MOST_CARS_AT_ONCE = 32;
/** Of few cars as well a walk is told of, and gone on with, after every few hundredths of it. */
const carsAtOnce = (cars: number) => Math.min(MOST_CARS_AT_ONCE, Math.max(1, Math.ceil(cars / 200)));
/** So many lots of cars are walked beside each other: some of what one takes is waiting for the database's answers. */
export const LANES = 6;

interface OrderHead extends OrderRow {
  count: number | null;
  hash: string | null;
}

const ordersOf = (tx: Db, cars: readonly string[]) =>
  tx.rows<OrderHead>(
    `SELECT work_order.id, number, vehicle_id, count, hash FROM work_order
       LEFT JOIN chain_head ON chain = work_order.id WHERE vehicle_id IN (${cars.map(() => '?').join(', ')}) ORDER BY number`,
    [...cars],
  );

/** Walks some chains, and holds what they name against what is kept. @returns what is wrong, or what each of them says */
async function walkedChains(tx: Db, heads: readonly Head[], mended: Mended) {
  const said = await walkChains(tx, heads, mended);
  return typeof said === 'string' ? said : ((await brokenNames(tx, said)) ?? said);
}

/** Walks the chains of some cars' orders. @returns what is wrong, or the orders with what they say */
async function walkedOrders(
  tx: Db,
  orders: readonly OrderHead[],
  mended: Mended,
): Promise<string | readonly WalkedOrder[]> {
  const heads: Head[] = [];
  for (const { id, number, count, hash } of orders) {
    if (count === null || hash === null) return `order ${number} has lost the head of its chain.`;
    heads.push({ chain: id, count, hash, name: `order ${number}` });
  }
  const said = await walkedChains(tx, heads, mended);
  return typeof said === 'string'
    ? said
    : orders.map((order) => ({ ...order, entries: said.get(order.id)! }));
}

/** Walks some cars' orders, and works out anew what they derive. */
async function brokenOrders(tx: Db, orders: readonly OrderHead[], mended: Mended): Promise<string | null> {
  const walked = await walkedOrders(tx, orders, mended);
  return typeof walked === 'string' ? walked : brokenDerived(tx, walked);
}

/** The next cars, by the first order of each. */
const carsAfter = (tx: Db, after: string, most: number) =>
  tx.rows<Row<'work_order', 'vehicle_id'> & { first: number }>(
    `SELECT vehicle_id, number AS first FROM work_order AS one
      WHERE number > ? AND NOT EXISTS
        (SELECT 1 FROM work_order AS earlier WHERE earlier.vehicle_id = one.vehicle_id AND earlier.number < one.number)
      ORDER BY number LIMIT ?`,
    [Number(after) || 0, most],
  );

/** Chains that are of no order, entries that are of no chain, and what the shop's own chain says of everything beside. */
async function brokenShop(tx: Db, mended: Mended): Promise<string | null> {
  const heads = await tx.rows<Row<'chain_head', 'chain' | 'count' | 'hash'>>(
    'SELECT chain, count, hash FROM chain_head WHERE chain NOT IN (SELECT id FROM work_order) ORDER BY chain',
  );
  const said = await walkedChains(tx, heads, mended);
  if (typeof said === 'string') return said;
  const loose = await tx.row<Row<'entry', 'id' | 'chain'>>(
    'SELECT id, chain FROM entry WHERE chain NOT IN (SELECT chain FROM chain_head) LIMIT 1',
  );
  if (loose) return `entry ${loose.id} belongs to a chain ${loose.chain} that has no head.`;
  return (await rehashSignatures(tx)) ?? (await checkShop(tx));
}

/** Cars that others were put together with since the walk began: what was walked of them before was not all of it. */
async function mergedSince(tx: Db, shopEntries: number): Promise<string[]> {
  const rows = await tx.rows<Row<'entry', 'canonical'>>(
    "SELECT canonical FROM entry WHERE chain = ? AND seq > ? AND kind = 'shop.change'",
    [SHOP_CHAIN, shopEntries],
  );
  const changes = rows.map(
    ({ canonical }) => (JSON.parse(canonical) as { data: { what: string; facts: { into?: string } } }).data,
  );
  return [...new Set(changes.filter(({ what }) => what === CAR_MERGED).map(({ facts }) => facts.into!))];
}

async function counted(tx: Db) {
  const row = await tx.row<{ cars: number; pictures: number; papers: number; shop: number | null }>(
    `SELECT (SELECT COUNT(DISTINCT vehicle_id) FROM work_order) AS cars, (SELECT COUNT(*) FROM photo) AS pictures,
            (SELECT COUNT(*) FROM document) AS papers, (SELECT count FROM chain_head WHERE chain = ?) AS shop`,
    [SHOP_CHAIN],
  );
  return row!;
}

const START: Omit<WalkPlace, 'shopEntries'> = {
  edition: FOLD_EDITION,
  part: 'cars',
  after: '',
  cars: 0,
  chains: 0,
  entries: 0,
  pictures: 0,
  papers: 0,
};

/** The piece of a long list that comes next. @returns what is wrong, or how far the walk is then */
async function nextPapers(
  place: WalkPlace,
  look: (tx: Db, after: string) => Promise<Looked>,
  counts: 'pictures' | 'papers',
  then: WalkPlace['part'],
): Promise<string | WalkPlace> {
  const { broken, count, last } = await snapshot((tx) => look(tx, place.after));
  if (broken) return broken;
  return last === null
    ? { ...place, part: then, after: '' }
    : { ...place, after: last, [counts]: place[counts] + count };
}

/** One piece of the walk. @returns what is wrong, or how far the walk is then; null at its end */
async function nextPiece(
  place: WalkPlace,
  mended: Mended,
  walk: WalkLot,
  atOnce: number,
): Promise<string | WalkPlace | null> {
  if (place.part === 'pictures') return nextPapers(place, rehashPictures, 'pictures', 'papers');
  if (place.part === 'papers') return nextPapers(place, rehashPapers, 'papers', 'shop');
  if (place.part === 'shop')
    return snapshot(async (tx) => {
      const again = await mergedSince(tx, place.shopEntries);
      const orders = again.length ? await ordersOf(tx, again) : [];
      return (
        (await brokenShop(tx, mended)) ?? (await brokenOrders(tx, orders, mended)) ?? (await strayDerived(tx))
      );
    });
  return nextCars(place, mended, walk, atOnce);
}

/** Some cars with all their orders, as they were walked. */
export interface WalkedLot {
  broken: string | null;
  orders: number;
  entries: number;
}

export type WalkLot = (cars: readonly string[], mended: Mended) => Promise<WalkedLot>;

/** Walks some cars as they stood at one moment. */
export const walkLot: WalkLot = (cars, mended) =>
  snapshot(async (tx) => {
    const orders = await ordersOf(tx, cars);
    return {
      broken: await brokenOrders(tx, orders, mended),
      orders: orders.length,
      entries: orders.reduce((sum, { count }) => sum + (count ?? 0), 0),
    };
  });

/** Walks the next cars, some beside others. */
async function nextCars(
  place: WalkPlace,
  mended: Mended,
  walk: WalkLot,
  atOnce: number,
): Promise<string | WalkPlace> {
  const cars = await carsAfter(db(), place.after, atOnce * LANES);
  if (!cars.length) return { ...place, part: 'pictures', after: '' };
  const lots = Array.from({ length: LANES }, (_, lane) =>
    cars.slice(lane * atOnce, (lane + 1) * atOnce).map((car) => car.vehicle_id),
  ).filter((lot) => lot.length > 0);
  const walked = await Promise.all(lots.map((lot) => walk(lot, mended)));
  const broken = walked.find((lot) => lot.broken !== null)?.broken;
  if (broken) return broken;
  return {
    ...place,
    after: String(cars.at(-1)!.first),
    cars: place.cars + cars.length,
    chains: walked.reduce((sum, { orders }) => sum + orders, place.chains),
    entries: walked.reduce((sum, { entries }) => sum + entries, place.entries),
  };
}

/**
 * Walks the whole record: chains against their heads, what entries name against what is kept, derived tables against what the
 * entries say, and what stands beside the chains against the shop's own.
 * @param from where a walk that was interrupted goes on; a walk from the start trusts nothing that was walked before
 * @param keep is told after each piece how far the walk is, and may write it down
 * @param walk walks some cars, here or in a thread
 * @returns the first thing wrong, or null
 */
export async function verifyEverything(
  tell: (text: string) => void,
  from: WalkPlace | null = null,
  keep: (place: WalkPlace, told: WalkTold) => void = () => undefined,
  walk: WalkLot = walkLot,
): Promise<string | null> {
  const there = await snapshot(counted);
  const mended = await snapshot(mendedEntries);
  const of = there.cars + there.pictures + there.papers + 1;
  let place: WalkPlace = from?.edition === FOLD_EDITION ? from : { ...START, shopEntries: there.shop ?? 0 };
  for (;;) {
    const next = await nextPiece(place, mended, walk, carsAtOnce(there.cars));
    if (typeof next === 'string') return next;
    if (!next) break;
    place = next;
    keep(place, {
      done: Math.min(of, place.cars + place.pictures + place.papers),
      of,
      words: `${place.chains} orders, ${place.pictures} pictures, ${place.papers} papers`,
    });
  }
  tell(
    `${place.chains} orders with ${place.entries} entries walked, what they derive worked out anew; ${place.pictures} pictures and ${place.papers} papers rehashed. Nothing is broken.`,
  );
  return null;
}

/** What is wrong with a record that was written within a transaction; what is derived is left out. */
export async function brokenRecord(tx: Db): Promise<string | null> {
  const mended = await mendedEntries(tx);
  const cars = await tx.rows<Row<'work_order', 'vehicle_id'>>('SELECT DISTINCT vehicle_id FROM work_order');
  for (let at = 0; at < cars.length; at += MOST_CARS_AT_ONCE) {
    const some = cars.slice(at, at + MOST_CARS_AT_ONCE).map((car) => car.vehicle_id);
    const walked = await walkedOrders(tx, await ordersOf(tx, some), mended);
    if (typeof walked === 'string') return walked;
  }
  for (const look of [rehashPictures, rehashPapers])
    for (let after: string | null = ''; after !== null;) {
      const looked: Looked = await look(tx, after);
      if (looked.broken) return looked.broken;
      after = looked.last;
    }
  return brokenShop(tx, mended);
}
