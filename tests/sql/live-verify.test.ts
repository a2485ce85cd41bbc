import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { closePool, db } from '@/server/database';
import { verifyEverything } from '@/server/entries/verify';
import { give, onTheLift, testShop } from '../support/shop';

afterAll(closePool);

const RUNS = 100;

test(`${RUNS} walks of a shop that goes on writing: none calls it broken, and no writer waits for one`, async () => {
  const shop = await testShop('live verify');
  const jobs = [await onTheLift('VER 1'), await onTheLift('VER 2')];
  let stop = false;
  let longest = 0;
  let written = 0;
  const writers = jobs.map(async ({ orderId }) => {
    while (!stop) {
      const began = Date.now();
      const answer = await give(shop, 'Ilse', 'watch.add', {
        orderId,
        text: `write ${randomUUID()}`,
        photoId: null,
        byDay: '2030-01-01',
        byDistance: null,
      });
      expect(answer.ok).toBe(true);
      longest = Math.max(longest, Date.now() - began);
      written += 1;
    }
  });
  const found: (string | null)[] = [];
  const walkers = Array.from({ length: 2 }, async () => {
    while (found.length < RUNS) found.push(await verifyEverything(() => undefined));
  });
  await Promise.all(walkers);
  stop = true;
  await Promise.all(writers);
  expect(found.filter((one) => one !== null)).toEqual([]);
  expect(written).toBeGreaterThan(50);
  console.log(`${written} writes beside ${found.length} walks, the slowest write ${longest} ms`);
  // What the walk made for itself is gone from every connection of the pool.
  for (let round = 0; round < 10; round += 1)
    expect(await db().row('SELECT order_id FROM order_now LIMIT 1')).not.toBeNull();
}, 300_000);

test('its tables beside the shop lie where no other database of the machine clears them away', async () => {
  const row = await db().row<{ place: string; socket: string }>(
    'SELECT @@tmpdir AS place, @@socket AS socket',
  );
  expect(row!.place).toBe(path.dirname(row!.socket));
});
