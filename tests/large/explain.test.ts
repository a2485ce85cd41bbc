import { tellHistory } from '../../demo/bulk';
import type { DemoDriver } from '../../demo/driver';
import { now } from '@/server/clock';
import { closePool, db } from '@/server/database';
import * as cars from '@/server/queries/cars';
import { openComeBacks } from '@/server/queries/come-backs';
import { openOrders, openTaskList, runningClocks } from '@/server/queries/day';
import { hoursSince, openClocks, overlaps, runningJobs } from '@/server/queries/hours';
import { readHoursBook } from '@/server/queries/hours-book';
import { readOrderFile } from '@/server/queries/order';
import { findOrders } from '@/server/queries/orders';
import { auditPage, openSessions } from '@/server/queries/people';
import { finishedWork } from '@/server/queries/planning';
import { searchAll } from '@/server/queries/search';
import { readWeek } from '@/server/week/problem';
import { copyCars } from '../support/many-cars';
import { handedOver, onItsWheels, testShop } from '../support/shop';

const ORDERS = 2000;
/** Told car by car is a ninth of them, and each is copied eight times. */
const COPIES = 8;
/** A table read whole is no matter while it is this small. */
const SMALL = 1000;

let shop: DemoDriver;
let orderId: string;
beforeAll(async () => {
  shop = await testShop('explain');
  const job = await handedOver(await onItsWheels(shop, 'EXPLAIN 1'));
  orderId = job.orderId;
  await tellHistory([{ orderIds: [orderId], ratio: 1, sdLog: 0.2 }], ORDERS / (COPIES + 1), {
    today: shop.today,
    firstDaysAgo: 700,
    lastDaysAgo: 40,
    seed: 'explain',
    ownPapers: false,
  });
  await copyCars(COPIES);
  const [all] = await db().rows<{ orders: number; entries: number }>(
    'SELECT (SELECT COUNT(*) FROM work_order) AS orders, (SELECT COUNT(*) FROM entry) AS entries',
  );
  expect(all!.orders).toBeGreaterThanOrEqual(ORDERS);
  expect(all!.entries).toBeGreaterThan(50 * ORDERS);
  const tables = await db().rows<{ name: string }>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'",
  );
  for (const { name } of tables) await db().run(`ANALYZE TABLE ${name}`);
}, 600_000);
afterAll(closePool);

/** Everything the daily pages ask of the database. */
const ASKED: Record<string, () => Promise<unknown>> = {
  day: async () => {
    await openOrders(db());
    await runningClocks(db());
    await openTaskList(db());
  },
  'come-backs': () => openComeBacks(db(), '2026-04-14'),
  'a work order': () => readOrderFile(db(), orderId),
  'jobs, first page': () => findOrders(db(), '', 0),
  'jobs, tenth page': () => findOrders(db(), '', 9),
  'jobs, found': () => findOrders(db(), 'Quarrow', 0),
  cars: () => cars.findCars(db(), '', 2),
  'search by plate': () => searchAll(db(), 'KA 12'),
  'search by words': () => searchAll(db(), 'upper ball joint'),
  'hours now': async () => {
    await openClocks(db(), now());
    await hoursSince(db(), new Date(now().getTime() - 86_400_000), now());
    await runningJobs(db(), now());
    await overlaps(db(), now());
  },
  'hours of a month': () => readHoursBook(db(), new Date('2026-01-01'), new Date('2026-02-01')),
  'hours that teach': () =>
    finishedWork(db(), { procedures: 'strut-top-spacer rear-lift-block', platform: '' }),
  week: () => readWeek(db(), now()),
  people: () => openSessions(db(), null),
  audit: () => auditPage(db(), null),
};

interface Explained {
  table: string | null;
  type: string | null;
  rows: number | null;
}

/** The statements a question puts to the database, as they are sent. */
async function statementsOf(work: () => Promise<unknown>): Promise<{ sql: string; values: unknown[] }[]> {
  const seen: { sql: string; values: unknown[] }[] = [];
  const tx = db();
  const { rows } = tx;
  tx.rows = ((sql: string, values: unknown[] = []) => {
    seen.push({ sql, values });
    return rows(sql, values as never);
  }) as typeof rows;
  const { row } = tx;
  tx.row = ((sql: string, values: unknown[] = []) => {
    seen.push({ sql, values });
    return row(sql, values as never);
  }) as typeof row;
  try {
    await work();
  } finally {
    tx.rows = rows;
    tx.row = row;
  }
  return seen;
}

test.each(Object.keys(ASKED))(
  'on 2,000 orders, %s reads no table over a thousand rows whole',
  async (name) => {
    const statements = await statementsOf(ASKED[name]!);
    expect(statements.length).toBeGreaterThan(0);
    const whole: string[] = [];
    const once = new Map(statements.map((one) => [one.sql, one]));
    for (const { sql, values } of once.values()) {
      if (!/^\s*(SELECT|WITH)/i.test(sql)) continue;
      const plan = await db().rows<Explained>(`EXPLAIN ${sql}`, values as never);
      for (const step of plan)
        if (step.type === 'ALL' && Number(step.rows ?? 0) > SMALL)
          whole.push(`${step.table}, ${step.rows} rows: ${sql.replace(/\s+/g, ' ').slice(0, 160)}`);
    }
    expect(whole).toEqual([]);
  },
);

/** All documents that hold every one of some words, each as the beginning of a word, by looking through all there are. */
async function docsHolding(words: readonly string[]) {
  const docs = await db().rows<{ order_id: string; what: string; words: string; at: Date }>(
    "SELECT order_id, what, words, at FROM search_doc WHERE what <> 'car'",
  );
  const begins = (text: string) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  return docs.filter((doc) => {
    const own = begins(doc.words);
    return words.every((word) => own.some((one) => one.startsWith(word)));
  });
}

test('words that stand in every order, in some, and in one: the newest that hold them all', async () => {
  // One of the oldest holds what no other does.
  const oldest = (await db().row<{ order_id: string }>(
    "SELECT order_id FROM search_doc WHERE what = 'notes' ORDER BY at LIMIT 1",
  ))!.order_id;
  await db().run(
    "UPDATE search_doc SET words = CONCAT(words, '\nFerrule quibbled loose') WHERE order_id = ? AND what = 'notes'",
    [oldest],
  );
  const [common] = await db().rows<{ words: string }>(
    "SELECT words FROM search_doc WHERE order_id = ? AND what = 'notes'",
    [oldest],
  );
  const inAll = common!.words
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .find((word) => word.length > 4)!;
  for (const text of [
    'upper ball',
    'upper',
    'lower control joint',
    'quibbl',
    `${inAll} quibbl`,
    'upper zzyzx',
    'forest road',
  ]) {
    const words = text.split(' ');
    const holding = await docsHolding(words);
    const times = new Map(holding.map((doc) => [`${doc.order_id} ${doc.what}`, doc.at.getTime()]));
    const hits = (await searchAll(db(), text)).filter(
      ({ what }) => !['plate', 'customer', 'car', 'order'].includes(what),
    );
    expect({ text, hits: hits.length }).toEqual({ text, hits: Math.min(24, holding.length) });
    const seen = hits.map(({ orderId: id, what }) => times.get(`${id} ${what}`)!);
    // Each holds all the words, and none that is left out is newer.
    const newest = [...times.values()].sort((a, b) => b - a).slice(0, 24);
    expect(seen).toEqual(newest);
  }
  expect(await docsHolding(['quibbl'])).toHaveLength(1);
  expect((await docsHolding(['upper', 'ball'])).length).toBeGreaterThan(1000);
});
