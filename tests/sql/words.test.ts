import type { DemoDriver } from '../../demo/driver';
import type { Entry } from '@/core/ledger/entries';
import { changeWords } from '@/features/people/change-words';
import { entryWords } from '@/features/trail/entry-words';
import { closePool, db } from '@/server/database';
import { entriesOf } from '@/server/entries/append';
import { loadOrder } from '@/server/entries/order';
import { peopleNames } from '@/server/queries/order';
import { auditPage } from '@/server/queries/people';
import { handedOver, onItsWheels, testShop } from '../support/shop';

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
    .map((entry: Entry) => `${entry.kind}: ${entryWords(entry, state.document, names)}`)
    .filter((line) => BROKEN.test(line.replace(/^[\w.-]+: /, '')) || !/[.…!?)]$/.test(line));
  expect(wrong).toEqual([]);
});

test('so is every line of the shop’s own chain, with the name of the car, person or tool it is about', async () => {
  let before: number | null = null;
  let seen = 0;
  for (;;) {
    const { lines, more } = await auditPage(db(), before);
    for (const line of lines) {
      const { done, about, facts } = changeWords(line, line.about, 'USD');
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
