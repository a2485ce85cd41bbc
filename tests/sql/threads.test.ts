import { answerInThread } from '@/server/calc-thread';
import { freshThreads } from '@/server/threads';

/** Calculations asked over HTTP are worked out beside the server. No database is asked here: only its place is shared. */

const convert = (value: number, gone?: AbortSignal) =>
  answerInThread('torque.convert', { value, from: 'nm' }, gone);

/** The largest search that is answered exactly: it takes a while, longer than it may on a slow machine. */
const LONG = {
  targets: { front: 50, rear: 50 },
  tolerance: 0.0001,
  options: Array.from({ length: 12 }, (_, slot) =>
    Array.from({ length: 8 }, (_one, at) => ({
      id: `${slot}-${at}`,
      slot: `slot ${slot}`,
      lift: { front: (slot + 1) * 0.37 + at * 1.013, rear: (slot + 2) * 0.29 + at * 0.877 },
      cost: 100 + slot * at * 7 + at,
      minutes: 10 + slot + at * 3,
    })),
  ).flat(),
};

test('an answer is the same as beside it, and what is wrong names its field', async () => {
  expect(await convert(100)).toMatchObject({ ok: true, output: { lbft: expect.closeTo(73.756, 2) } });
  expect(await answerInThread('torque.convert', { value: 'x', from: 'nm' })).toMatchObject({
    ok: false,
    error: { field: 'value' },
  });
  expect((await answerInThread('no.such', {})).ok).toBe(false);
});

test('so many wait at most; who comes after is told so at once, and those that wait get their answers', async () => {
  const all = await Promise.all(Array.from({ length: 60 }, (_, at) => convert(at + 1)));
  const busy = all.filter((one) => !one.ok && one.error.code === 'busy');
  expect(busy.length).toBeGreaterThan(0);
  expect(busy.length).toBeLessThan(25);
  const answered = all.flatMap((one, at) =>
    one.ok ? [[at + 1, one.output as { nm: number }] as const] : [],
  );
  for (const [asked, { nm }] of answered) expect(nm).toBeCloseTo(asked, 9);
});

test('what nobody waits for any more is left out, and what comes after it is answered', async () => {
  const long = answerInThread('plan.search', LONG);
  const gone = new AbortController();
  const left = convert(7, gone.signal);
  const after = convert(8);
  gone.abort();
  expect(await left).toMatchObject({ ok: false, error: { message: 'Nobody waits for it any more.' } });
  expect(await after).toMatchObject({ ok: true, output: { nm: expect.closeTo(8, 9) } });
  // Worked out in time or ended: what comes after it is answered either way.
  const ended = await long;
  expect(ended.ok ? 'worked out' : ended.error.code).toMatch(/^(worked out|too-long)$/);
});

test('a thread that breaks says so to whoever asked, and takes nothing else down', async () => {
  const pool = freshThreads('calc-worker');
  await expect(pool.exec('no such thing', [])).rejects.toThrow();
  await expect(pool.exec('answer', ['torque.convert', { value: 1, from: 'nm' }])).resolves.toMatchObject({
    ok: true,
  });
  await pool.terminate(true);
});
