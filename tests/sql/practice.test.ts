import { execFileSync } from 'node:child_process';
import type { DemoDriver } from '../../demo/driver';
import { FAULT_KINDS } from '@/core/practice/scenario';
import { Refusal } from '@/core/refusal';
import { PracticeTry, type PracticeAct } from '@/practice/practice-try';
import { closePool, db } from '@/server/database';
import { answerDrill, answersOf } from '@/server/practice/answers';
import { scenarios } from '@/server/practice/scenarios';
import { actOnTry, beginTry, readTry, triesOf } from '@/server/practice/tries';
import { SHOP_TABLES } from '@/server/formats/shop-tables';
import { DRILLS, answerOf } from '@/core/practice/drills';
import { DEVICE, onItsWheels, testShop } from '../support/shop';
import { atRandom, byProcedure, practiceIds } from '../support/trainees';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('practice');
});
afterAll(closePool);

const ilse = () => shop.person('Ilse').id;
const asked = (more: object) => ({
  scenario: null,
  procedure: null,
  ways: [],
  mode: 'lets-happen' as const,
  kinds: [],
  ...more,
});
const mine = (id: string) => readTry(db(), id, { personId: ilse(), isLead: false });

/** The acts of somebody made up on a car as it was begun. */
async function actsOn(id: string, play: (one: PracticeTry) => PracticeTry): Promise<PracticeTry> {
  const played = play(new PracticeTry((await mine(id)).car));
  for (const act of played.acts) await actOnTry(id, ilse(), act);
  return played;
}

/** Everything the database holds but practice, as it stands. */
async function everythingElse(): Promise<Record<string, string>> {
  const tables = await db().rows<{ name: string }>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name NOT LIKE 'practice%' ORDER BY table_name",
  );
  const sums: Record<string, string> = {};
  for (const { name } of tables) {
    const rows = await db().rows(`SELECT * FROM \`${name}\``);
    sums[name] = rows
      .map((row) => JSON.stringify(row))
      .sort()
      .join('\n');
  }
  return sums;
}

test('fifty practice runs leave everything else in the shop byte for byte as it was', async () => {
  await onItsWheels(shop, 'PRACTICE 1');
  const before = await everythingElse();
  const exported = JSON.stringify(SHOP_TABLES);
  const all = await scenarios(db());
  for (let run = 0; run < 50; run += 1) {
    const { id } = await beginTry(
      { personId: ilse(), deviceId: DEVICE },
      run % 5 === 4
        ? asked({ procedure: 'rear-lift-block', mode: 'refuses', kinds: ['bolt-tight'] })
        : asked({ scenario: all[run % all.length]!.id }),
    );
    const played = await actsOn(id, (one) =>
      run % 10 === 0 ? byProcedure(one, 0.2, run) : atRandom(one, run, 0.3),
    );
    const kept = await mine(id);
    expect(kept.ended).toBe(true);
    expect(kept.score.points).toBe(played.score.points);
  }
  expect((await triesOf(db(), ilse())).length).toBe(50);
  const after = await everythingElse();
  expect(Object.keys(after)).toEqual(Object.keys(before));
  for (const [name, rows] of Object.entries(after)) expect([name, rows]).toEqual([name, before[name]]);
  // No list of what is exported names practice, and nothing outside of practice reads its tables.
  expect(exported).not.toMatch(/practice/);
  const readers = execFileSync('grep', ['-rlE', 'practice_(try|answer|scenario)', 'src'], {
    encoding: 'utf8',
  })
    .trim()
    .split('\n')
    .filter((file) => !file.startsWith('src/server/practice/'));
  expect(readers).toEqual(['src/server/tables.ts']);
}, 300_000);

test('a try is its owner’s: nobody else works it, a lead may read it, an ended one is over', async () => {
  const { id } = await beginTry({ personId: ilse(), deviceId: DEVICE }, asked({ scenario: 'tight-pivot' }));
  const other = shop.person('Brannoch').id;
  const look: PracticeAct = { kind: 'look', at: '2026-04-14T18:30:00.000Z', place: 'brake', way: 'eyes' };
  await expect(actOnTry(id, other, look)).rejects.toMatchObject({ code: 'no-try' });
  await expect(readTry(db(), id, { personId: other, isLead: false })).rejects.toMatchObject({
    code: 'no-try',
  });
  expect((await readTry(db(), id, { personId: other, isLead: true })).car.scenario.id).toBe('tight-pivot');
  expect(await actOnTry(id, ilse(), look)).toMatchObject({ ok: true, seen: { fault: null } });
  // The same tap, its answer lost: it is one tap.
  const [commandId] = practiceIds();
  const step = (await mine(id)).stepsLeft[0]!;
  const tap: PracticeAct = {
    kind: 'move',
    id: commandId!,
    at: look.at,
    name: 'step.done',
    input: {
      orderId: id,
      stepId: step.id,
      measured: '',
      note: '',
      figures: [],
      lengths: 'mm',
      by: 'hand',
      sheet: [],
    },
  };
  const first = await actOnTry(id, ilse(), tap);
  expect(first).toMatchObject({ ok: true });
  expect(await actOnTry(id, ilse(), tap)).toMatchObject({
    ok: true,
    entries: (first as { entries: unknown[] }).entries,
  });
  expect((await mine(id)).acts.filter(({ kind }) => kind === 'move')).toHaveLength(1);
  await actOnTry(id, ilse(), { kind: 'end', at: look.at });
  const told = (await answersOf(db(), ilse())).length;
  const [ended] = await triesOf(db(), ilse());
  expect(await actOnTry(id, ilse(), look)).toMatchObject({ ok: false, code: 'ended' });
  expect(await actOnTry(id, ilse(), { kind: 'end', at: look.at })).toMatchObject({ code: 'ended' });
  // What came of it was told once, and it ended when it did.
  expect((await answersOf(db(), ilse())).length).toBe(told);
  expect((await triesOf(db(), ilse()))[0]).toEqual(ended);
  expect((await triesOf(db(), ilse()))[0]).toMatchObject({ id, found: 0, faults: 1 });
  await expect(
    beginTry({ personId: ilse(), deviceId: DEVICE }, asked({ scenario: 'none' })),
  ).rejects.toMatchObject({ code: 'no-scenario' });
  await expect(beginTry({ personId: ilse(), deviceId: DEVICE }, asked({}))).rejects.toMatchObject({
    code: 'say-what',
  });
});

test('what was missed and known is kept: faults of an ended try, drills judged by their seed', async () => {
  const known = (await answersOf(db(), ilse())).at(-1)!;
  expect(known).toMatchObject({ about: 'fault bolt-tight', correct: false });
  expect(FAULT_KINDS.map((kind) => `fault ${kind}`)).toContain(known.about);
  for (const drill of DRILLS) {
    const { answer } = answerOf(drill, 7, drill === 'tape' ? '1' : drill === 'extension' ? '1' : 'x');
    expect(await answerDrill(ilse(), { drill, seed: 7, typed: answer })).toEqual({ right: true, answer });
  }
  await expect(answerDrill(ilse(), { drill: 'tape', seed: 7, typed: 'long' })).rejects.toBeInstanceOf(
    Refusal,
  );
  expect((await answersOf(db(), ilse())).slice(-DRILLS.length).every(({ correct }) => correct)).toBe(true);
});
