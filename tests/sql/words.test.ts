import type { DemoDriver } from '../../demo/driver';
import type { Entry } from '@/core/ledger/entries';
import { describeChange } from '@/features/people/change-words';
import { describeEntry } from '@/contracts/entries';
import { closePool, db } from '@/server/database';
import { entriesOf } from '@/server/entries/kept';
import { loadOrder } from '@/server/entries/order';
import { peopleNames } from '@/server/queries/order';
import { auditPage } from '@/server/queries/people';
import { comeBackJobId } from '@/server/week/job-id';
import { give, handedOver, onItsWheels, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('words');
});
afterAll(closePool);

/** What shows that words were made from something that is not there, or from the machine's own names. */
const BROKEN = /undefined|null|NaN|\[object|\b[0-9a-f]{8}-[0-9a-f]{4}|\$\{|\b[a-z]+[A-Z][a-z]+\b/;

test('every line of a whole job’s trail is a sentence of the shop’s own words', async () => {
  const job = await handedOver(await onItsWheels(shop, 'WORDS 1'));
  const entries = await entriesOf(db(), job.orderId);
  const { state } = (await loadOrder(db(), job.orderId))!;
  const names = await peopleNames(db());
  const kinds = new Set(entries.map((entry) => entry.kind));
  expect(kinds.size).toBeGreaterThan(20);
  const wrong = entries
    .map((entry: Entry) => `${entry.kind}: ${describeEntry(entry, state.document, names)}`)
    .filter((line) => BROKEN.test(line.replace(/^[\w.-]+: /, '')) || !/[.…!?)]$/.test(line));
  expect(wrong).toEqual([]);
});

const SHOP = { currency: 'USD', timeZone: 'America/Denver' };

test('so are the moves of the week: which car, who, where and when, by name', async () => {
  const job = await onItsWheels(shop, 'WORDS 2');
  const ilse = shop.person('Ilse').id;
  const car = (await db().row<{ id: string }>('SELECT vehicle_id AS id FROM work_order WHERE id = ?', [
    job.orderId,
  ]))!.id;
  const place = (await db().row<{ id: string; name: string }>('SELECT id, name FROM shop_place LIMIT 1'))!;
  const startsAt = '2026-04-16T15:00:00.000Z';
  const phase = { jobId: job.orderId, phaseId: 'rack' };
  const said: string[] = [];
  for (const [name, input] of [
    ['week.pin', { ...phase, personId: ilse, placeId: 'rack', startsAt }],
    ['week.pin', phase],
    ['week.pin', { jobId: comeBackJobId(car), phaseId: 'visit', placeId: place.id }],
    ['week.wait', { jobId: job.orderId, untilDay: '2026-04-17', words: 'the left spring' }],
    ['week.wait', { jobId: job.orderId, untilDay: null, words: 'it came' }],
    ['week.away', { personId: ilse, days: ['2026-04-20', '2026-04-21'], away: true }],
    ['week.away', { personId: ilse, days: ['2026-04-20', '2026-04-21'], away: false }],
    ['week.rush', { label: 'Cart with a bent arm', minutes: 90, promisedFor: '2026-04-16T22:00:00.000Z' }],
  ] as const) {
    expect((await give(shop, 'Odalys', name, input)).ok).toBe(true);
    const { lines, names } = await auditPage(db(), null);
    const { done, about, facts } = describeChange(lines[0]!, { names, ...SHOP });
    said.push([done, about.replace(/, order \d+$/, ''), facts].join(' | '));
  }
  expect(said).toEqual([
    'pinned a job | Tindral Coppice WORDS 2 | who: Ilse; what of it: the alignment; where: the rack; from: Thu 16 Apr 2026, 09:00',
    'took a pin out | Tindral Coppice WORDS 2 | what of it: the alignment',
    `pinned a job | Tindral Coppice WORDS 2 | what of it: the come-back; where: ${place.name}`,
    'set what a job waits for | Tindral Coppice WORDS 2 | until: Fri 17 Apr; words: the left spring',
    'said a job waits no longer | Tindral Coppice WORDS 2 | words: it came',
    'said who is away | Ilse | days: Mon 20 Apr, Tue 21 Apr',
    'said who is here after all | Ilse | days: Mon 20 Apr, Tue 21 Apr',
    'put in a rush job | Cart with a bent arm | minutes: 90; needs lift: yes; promised for: Thu 16 Apr 2026, 16:00',
  ]);
});

test('so is every line of the shop’s own chain, with the name of the car, person or tool it is about', async () => {
  let before: number | null = null;
  let seen = 0;
  for (;;) {
    const { lines, names, more } = await auditPage(db(), before);
    for (const line of lines) {
      const { done, about, facts } = describeChange(line, { names, ...SHOP });
      expect(`${done} ${about} ${facts}`).not.toMatch(BROKEN);
      if (['vehicle', 'customer', 'person', 'wrench'].includes(line.what))
        expect(`${line.what}: ${about}`).not.toBe(`${line.what}: `);
      seen += 1;
    }
    if (!more) break;
    before = lines[lines.length - 1]!.seq;
  }
  expect(seen).toBeGreaterThan(5);
});
