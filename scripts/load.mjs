/**
 * `npm run load`: fifty people at once on the large demo (made by `npm run demo:large`). First each goes on as soon as they have an
 * answer: for each page, how long half and nineteen in twenty wait, beside an empty page of the same framework and the bare SQL the
 * answer needs. Then each thinks for some four seconds between two answers; and both again with a second server process.
 */
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { createPool } from 'mysql2/promise';
import { browser } from '../tests/start/hands.mjs';
import { root } from './lib/bundle.mjs';
import { startDatabase } from './lib/database.mjs';
import { firstLoads } from './lib/slow-tablet.mjs';
import { build, buildFresh } from './lib/stages.mjs';
import { freePort, startWeb } from './lib/web.mjs';
import { startYardstick } from './lib/yardstick.mjs';

const PEOPLE = Number(process.env.PEOPLE ?? 50);
const SECONDS = Number(process.env.SECONDS ?? 12);
const THOUGHT_S = 4;
const folder = path.resolve(process.env.WRENCHWISE_DATA ?? path.join(root, '.data-large'));
if (!existsSync(path.join(folder, 'shop.json'))) {
  console.error(`There is no large demo in ${folder}: npm run demo:large makes it.`);
  process.exit(2);
}
const shop = JSON.parse(readFileSync(path.join(folder, 'shop.json'), 'utf8'));
const database = await startDatabase(folder);
if (!buildFresh()) await build();
const ports = [await freePort(), await freePort()];
const servers = [await startWeb({ port: ports[0], dataDir: folder, env: { WRENCHWISE_NOW: shop.day } })];
const yardstick = await startYardstick();
const pool = createPool({ ...database.address, timezone: 'Z', connectionLimit: 10, decimalNumbers: true });

const sleep = (time) => new Promise((resolve) => setTimeout(resolve, time));
const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
const ms = (value) => `${value < 10 ? value.toFixed(1) : value.toFixed(0)} ms`;

/** Everybody does one thing over and over, thinking as long between. @returns sorted times of the answers */
async function everybody(work, { people = PEOPLE, seconds = SECONDS, thoughtS = 0 } = {}) {
  const times = [];
  const refused = new Map();
  const until = performance.now() + seconds * 1000;
  await Promise.all(
    Array.from({ length: people }, async (_, person) => {
      for (let turn = 0; performance.now() < until; turn += 1) {
        // From half to half as much again, so that they do not all ask at once.
        if (thoughtS) await sleep(1000 * thoughtS * (0.5 + Math.random()));
        const from = performance.now();
        try {
          await work(person, turn);
          times.push(performance.now() - from);
        } catch (error) {
          refused.set(error.message, (refused.get(error.message) ?? 0) + 1);
        }
      }
    }),
  );
  return { times: times.sort((a, b) => a - b), refused };
}

const OWNER = { name: 'Odalys', password: 'paint-pen-odalys' };
const signIn = async (port) => {
  const ask = browser(port);
  const answer = await ask('/api/sign-in', OWNER);
  if (!answer.ok) throw new Error(await answer.text());
  return ask;
};
let asks = [];
/** Everybody signs in, each at one of the servers. */
async function signInAt(some) {
  asks = [];
  for (let person = 0; person < PEOPLE; person += 1) asks.push(await signIn(some[person % some.length]));
}
await signInAt([ports[0]]);

const [orders] = await pool.query('SELECT id, number FROM work_order ORDER BY number DESC LIMIT 400');
const [open] = await pool.query(
  "SELECT order_now.order_id AS id FROM order_now JOIN entry ON chain = order_now.order_id AND kind = 'run.start' WHERE NOT closed",
);
const [[wrench]] = await pool.query(
  'SELECT id FROM wrench WHERE active AND low_nm < 45 AND high_nm > 200 LIMIT 1',
);
const [plates] = await pool.query('SELECT plate FROM vehicle ORDER BY id LIMIT 300');
const torques = [];
for (const { id } of open) {
  const bundle = await (await asks[0](`/api/bay/${id}`)).json();
  if (!bundle.ok) continue;
  for (const fastener of bundle.answer.document.fasteners)
    if (fastener.spec && fastener.spec.nm >= 45 && fastener.spec.nm <= 200 && fastener.final !== 'on-wheels')
      torques.push({ orderId: id, fastenerId: fastener.id });
}

const get = async (person, url) => {
  const response = await asks[person](url);
  if (!response.ok) throw new Error(String(response.status));
  await response.arrayBuffer();
};
/** A page that is built once, and what it shows, which is asked for beside it. */
const shown = async (person, page, from) => {
  await get(person, page);
  await get(person, `/api/shown/${from}`);
};
const sql = (text, values = []) => pool.execute(text, values);
const pick = (list, person, turn) => list[(person * 31 + turn * 17) % list.length];

const PAGES = [
  {
    name: 'the day',
    page: (person) => shown(person, '/', 'day'),
    bare: () =>
      sql(
        `SELECT order_now.*, label, plate, name FROM order_now JOIN work_order ON work_order.id = order_now.order_id
           JOIN vehicle ON vehicle.id = work_order.vehicle_id
           JOIN customer_contact ON customer_contact.customer_id = vehicle.customer_id WHERE NOT closed`,
      ),
  },
  {
    name: 'a work order',
    page: (person, turn) => {
      const { id } = pick(orders, person, turn);
      return shown(person, `/orders/${id}`, `orders/${id}`);
    },
    bare: (person, turn) =>
      sql('SELECT canonical FROM entry WHERE chain = ? ORDER BY seq', [pick(orders, person, turn).id]),
  },
  {
    name: 'a torque written',
    page: async (person, turn) => {
      const { orderId, fastenerId } = pick(torques, person, turn);
      const answer = await (
        await asks[person]('/api/commands/torque.record', {
          id: randomUUID(),
          deviceSeq: turn,
          input: { orderId, fastenerId, wrenchId: wrench.id, reading: { clicked: true } },
        })
      ).json();
      if (!answer.ok) throw new Error(answer.errors[0].code);
    },
    bare: async (person, turn) => {
      const connection = await pool.getConnection();
      const id = pick(torques, person, turn).orderId;
      await connection.beginTransaction();
      await connection.execute('SELECT count FROM chain_head WHERE chain = ? FOR UPDATE', [id]);
      await connection.execute('SELECT canonical FROM entry WHERE chain = ? ORDER BY seq', [id]);
      await connection.execute('UPDATE chain_head SET moved_at = moved_at WHERE chain = ?', [id]);
      await connection.execute(
        `INSERT INTO command_done (id, name, content_hash, answer, seal, done_at)
         VALUES (?, 'load', '', '', SHA2(CONCAT_WS('\\n', id, 'load', '', ''), 256), NOW(3))`,
        [randomUUID()],
      );
      await connection.commit();
      connection.release();
    },
  },
  {
    name: 'a search',
    page: (person, turn) =>
      get(person, `/api/find?q=${encodeURIComponent(pick(plates, person, turn).plate.slice(0, 5))}`),
    bare: (person, turn) =>
      sql('SELECT id FROM vehicle WHERE plate LIKE ? LIMIT 12', [
        `${pick(plates, person, turn).plate.slice(0, 5)}%`,
      ]),
  },
  {
    name: 'a search in words',
    page: (person, turn) =>
      get(
        person,
        `/api/find?q=${encodeURIComponent(['frame ends rust', 'upper ball', 'forest road'][(person + turn) % 3])}`,
      ),
    bare: (person, turn) =>
      sql(
        'SELECT order_id FROM search_doc WHERE MATCH (words) AGAINST (? IN BOOLEAN MODE) ORDER BY at DESC LIMIT 24',
        [['+frame* +ends* +rust*', '+upper* +ball*', '+forest* +road*'][(person + turn) % 3]],
      ),
  },
  {
    name: 'the come-backs',
    page: (person) => shown(person, '/come-backs', 'come-backs'),
    bare: () => sql('SELECT * FROM follow_up WHERE closed_by IS NULL ORDER BY due_on'),
  },
];

console.log(
  `${PEOPLE} people at once, ${SECONDS} s each; ${orders[0].number - 1000} work orders. Times at the client, p50 / p95.`,
);
const told = ({ times, refused }, seconds = SECONDS) =>
  `${ms(at(times, 0.5))} / ${ms(at(times, 0.95))}, ${Math.round(times.length / seconds)} a second${[...refused].map(([why, count]) => `, ${count} refused: ${why}`).join('')}`;
const line = (name, words) => console.log(`${name.padEnd(20)} ${words}`);

/** Each goes on as soon as they have an answer. @param empty how long the empty page takes under the same */
async function table(empty) {
  for (const { name, page, bare } of PAGES) {
    await everybody(page, { seconds: 3 });
    const seen = await everybody(page);
    const plain = (await everybody(bare, { seconds: 4 })).times;
    const least = at(empty, 0.95) + at(plain, 0.95);
    line(
      name,
      `${told(seen)}; bare SQL ${ms(at(plain, 0.5))} / ${ms(at(plain, 0.95))}; p95 ${(at(seen.times, 0.95) / least).toFixed(2)} × (empty page + bare SQL)`,
    );
  }
}

/** Everybody thinks between two answers: asks now for this, now for that, and then for words that stand in every order alone. */
async function thinking() {
  const mixed = (person, turn) => PAGES[(person + turn) % PAGES.length].page(person, turn);
  const words = PAGES.find(({ name }) => name === 'a search in words').page;
  for (const [name, page] of [
    ['all of it, mixed', mixed],
    ['words alone', words],
  ]) {
    const seen = await everybody(page, { seconds: 40, thoughtS: THOUGHT_S });
    line(name, `${told(seen, 40)}; ${THOUGHT_S} s of thought between`);
  }
}

const nothing = async () => {
  const answer = await fetch(`http://127.0.0.1:${yardstick.port}/`);
  await answer.arrayBuffer();
};
await everybody(nothing, { seconds: 3 });
const empty = await everybody(nothing);
line('an empty page', told(empty));
await table(empty.times);
await thinking();

const { times: waited, scripts } = await firstLoads(ports[0], `/bay/${open[0].id}`, OWNER);
line(
  'a slow tablet',
  `the bay works ${(at(waited, 0.5) / 1000).toFixed(1)} s after it was asked for the first time (${waited.map((time) => (time / 1000).toFixed(1)).join(', ')}); ${Math.round(scripts / 1000)} kB of script`,
);

servers.push(
  await startWeb({
    port: ports[1],
    dataDir: folder,
    env: { WRENCHWISE_NOW: shop.day, WRENCHWISE_NO_CLOCK: '1' },
  }),
);
await signInAt(ports);
console.log('With a second server process:');
await table(empty.times);
await thinking();

await pool.end();
await yardstick.stop();
for (const server of servers) await server.stop();
await database.stop();
process.exit(0);
