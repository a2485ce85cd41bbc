/**
 * Random commands from eight people on four cars with two orders each, sensible and not, while the web server and the
 * database are killed between them: each is answered in the end, what was acknowledged is there once, what was refused is
 * not there, and the record verifies throughout. Two hundred here; `npm run soak` makes it ten thousand.
 */
import assert from 'node:assert/strict';
import { randomUUID } from 'node:crypto';
import { after, before, test } from 'node:test';
import { FaultShop, OWNER, browser, intakeOf, sleep } from './hands.mjs';

const COMMANDS = Number(process.env.WRENCHWISE_COMMANDS ?? 200);
const CLIENTS = 8;
const CARS = 4;
/** So many commands between two kills, and between two walks over the record. */
const BETWEEN_KILLS = Math.max(60, Math.round(COMMANDS / 24));
const BETWEEN_WALKS = Math.max(100, Math.round(COMMANDS / 10));

let shop;
before(async () => {
  shop = await FaultShop.open();
});
after(() => shop.close());

/** The same draws for the same seed. */
function drawsFrom(seed) {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}
const draw = drawsFrom(Number(process.env.WRENCHWISE_SEED ?? 20260414));
const pick = (list) => list[Math.floor(draw() * list.length)];

async function gives(ask, name, input, id = randomUUID()) {
  return (await ask(`/api/commands/${name}`, { id, deviceSeq: 1, input })).json();
}
async function must(ask, name, input) {
  const answer = await gives(ask, name, input);
  assert.ok(answer.ok, `${name}: ${JSON.stringify(answer.errors)}`);
  return answer.answer;
}

/** Two orders of one car, both begun while nothing is in hand: what they do from there meets. */
async function car(ask, index, ownerId) {
  const first = intakeOf(`RND ${index}`);
  const one = await must(ask, 'intake.open', { ...first, orderKind: 'inspection' });
  const [row] = await shop.sql(
    'SELECT vehicle_id, customer_id FROM work_order JOIN vehicle ON vehicle.id = vehicle_id WHERE work_order.id = ?',
    [one.orderId],
  );
  const two = await must(ask, 'intake.open', {
    ...first,
    customer: { id: row.customer_id },
    vehicle: { id: row.vehicle_id },
    orderKind: 'warranty',
    beside: true,
  });
  const orders = [];
  for (const [orderId, procedure] of [
    [one.orderId, 'visit-inspection'],
    [two.orderId, 'visit-warranty'],
  ]) {
    await must(ask, 'run.start', {
      orderId,
      procedures: [{ id: procedure, ways: [] }],
      choices: {},
      leadId: ownerId,
      pin: OWNER.pin,
      startWithout: 'nothing is missing that matters',
    });
    const { document } = (await (await ask(`/api/bay/${orderId}`)).json()).answer;
    orders.push({ orderId, document });
  }
  return orders;
}

/** A step with a figure for each that it asks, whatever it reads. */
const stepInput = ({ id, measure = [] }) => ({
  stepId: id,
  figures: measure.map((one, index) => ({
    measureId: one.id ?? `m${index + 1}`,
    text: one.unit === 'mm' ? `${24 + Math.round(draw() * 4)} mm` : '4',
  })),
});

/** Something that somebody might tap, or send by mistake. */
function randomCommand(orders, wrenchId, known) {
  const { orderId, document } = pick(orders);
  const steps = document.steps;
  const fastener = pick(document.fasteners.length ? document.fasteners : [{ id: 'none' }]);
  const kinds = {
    // Mostly the listed order, so that the work goes on; at times whatever.
    step: () => {
      const at = Math.min(steps.length - 1, Math.floor(known.at(orderId) + draw() * 3));
      return ['step.done', { orderId, ...stepInput(draw() < 0.15 ? pick(steps) : steps[at]), note: '' }];
    },
    torque: () => [
      'torque.record',
      { orderId, fastenerId: fastener.id, wrenchId, reading: { clicked: true } },
    ],
    value: () => [
      'value.set',
      {
        orderId,
        fastenerId: fastener.id,
        kind: 'entered',
        value: 20 + Math.floor(draw() * 60),
        source: 'the kit sheet',
      },
    ],
    support: () => [
      'support.set',
      { orderId, ends: [pick(['front', 'rear'])], to: pick(['on-wheels', 'raised']) },
    ],
    watch: () => [
      'watch.add',
      {
        orderId,
        text: `seen ${Math.floor(draw() * 1e6)}`,
        photoId: null,
        byDay: '2030-01-01',
        byDistance: null,
      },
    ],
    odometer: () => [
      'odometer.report',
      { orderId, odometer: { value: 1200 + Math.floor(draw() * 900), unit: 'km' }, confirmed: true },
    ],
    clockOn: () => ['clock.on', { orderId, stepId: null }],
    clockOff: () => ['clock.off', { reason: 'break' }],
    setting: () => [
      'setting.record',
      { orderId, what: 'damper clicks', corner: pick(['LF', 'RR']), when: 'before', value: 4 },
    ],
    damage: () => [
      'damage.record',
      { orderId, text: 'a scratch', cause: 'the jack', pays: 'the shop', customerTold: true },
    ],
    stuck: () => ['stuck.begin', { orderId, fastenerId: fastener.id }],
    back: () => ['entry.void', { orderId, entryId: pick(known.ids) ?? 'none', reason: 'not so' }],
    place: () => ['order.place', { orderId, place: null }],
    road: () => ['road.out', { orderId, odometer: { value: 1300, unit: 'km' }, confirmed: true }],
    close: () => ['visit.close', { orderId, note: '' }],
    wrong: () => [
      pick(['step.done', 'torque.record', 'heights.record']),
      { orderId, stepId: 17, readings: 'none' },
    ],
  };
  const weights = {
    step: 30,
    torque: 14,
    value: 3,
    support: 8,
    watch: 8,
    odometer: 4,
    clockOn: 3,
    clockOff: 3,
    setting: 2,
    damage: 1,
    stuck: 2,
    back: 5,
    place: 1,
    road: 1,
    close: 1,
    wrong: 2,
  };
  let at = draw() * Object.values(weights).reduce((sum, one) => sum + one, 0);
  for (const [name, weight] of Object.entries(weights)) {
    at -= weight;
    if (at <= 0) return kinds[name]();
  }
  return kinds.watch();
}

test(
  `${COMMANDS} random commands from ${CLIENTS} people, killed between: nothing lost, doubled, hung or false`,
  { timeout: 7_200_000 },
  async () => {
    const [{ id: ownerId }] = await shop.sql('SELECT id FROM person WHERE name = ?', [OWNER.name]);
    const orders = [];
    for (let index = 0; index < CARS; index += 1) orders.push(...(await car(shop.ask, index, ownerId)));
    const { wrenchId } = await must(shop.ask, 'wrench.add', {
      name: 'click wrench',
      low: 5,
      high: 250,
      unit: 'nm',
      calibrationDue: '2030-01-01',
    });
    const people = [];
    for (let index = 0; index < CLIENTS; index += 1) people.push(await shop.signedIn(shop.servers[0].port));

    const acknowledged = new Map();
    const refused = [];
    const doneSteps = new Map();
    const known = { ids: [], at: (orderId) => doneSteps.get(orderId) ?? 0 };
    let given = 0;
    let retried = 0;
    let slowest = 0;
    const codes = new Map();
    let failure = null;

    /** One command until it is answered, whatever dies meanwhile; always under its id. */
    async function answered(ask, name, input, id) {
      const began = Date.now();
      for (let tries = 0; tries < 400; tries += 1) {
        try {
          const answer = await gives(ask, name, input, id);
          if (answer.ok || !['failed', 'busy'].includes(answer.errors[0].code)) {
            slowest = Math.max(slowest, Date.now() - began);
            return answer;
          }
        } catch {
          // Nobody was there, or went away in the middle.
        }
        retried += 1;
        await sleep(50);
      }
      throw new Error(`${name} ${id} was never answered`);
    }

    async function work(ask) {
      while (given < COMMANDS && !failure) {
        given += 1;
        const [name, input] = randomCommand(orders, wrenchId, known);
        const id = randomUUID();
        const answer = await answered(ask, name, input, id);
        if (answer.ok) {
          acknowledged.set(id, name);
          known.ids.push(id);
          if (name === 'step.done') doneSteps.set(input.orderId, known.at(input.orderId) + 1);
          // Sent once more, as by a tablet that never heard the answer: it is not done twice.
          if (draw() < 0.1) {
            const again = await answered(ask, name, input, id);
            // What it recorded went back with the first answer.
            assert.deepEqual(again, { ok: true, answer: answer.answer });
          }
        } else {
          refused.push(id);
          codes.set(answer.errors[0].code, (codes.get(answer.errors[0].code) ?? 0) + 1);
        }
      }
    }

    async function kills() {
      let [kill, walk] = [BETWEEN_KILLS, BETWEEN_WALKS];
      let [webs, databases, walks] = [0, 0, 0];
      while (given < COMMANDS && !failure) {
        await sleep(20);
        if (given >= walk) {
          walk += BETWEEN_WALKS;
          walks += 1;
          const { ok, said } = shop.verify();
          assert.ok(ok, said);
        }
        if (given < kill) continue;
        kill += BETWEEN_KILLS;
        if (draw() < 0.5) {
          databases += 1;
          await shop.killDatabase();
        } else {
          webs += 1;
          await shop.killWeb();
        }
      }
      return { webs, databases, walks };
    }

    const began = Date.now();
    const failed = (error) => {
      failure ??= error;
    };
    const [counted] = await Promise.all([
      kills().catch(failed),
      ...people.map((ask) => work(ask).catch(failed)),
    ]);
    if (failure) throw failure;

    const entries = await shop.sql('SELECT id, chain FROM entry');
    const ids = new Set(entries.map((row) => row.id));
    assert.equal(ids.size, entries.length);
    const kept = new Map(
      (await shop.sql('SELECT id, answer FROM command_done')).map((row) => [row.id, row.answer]),
    );
    for (const [id, name] of acknowledged) assert.ok(kept.get(id), `acknowledged and gone: ${name} ${id}`);
    const commandOf = (entryId) => entryId.split('.')[0];
    const wrote = new Set([...ids].map(commandOf));
    for (const id of refused) assert.ok(!wrote.has(id) && !kept.has(id), `refused and there: ${id}`);
    const { ok, said } = shop.verify();
    assert.ok(ok, said);
    assert.ok(counted.databases + counted.webs > 0, 'nothing was killed');
    assert.ok(acknowledged.size > COMMANDS / 5, `only ${acknowledged.size} of ${COMMANDS} were taken`);
    console.log(
      `# ${COMMANDS} commands by ${CLIENTS} people on ${orders.length} orders in ${Math.round((Date.now() - began) / 1000)} s: ${acknowledged.size} taken, ${refused.length} refused; web killed ${counted.webs}, database ${counted.databases} times; sent again ${retried} times; slowest answer ${slowest} ms; ${counted.walks + 1} walks over the record, all clean; ${entries.length} entries`,
    );
    console.log(`# refused by code: ${[...codes].map(([code, count]) => `${code} ${count}`).join(', ')}`);
  },
);
