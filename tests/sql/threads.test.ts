import { answerInThread } from '@/server/calc-thread';
import { freshThreads } from '@/server/threads';

/** Calculations asked over HTTP are worked out beside the server. No database is asked here: only its place is shared. */

const convert = (value: number, gone?: AbortSignal) =>
  answerInThread('torque.convert', { value, from: 'nm' }, gone);

/** A search of so many plans that nobody waits for its end. */
const ENDLESS = {
  targets: { front: 50, rear: 50 },
  tolerance: 0.0001,
  options: Array.from({ length: 12 }, (_, slot) =>
    Array.from({ length: 10 }, (_one, at) => ({
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

test('what nobody waits for any more is left out or ended, and the next is answered', async () => {
  const gone = new AbortController();
  const endless = answerInThread('plan.search', ENDLESS, gone.signal);
  const waiting = convert(7);
  setTimeout(() => gone.abort(), 50);
  const ended = await endless;
  if (!ended.ok) expect(ended.error.message).toMatch(/Nobody waits|five seconds/);
  expect(await waiting).toMatchObject({ ok: true });
});

test('a thread that breaks says so to whoever asked, and takes nothing else down', async () => {
  const pool = freshThreads('calc-worker');
  await expect(pool.exec('no such thing', [])).rejects.toThrow();
  await expect(pool.exec('answer', ['torque.convert', { value: 1, from: 'nm' }])).resolves.toMatchObject({
    ok: true,
  });
  await pool.terminate(true);
});
