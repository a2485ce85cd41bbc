import { randomUUID } from 'node:crypto';
import type { DemoDriver } from '../../demo/driver';
import { fromAxis } from '@/core/schedule/calendar';
import { rePlan } from '@/core/schedule/re-plan';
import { solveWeek } from '@/core/schedule/solve';
import { Refusal } from '@/core/refusal';
import { now } from '@/server/clock';
import { closePool, db } from '@/server/database';
import { readHoursBook, clockRows } from '@/server/queries/hours-book';
import { findOrders } from '@/server/queries/orders';
import { findCars, knownCars } from '@/server/queries/cars';
import { auditPage, crewWithSkills, openSessions } from '@/server/queries/people';
import { searchAll } from '@/server/queries/search';
import { readShop } from '@/server/queries/shop';
import { LIMITS, countFor, limited, withinLimit } from '@/server/sessions/rate';
import { deviceFor, sessionOf, signIn } from '@/server/sessions/sessions';
import { readWeek } from '@/server/week/problem';
import { give, handedOver, onItsWheels, onTheLift, plannedJob, refusal, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('whole');
});
afterAll(closePool);

describe('the week', () => {
  test('an open order is a job of the week with its phases, hours and promise; a plan is agreed', async () => {
    const job = await onTheLift('WEEK 1');
    const file = await readWeek(db(), now());
    const own = file.problem.jobs.find((one) => one.id === job.orderId)!;
    expect(own.phases.map((phase) => phase.id)).toEqual(['bay', 'rack', 'road']);
    expect(own.phases[0]!.needs).toBe('lift');
    expect(own.phases[1]).toMatchObject({ needs: 'rack', nextDay: true });
    expect(own.promise).not.toBeNull();
    const { plan } = solveWeek(file.problem, { effort: 0.01 });
    const slots = plan.placed.map((placed) => ({
      jobId: placed.jobId,
      phaseId: placed.phaseId,
      personId: placed.techId,
      helperId: placed.helperId,
      placeId: placed.placeId,
      startsAt: fromAxis(file.calendar, placed.start),
      endsAt: fromAxis(file.calendar, placed.end, true),
    }));
    expect((await give(shop, 'Odalys', 'week.accept', { slots })).ok).toBe(true);
    const later = await readWeek(db(), now());
    expect(later.agreed).toHaveLength(slots.length);
    // Read again it is the same plan, who helps included, and nothing has slipped.
    expect(rePlan(later.problem, later.agreed)).toMatchObject({ slips: [], moved: [] });
    expect(refusal(await give(shop, 'Ilse', 'week.accept', { slots })).code).toBe('not-yours');
  });

  test('another promise: the customer is told, and all that shows a promise shows the new one', async () => {
    const job = await onTheLift('WEEK 1B');
    const order = async () =>
      (await readWeek(db(), now())).problem.jobs.find(({ id }) => id === job.orderId)!;
    const before = await order();
    const promisedFor = fromAxis((await readWeek(db(), now())).calendar, 5 * before.promise! + 300, true);
    const change = {
      orderId: job.orderId,
      promisedFor,
      cost: 'much',
      reason: 'the rack is there on Fridays',
    };
    expect(refusal(await give(shop, 'Teodor', 'promise.give', change))).toMatchObject({
      code: 'not-told',
      field: 'how',
    });
    expect(refusal(await give(shop, 'Teodor', 'promise.give', { ...change, how: 'by phone' }))).toMatchObject(
      {
        code: 'no-words',
        field: 'words',
      },
    );
    const over = { ...change, promisedFor: '2020-04-14T18:00:00.000Z', how: 'by phone', words: 'Then.' };
    expect(refusal(await give(shop, 'Teodor', 'promise.give', over)).field).toBe('promisedFor');
    expect((await order()).promise).toBe(before.promise);
    const told = { ...change, how: 'by message', words: 'Your car: Friday at 10.', wishedFor: '2026-04-17' };
    const sent = await give(shop, 'Teodor', 'promise.give', told);
    expect(sent).toMatchObject({ ok: true, answer: { messageId: expect.any(String) as string } });
    const after = await order();
    expect(after.promise).toBeGreaterThan(before.promise!);
    expect(after).toMatchObject({ cost: 'much', wish: expect.any(Number) as number });
    const messages = await db().rows<{ words: string }>(
      "SELECT words FROM message WHERE order_id = ? AND stage = 'promise'",
      [job.orderId],
    );
    expect(messages.map(({ words }) => words)).toEqual([
      expect.stringContaining('Your car: Friday at 10.') as string,
    ]);
    const { orders } = await findOrders(db(), 'WEEK 1B', 0);
    expect(orders[0]!.promisedFor).toBe(promisedFor);
    // What hangs on it changes without a word to the customer, and with no other time.
    const again = { ...change, cost: 'little' };
    expect((await give(shop, 'Teodor', 'promise.give', again)).ok).toBe(true);
    expect((await order()).cost).toBe('little');
    expect(refusal(await give(shop, 'Ilse', 'promise.give', again)).code).toBe('not-yours');
  });

  test('a wait, somebody away, a pin and a rush job are in the next week read, and can be taken out', async () => {
    const job = await onTheLift('WEEK 2');
    const ilse = shop.person('Ilse').id;
    const calendar = (await readWeek(db(), now())).calendar;
    const [day] = calendar.days.slice(3);
    await give(shop, 'Teodor', 'week.wait', { jobId: job.orderId, untilDay: day, words: 'the left spring' });
    await give(shop, 'Odalys', 'week.away', { personId: ilse, days: [day], away: true });
    await give(shop, 'Odalys', 'week.pin', {
      jobId: job.orderId,
      phaseId: 'rack',
      personId: shop.person('Brannoch').id,
    });
    const rush = await give(shop, 'Teodor', 'week.rush', {
      label: 'Cart with a bent arm',
      minutes: 90,
      promisedFor: '2026-04-16T22:00:00.000Z',
    });
    let { problem } = await readWeek(db(), now());
    const bay = problem.jobs.find((one) => one.id === job.orderId)!.phases[0]!;
    expect(bay).toMatchObject({ notBefore: 3 * problem.dayMinutes, waitsFor: 'the left spring' });
    expect(problem.techs.find((tech) => tech.id === ilse)!.away).toContain(3);
    expect(problem.pins).toContainEqual(expect.objectContaining({ jobId: job.orderId, phaseId: 'rack' }));
    const rushId = String(rush.ok && rush.answer.rushId);
    expect(problem.jobs.find((one) => one.id === rushId)!.phases[0]!.minutes).toBe(90);
    expect(bay.comesLate).toBeUndefined();
    // A day that is a guess is counted with later, and drawn.
    const guess = { jobId: job.orderId, untilDay: day, words: 'the left spring', sure: 'a guess' };
    await give(shop, 'Teodor', 'week.wait', guess);
    const again = await readWeek(db(), now());
    expect(again.waits[job.orderId]).toEqual({ untilDay: day, words: 'the left spring', sure: 'a guess' });
    expect(again.problem.jobs.find(({ id }) => id === job.orderId)!.phases[0]!.comesLate).toHaveLength(5);
    await give(shop, 'Teodor', 'week.wait', { jobId: job.orderId, untilDay: null, words: 'it came' });
    await give(shop, 'Odalys', 'week.away', { personId: ilse, days: [day], away: false });
    await give(shop, 'Odalys', 'week.pin', { jobId: job.orderId, phaseId: 'rack' });
    await give(shop, 'Teodor', 'week.rush.end', { rushId });
    ({ problem } = await readWeek(db(), now()));
    expect(problem.jobs.find((one) => one.id === job.orderId)!.phases[0]!.waitsFor).toBeNull();
    expect(problem.pins.filter((pin) => pin.jobId === job.orderId)).toEqual([]);
    expect(problem.jobs.some((one) => one.id === rushId)).toBe(false);
    expect(refusal(await give(shop, 'Teodor', 'week.rush.end', { rushId })).code).toBe('no-rush');
    expect(
      refusal(await give(shop, 'Teodor', 'week.rush', { label: '', minutes: 1, promisedFor: 'soon' })).field,
    ).toBe('label');
  });

  test('where nobody named a day the shop’s own past says how long such things take', async () => {
    const job = await plannedJob('WEEK 3');
    const plan = (await job.state()).plans.at(-1)!;
    const bayOn = async (at: string | Date) =>
      (await readWeek(db(), new Date(at))).problem.jobs
        .find(({ id }) => id === job.orderId)!
        .phases.find(({ id }) => id === 'bay')!;
    expect((await bayOn(plan.at)).waitsFor).toMatch(/customer’s answer: no day known, three days assumed/);
    // Nine answers of the past: six on the day, the others two days later.
    for (let index = 0; index < 9; index += 1)
      await db().run(
        "INSERT INTO wait_past (order_id, what, ref, since, said_for, ended) VALUES (?, 'answer', ?, ?, NULL, ?)",
        [
          job.orderId,
          `of another ${index}`,
          new Date('2026-03-10T18:00:00.000Z'),
          new Date(index < 6 ? '2026-03-10T20:00:00.000Z' : '2026-03-12T20:00:00.000Z'),
        ],
      );
    const sameDay = await bayOn(plan.at);
    const past = Number(/with the last (\d+) such/.exec(sameDay.waitsFor!)![1]);
    expect(past).toBeGreaterThanOrEqual(9);
    expect(sameDay.comesLate).toHaveLength(3);
    expect(sameDay.comesLate![2]).toBeCloseTo(3 / past, 6);
    // Waited for longer than any took, nothing is known of it any more.
    const weekOn = new Date(Date.parse(plan.at) + 7 * 86_400_000);
    expect((await bayOn(weekOn)).waitsFor).toMatch(/three days assumed/);
    // What somebody said of it counts before what is assumed.
    const calendar = (await readWeek(db(), now())).calendar;
    const said = { jobId: job.orderId, untilDay: calendar.days[1], words: 'they ring back tomorrow' };
    await give(shop, 'Teodor', 'week.wait', said);
    const asSaid = expect.objectContaining({
      id: 'bay',
      notBefore: calendar.dayMinutes,
      waitsFor: said.words,
    }) as unknown;
    const phases = async () =>
      (await readWeek(db(), now())).problem.jobs.find(({ id }) => id === job.orderId)!.phases;
    expect(await phases()).toContainEqual(asSaid);
    // Also where the record has a day that is over.
    await db().run(
      "UPDATE week_need SET need = JSON_SET(need, '$.phases[0].waits.until', '2026-04-10') WHERE order_id = ?",
      [job.orderId],
    );
    expect(await phases()).toContainEqual(asSaid);
    await db().run("DELETE FROM wait_past WHERE ref LIKE 'of another %'");
  });

  test('hours of the shop: a short day and a rest outside it are refused by name', async () => {
    const before = (await readShop(db())).hours;
    const set = (more: object) =>
      give(shop, 'Odalys', 'shop.hours', {
        openFrom: 480,
        openTo: 1020,
        restFrom: 720,
        restMinutes: 30,
        openDays: [1, 2, 3, 4, 5],
        rackDays: [2, 5],
        ...more,
      });
    expect(refusal(await set({ openTo: 500 })).field).toBe('openTo');
    expect(refusal(await set({ restFrom: 300 })).field).toBe('restFrom');
    expect(refusal(await set({ openDays: [] })).field).toBe('openDays');
    expect((await set({})).ok).toBe(true);
    expect((await readShop(db())).rackDays).toEqual([2, 5]);
    expect((await readShop(db())).hours).toEqual(before);
    const { problem } = await readWeek(db(), now());
    const rack = problem.places.find((place) => place.kind === 'rack')!;
    // Tuesday is the first day; it can be had then and on Friday.
    expect(rack.closed.slice(0, 3)).toEqual([1, 2, 4]);
  });
});

describe('hours behind us', () => {
  test('a finished job is in its book, by person, by stop, by step and as clocks', async () => {
    const job = await handedOver(await onItsWheels(shop, 'HOURS 1'));
    const span = [new Date('2026-01-01'), new Date('2027-01-01')] as const;
    const book = await readHoursBook(db(), ...span);
    const own = book.jobs.find((one) => one.orderId === job.orderId)!;
    expect(own.book).toBeGreaterThan(100);
    expect(own.actual).toBeGreaterThan(10);
    expect(book.people.find((one) => one.person === 'Brannoch')!.minutes).toBeGreaterThan(10);
    expect(book.stops.some((one) => one.reason === 'done')).toBe(true);
    const rows = await clockRows(db(), ...span);
    expect(rows.some((row) => row.number === own.number && row.minutes !== null)).toBe(true);
  });
});

describe('found over all there is', () => {
  let orderId: string;
  beforeAll(async () => {
    ({ orderId } = await onTheLift('ZQX 8431'));
    await give(shop, 'Ilse', 'finding.record', {
      orderId,
      area: 'rear',
      grade: 'note',
      text: 'Shackle squeals like an owl',
      photoId: null,
    });
  });
  const whats = async (text: string) =>
    (await searchAll(db(), text)).filter((hit) => hit.orderId === orderId).map((hit) => hit.what);

  test('plate, a scrap of it, the number, the name, a part, a fastener, a note', async () => {
    expect(await whats('ZQX 8431')).toContain('plate');
    expect(await whats('qx84')).toContain('plate');
    expect(await whats('31')).toContain('plate');
    const row = await db().row<{ number: number }>('SELECT number FROM work_order WHERE id = ?', [orderId]);
    expect(await whats(String(row!.number))).toContain('order');
    expect(await whats('Keeper of ZQX')).toContain('customer');
    expect(await whats('squeals owl')).toEqual(['notes']);
    expect((await searchAll(db(), 'squeals owl'))[0]!.line).toMatch(/like an owl/);
    // The newest of many cars with such a fastener; which of those of one moment is not said.
    expect((await searchAll(db(), 'upper ball')).map((hit) => hit.what)).toContain('fasteners');
    expect(await whats('Quell')).not.toContain('plate');
    expect(await searchAll(db(), 'zz')).toEqual([]);
    expect(await searchAll(db(), "' OR 1=1 --")).toEqual([]);
    expect(await searchAll(db(), '+-*()~"<>@')).toEqual([]);
  });

  test('lists are found and paged by SQL', async () => {
    const { orders } = await findOrders(db(), 'ZQX 8431', 0);
    expect(orders.map((order) => order.id)).toContain(orderId);
    const first = await findOrders(db(), '', 0);
    expect(first.orders.length).toBeLessThanOrEqual(25);
    expect((await findCars(db(), 'ZQX', 0)).cars[0]!.plate).toBe('ZQX 8431');
    expect((await findCars(db(), '', 0)).cars.length).toBeGreaterThan(0);
    // Whoever takes a car in learns that an order of it is open.
    const [known] = await knownCars(db(), 'ZQX');
    expect(known).toMatchObject({ plate: 'ZQX 8431', distanceUnit: 'mi', open: { id: orderId } });
    expect(known!.customerId).toMatch(/^[0-9a-f-]{36}$/);
    expect(await knownCars(db(), 'no such car at all')).toEqual([]);
  });
});

describe('people', () => {
  const secret = () => ({ password: `a long one ${randomUUID()}`, pin: '8264' });

  test('roles and skills change, the last owner stays, who leaves is out at once', async () => {
    const fresh = secret();
    const added = await give(shop, 'Odalys', 'person.add', { name: 'Wenna', roles: ['tech'], ...fresh });
    const personId = String(added.ok && added.answer.personId);
    const device = (await deviceFor(undefined)).id;
    const token = await signIn('Wenna', fresh.password, device);
    expect((await sessionOf(token))!.person.name).toBe('Wenna');
    const changed = await give(shop, 'Odalys', 'person.change', {
      personId,
      roles: ['tech', 'advisor'],
      skills: ['welding'],
    });
    expect(changed.ok).toBe(true);
    expect((await crewWithSkills(db())).find((one) => one.id === personId)!.skills).toEqual(['welding']);
    const owner = shop.person('Odalys').id;
    expect(
      refusal(await give(shop, 'Odalys', 'person.change', { personId: owner, roles: ['tech'], skills: [] }))
        .code,
    ).toBe('last-owner');
    expect(refusal(await give(shop, 'Odalys', 'person.leave', { personId: owner })).code).toBe('last-owner');
    const again = secret();
    expect((await give(shop, 'Odalys', 'person.reset', { personId, ...again })).ok).toBe(true);
    expect(await sessionOf(token)).toBeNull();
    const second = await signIn('Wenna', again.password, device);
    const [open] = await openSessions(db(), personId);
    expect(refusal(await give(shop, 'Ilse', 'session.end', { session: open!.id })).code).toBe('not-yours');
    expect((await give(shop, 'Odalys', 'session.end', { session: open!.id })).ok).toBe(true);
    expect(await sessionOf(second)).toBeNull();
    const third = await signIn('Wenna', again.password, device);
    expect((await give(shop, 'Odalys', 'person.leave', { personId })).ok).toBe(true);
    expect(await sessionOf(third)).toBeNull();
    await expect(signIn('Wenna', again.password, device)).rejects.toThrow(Refusal);
    const { lines } = await auditPage(db(), null);
    expect(lines.map((line) => line.what)).toEqual(expect.arrayContaining(['person left', 'person changed']));
    // No secret is in what is kept of it.
    expect(JSON.stringify(lines)).not.toContain(again.password);
  });

  test('one’s own password changes only against the one as it is', async () => {
    const fresh = secret();
    await give(shop, 'Odalys', 'person.add', { name: 'Perrin', roles: ['tech'], ...fresh });
    const row = await db().row<{ id: string }>("SELECT id FROM person WHERE name = 'Perrin'");
    const person = {
      id: row!.id,
      name: 'Perrin',
      roles: ['tech' as const],
      lengthUnit: 'in' as const,
      torqueUnit: 'lbft' as const,
    };
    const { execute } = await import('@/server/commands/execute');
    const own = (input: object) =>
      execute(
        'person.own',
        { id: randomUUID(), deviceSeq: 1, input: { lengthUnit: 'mm', torqueUnit: 'nm', ...input } },
        { person, deviceId: '00000000-0000-4000-a000-000000000001' },
      );
    expect(refusal(await own({ newPassword: 'another long one', password: 'wrong' })).field).toBe('password');
    expect((await own({ newPassword: 'another long one', password: fresh.password })).ok).toBe(true);
    const device = (await deviceFor(undefined)).id;
    await expect(signIn('Perrin', fresh.password, device)).rejects.toThrow(Refusal);
    expect(await signIn('Perrin', 'another long one', device)).toBeTruthy();
  });

  test('over the network a password of the demo opens nothing', async () => {
    process.env.WRENCHWISE_LAN = '1';
    try {
      await expect(signIn('Ilse', 'paint-pen-ilse', (await deviceFor(undefined)).id)).rejects.toThrow(
        /known to everybody/,
      );
    } finally {
      delete process.env.WRENCHWISE_LAN;
    }
    expect(await signIn('Ilse', 'paint-pen-ilse', (await deviceFor(undefined)).id)).toBeTruthy();
  });
});

test('of cars put at one place in one moment, one stands there; a car is not taken in over another', async () => {
  const added = await give(shop, 'Odalys', 'place.save', { name: 'Lift 9', kind: 'lift' });
  const place = String(added.ok && added.answer.placeId);
  const jobs = [];
  for (let car = 1; car <= 5; car += 1) jobs.push(await onTheLift(`CROWD ${car}`));
  for (let round = 0; round < 5; round += 1) {
    const answers = await Promise.all(
      jobs.map(({ orderId }) => give(shop, 'Ilse', 'order.place', { orderId, place })),
    );
    expect(answers.filter((answer) => answer.ok)).toHaveLength(1);
    const standing = jobs[answers.findIndex((answer) => answer.ok)]!;
    for (const answer of answers.filter((one) => !one.ok)) expect(refusal(answer).code).toBe('taken');
    // The one that stands there may be said to stand there again.
    expect((await give(shop, 'Ilse', 'order.place', { orderId: standing.orderId, place })).ok).toBe(true);
    await expect(onTheLift(`CROWD ${round} X`, place)).rejects.toThrow(/stands there: move it first/);
    await give(shop, 'Ilse', 'order.place', { orderId: standing.orderId, place: null });
  }
});

test('cars taken in at one moment have a number each', async () => {
  const jobs = await Promise.all([1, 2, 3, 4, 5].map((car) => onTheLift(`AT ONCE ${car}`)));
  const rows = await db().rows<{ number: number }>(
    `SELECT number FROM work_order WHERE id IN (${jobs.map(() => '?').join(', ')})`,
    jobs.map((job) => job.orderId),
  );
  expect(new Set(rows.map((row) => row.number)).size).toBe(5);
});

test('of two who open the same visit, or close the same come-back, in one moment one does', async () => {
  const { orderId } = await handedOver(await onItsWheels(shop, 'VISIT 1'));
  const due = await db().rows<{ id: string; kind: string }>(
    'SELECT id, kind FROM follow_up WHERE order_id = ? AND closed_by IS NULL',
    [orderId],
  );
  const wheel = due.find((row) => row.kind === 'wheel')!;
  const input = {
    followUpIds: [wheel.id],
    odometer: { value: 99_000, unit: 'mi' },
    place: null,
    confirmed: true,
  };
  const visits = await Promise.all(
    Array.from({ length: 4 }, () => give(shop, 'Teodor', 'visit.open', input)),
  );
  expect(visits.filter((answer) => answer.ok)).toHaveLength(1);
  for (const answer of visits.filter((one) => !one.ok)) expect(refusal(answer).code).toBe('open-visit');
  const other = due.find((row) => row.kind === 'heights')!;
  const closings = await Promise.all(
    Array.from({ length: 4 }, () =>
      give(shop, 'Teodor', 'followup.close', {
        followUpId: other.id,
        how: 'refused',
        reason: 'Sold the car',
      }),
    ),
  );
  expect(closings.filter((answer) => answer.ok)).toHaveLength(1);
  for (const answer of closings.filter((one) => !one.ok)) expect(refusal(answer).code).toBe('closed');
});

test('places are added, named anew, and only an empty one goes out of use', async () => {
  const added = await give(shop, 'Odalys', 'place.save', { name: 'Lift 3', kind: 'lift' });
  const placeId = String(added.ok && added.answer.placeId);
  const job = await onTheLift('PLACE 1');
  expect((await give(shop, 'Ilse', 'order.place', { orderId: job.orderId, place: placeId })).ok).toBe(true);
  expect(
    refusal(
      await give(shop, 'Odalys', 'place.save', { placeId, name: 'Lift 3', kind: 'lift', active: false }),
    ).code,
  ).toBe('taken');
  await give(shop, 'Ilse', 'order.place', { orderId: job.orderId, place: null });
  expect(
    (await give(shop, 'Odalys', 'place.save', { placeId, name: 'Lift 3', kind: 'lift', active: false })).ok,
  ).toBe(true);
});

test('limits count what goes wrong from one place, and let others be', async () => {
  const from = `10.0.0.${Date.now() % 250}-${randomUUID().slice(0, 4)}`;
  const wrong = () => limited('wrongLink', from, () => Promise.reject(new Refusal('no', 'no')));
  await expect(wrong()).rejects.toThrow('no');
  for (let at = 1; at < LIMITS.wrongLink.most; at += 1) await countFor('wrongLink', from);
  await expect(wrong()).rejects.toThrow(/Too many from here/);
  await expect(withinLimit('wrongLink', `${from} other`)).resolves.toBeUndefined();
});
