import { closePool, db, transaction } from '@/server/database';
import { DERIVED_TABLES, deriveOrder, derivesFromNothing } from '@/server/derive';
import { wholeOrder } from '@/server/entries/order';
import { fromNothing, gathering } from '@/server/gathering';
import { handedOver, onItsWheels, testShop } from '../support/shop';

afterAll(closePool);
const inOne = <T>(work: Parameters<typeof gathering<T>>[1]) =>
  transaction(async (tx) => {
    await tx.run(
      'CREATE OR REPLACE TEMPORARY TABLE gathered (at INT, words TEXT, bytes BLOB, moment DATETIME(3), share DOUBLE)',
    );
    return gathering(tx, work);
  });

test('statements run in their order, before whatever is asked next, and at the end', async () => {
  const seen = await inOne(async (tx) => {
    await tx.run('INSERT INTO gathered (at, words) VALUES (1, ?), (2, ?)', ['one', 'two']);
    await tx.run('UPDATE gathered SET words = ? WHERE at = 1', ['first']);
    await tx.run('DELETE FROM gathered WHERE at = 2');
    await tx.run('INSERT INTO gathered (at, words) VALUES (3, ?)', ['three']);
    return tx.rows('SELECT at, words FROM gathered ORDER BY at');
  });
  expect(seen).toEqual([
    { at: 1, words: 'first' },
    { at: 3, words: 'three' },
  ]);
});

test('a question that cannot see what waits is asked at once; one that can, or may, comes after it', async () => {
  const asked: string[] = [];
  const seen = await transaction(async (tx) => {
    await tx.run('CREATE OR REPLACE TEMPORARY TABLE gathered (at INT)');
    await tx.run('CREATE OR REPLACE TEMPORARY TABLE gathered_beside (at INT)');
    const told: typeof tx = {
      ...tx,
      rows: (sql, values) => (asked.push(sql), tx.rows(sql, values)),
      together: (some) => (asked.push(...some.map(([sql]) => sql)), tx.together(some)),
    };
    return gathering(told, async (gathered) => {
      await gathered.run('INSERT INTO gathered VALUES (1)');
      const beside = await gathered.rows('SELECT * FROM gathered_beside');
      const taken = await gathered.rows('DELETE FROM gathered_beside RETURNING at');
      await gathered.run('CREATE OR REPLACE TEMPORARY TABLE gathered_third (at INT)');
      return [beside, taken, await gathered.rows('SELECT * FROM gathered_third')];
    });
  });
  expect(seen).toEqual([[], [], []]);
  expect(asked).toEqual([
    'SELECT * FROM gathered_beside',
    'INSERT INTO gathered VALUES (1)',
    'DELETE FROM gathered_beside RETURNING at',
    'CREATE OR REPLACE TEMPORARY TABLE gathered_third (at INT)',
    'SELECT * FROM gathered_third',
  ]);
});

test('from nothing: what is derived of an order is not looked for, all else is asked as ever', async () => {
  const asked: string[] = [];
  const answer = { affectedRows: 1 } as never;
  const tx = fromNothing(
    {
      rows: async (sql) => (asked.push(sql), [{ label: 'a car' }] as never),
      row: async () => null,
      run: async (sql) => (asked.push(sql), answer),
      together: async () => undefined,
    },
    new Set(['clock_now', 'finished_work']),
    new Map(),
  );
  expect(await tx.rows('SELECT clock_id, to_at FROM clock_now WHERE order_id = ?', ['x'])).toEqual([]);
  expect(await tx.row('DELETE FROM finished_work WHERE order_id = ? RETURNING platform', ['x'])).toBeNull();
  await tx.run('DELETE FROM clock_now WHERE order_id = ?', ['x']);
  expect(asked).toEqual([]);
  // A car is read once, each car for itself.
  for (const id of ['one', 'two', 'one'])
    expect(await tx.row('SELECT label, plate FROM vehicle WHERE id = ?', [id])).toEqual({ label: 'a car' });
  const others = [
    'SELECT label, plate FROM vehicle WHERE id = ?',
    'SELECT label, plate FROM vehicle WHERE id = ?',
    'DELETE FROM work_order WHERE order_id = ?',
    'DELETE FROM clock_now WHERE person_id = ?',
    'SELECT order_id FROM finished_work WHERE platform = ?',
  ];
  for (const sql of others.slice(2)) await (sql.startsWith('DELETE') ? tx.run(sql, []) : tx.rows(sql, []));
  expect(asked).toEqual(others);
});

test('a value comes back as it went, whatever it holds', async () => {
  const words = 'it\'s \\ a "quote"; DROP TABLE entry; -- ½ ’ ?\n%s \u0000 end 🚚';
  const bytes = Buffer.from([0, 39, 92, 255, 10]);
  const moment = new Date('2026-04-14T18:30:00.123Z');
  const row = await inOne(async (tx) => {
    await tx.run('INSERT INTO gathered VALUES (?, ?, ?, ?, ?)', [null, words, bytes, moment, 0.1 + 0.2]);
    await tx.run('INSERT INTO gathered (at) VALUES (?)', [true]);
    return tx.row('SELECT * FROM gathered WHERE at IS NULL');
  });
  expect(row).toEqual({ at: null, words, bytes, moment, share: 0.1 + 0.2 });
});

test('one that fails stops those behind it, and the whole transaction', async () => {
  await expect(
    inOne(async (tx) => {
      await tx.run('INSERT INTO gathered (at) VALUES (1)');
      await tx.run('INSERT INTO gathered (nowhere) VALUES (2)');
      await tx.run('INSERT INTO gathered (at) VALUES (3)');
    }),
  ).rejects.toMatchObject({ code: 'ER_BAD_FIELD_ERROR' });
});

test('what a finished job derives goes in fewer messages than it is statements', async () => {
  const shop = await testShop('gathering');
  const job = await handedOver(await onItsWheels(shop, 'GATHER 1'));
  await transaction(async (tx) => {
    const whole = await wholeOrder(tx, job.orderId);
    const counts = { messages: 0, statements: 0 };
    const counted: typeof tx = {
      rows: (...asked) => ((counts.messages += 1), tx.rows(...asked)),
      row: (...asked) => ((counts.messages += 1), tx.row(...asked)),
      run: (...asked) => ((counts.messages += 1), tx.run(...asked)),
      together: (some) => {
        counts.messages += some.length ? 1 : 0;
        counts.statements += some.length;
        return tx.together(some);
      },
    };
    await deriveOrder(counted, whole);
    expect(counts.statements).toBeGreaterThan(20);
    // Besides what was written, the questions between are messages too.
    expect(counts.messages).toBeLessThan(counts.statements);
  });
  expect(await db().row('SELECT place FROM order_now WHERE order_id = ?', [job.orderId])).not.toBeNull();
});

test('derived from nothing, a whole shop is what it was, row by row', async () => {
  const all = async (tx: Parameters<typeof deriveOrder>[0]) => {
    const tables: Record<string, unknown[]> = {};
    for (const table of DERIVED_TABLES) {
      const rows = await tx.rows<object>(`SELECT * FROM ${table}`);
      tables[table] = rows.map((row) => JSON.stringify(row)).sort();
    }
    return tables;
  };
  const orders = await db().rows<{ id: string }>('SELECT id FROM work_order ORDER BY number');
  expect(orders.length).toBeGreaterThan(0);
  await transaction(async (tx) => {
    const before = await all(tx);
    for (const table of DERIVED_TABLES) await tx.run(`DELETE FROM ${table}`);
    const derive = derivesFromNothing(tx);
    for (const { id } of orders) await derive(await wholeOrder(tx, id));
    expect(await all(tx)).toEqual(before);
    expect(before.order_now).toHaveLength(orders.length);
  });
});
