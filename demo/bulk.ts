import { createHash } from 'node:crypto';
import { formatTape } from '../src/core/calc/tape.format';
import { parseTape } from '../src/core/calc/tape.parse';
import { drawsFrom, normalFrom } from '../src/core/draws';
import type { Entry, EntryOf } from '../src/core/ledger/entries';
import { type Db, type Value, db, transaction } from '../src/server/database';
import { insertMany } from '../src/server/insert-many';
import { deriveOrder } from '../src/server/derive';
import { wholeOrder } from '../src/server/entries/order';
import { CHAIN_START, canonicalJson, chainHash } from '../src/server/entries/canonical';
import { buildPacket } from '../src/server/documents/packet';
import { packetPdf } from '../src/server/documents/packet-pdf';
import { keepDocument } from '../src/server/documents/store';
import { ENTRY_COLUMNS, entryRow } from '../src/server/entries/append';
import { entriesOf } from '../src/server/entries/kept';

/**
 * Years of finished work in seconds: jobs that were played through the real commands are told again of other cars, at
 * other times, with other readings and other hours. Every entry is chained and hashed like any other, and everything
 * derived is worked out from the entries, so that nothing tells such a job from one that was typed.
 */

/** A job that was played, and the visits that came of it. */
export interface Told {
  orderIds: string[];
  /** How this work runs against its book here, and how far jobs differ. */
  ratio: number;
  sdLog: number;
}

interface Template {
  /** With the text of each entry: it is told again many times. */
  orders: { id: string; kind: string; comesBackFrom: string | null; texts: string[] }[];
  vehicle: Record<string, unknown> & { id: string; label: string; plate: string };
  customerId: string;
  startedAt: number;
  told: Told;
}

const NAMES = [
  [
    'Quarrow',
    'Hasplin',
    'Tarrock',
    'Fennimoor',
    'Osmerry',
    'Dunleck',
    'Callowby',
    'Birkenna',
    'Mossgap',
    'Ridgely Fen',
    'Stannock',
    'Wether Low',
    'Ashgarth',
    'Pellow',
    'Croft End',
    'Thornley Gap',
    'Sallow Brook',
    'Kestel Gate',
  ],
  [
    'Ditch Riders',
    'Honey',
    'Sawyers',
    'Post Round',
    'Orchards',
    'Hill Carts',
    'Farriers',
    'Fence Crew',
    'Dairy',
    'Stone Yard',
    'Wool Store',
    'Well Drillers',
  ],
] as const;

function uuidFrom(seed: string): string {
  const hex = createHash('sha256').update(seed).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;
const MOMENT = /"(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z)"/g;
const DAY = /"(\d{4}-\d\d-\d\d)"/g;
const DAY_MS = 86_400_000;

async function readTemplate(told: Told): Promise<Template> {
  const rows = await db().rows<{
    id: string;
    kind: string;
    comes_back_from: string | null;
    vehicle_id: string;
  }>(
    `SELECT id, kind, comes_back_from, vehicle_id FROM work_order WHERE id IN (${told.orderIds.map(() => '?').join(', ')}) ORDER BY number`,
    told.orderIds,
  );
  const vehicle = (await db().row<Template['vehicle'] & { customer_id: string }>(
    'SELECT * FROM vehicle WHERE id = ?',
    [rows[0]!.vehicle_id],
  ))!;
  const orders = await Promise.all(
    rows.map(async (row) => ({
      id: row.id,
      kind: row.kind,
      comesBackFrom: row.comes_back_from,
      entries: await entriesOf(db(), row.id),
    })),
  );
  const startedAt = Date.parse(orders[0]!.entries[0]!.at);
  return {
    orders: orders.map(({ entries, ...order }) => ({ ...order, texts: entries.map(canonicalJson) })),
    vehicle,
    customerId: vehicle.customer_id,
    startedAt,
    told,
  };
}

/** Ids that stay what they are: people, devices, pictures, tools and the catalog. */
async function idsThatStay(): Promise<Set<string>> {
  const kept = new Set<string>();
  for (const [table, column] of [
    ['person', 'id'],
    ['device', 'id'],
    ['photo', 'id'],
    ['wrench', 'id'],
    ['part', 'id'],
    ['kit', 'id'],
    ['kit_build', 'id'],
  ] as const)
    for (const row of await db().rows<{ id: string }>(`SELECT ${column} AS id FROM ${table}`))
      kept.add(row.id);
  return kept;
}

/** Heights after the work come out a little otherwise on every car. */
function otherHeights(entry: Entry, shift: number): void {
  if (entry.kind !== 'heights' || entry.data.occasion === 'as came') return;
  const { readings, unit } = entry.data;
  for (const corner of ['LF', 'RF', 'LR', 'RR'] as const)
    readings[corner] = readings[corner].map((typed) =>
      formatTape(parseTape(typed, unit) + shift, unit).replace('"', ''),
    );
}

/** One telling: which it is, under what number, from when. */
interface Telling {
  index: number;
  number: number;
  from: number;
  seed: string;
}

/** One more telling of a played job. */
function tellAgain(
  template: Template,
  stay: ReadonlySet<string>,
  one: Telling,
  draw: () => number,
  normal: () => number,
) {
  const ids = new Map<string, string>();
  const idOf = (id: string) => {
    if (stay.has(id)) return id;
    if (!ids.has(id)) ids.set(id, uuidFrom(`${one.seed} ${one.index} ${id}`));
    return ids.get(id)!;
  };
  const rusty = draw() < 0.22;
  const pace = template.told.ratio * Math.exp(template.told.sdLog * normal()) * (rusty ? 1.28 : 1);
  const shift = 2.2 * normal();
  const moment = (text: string, back: boolean) => {
    const after = Date.parse(text) - template.startedAt;
    // Visits come at their own day; within a job the work runs by its own pace.
    const at = one.from + (back ? after : Math.round(after * pace));
    return new Date(at).toISOString();
  };
  const dayShift = Math.round((one.from - template.startedAt) / DAY_MS);
  const orders = template.orders.map((order, at) => {
    const back = at > 0;
    let entries = order.texts.map((known) => {
      const text = known
        .replace(UUID, idOf)
        .replace(MOMENT, (_, at_: string) => `"${moment(at_, back)}"`)
        .replace(
          DAY,
          (_, day: string) => `"${new Date(Date.parse(day) + dayShift * DAY_MS).toISOString().slice(0, 10)}"`,
        );
      return JSON.parse(text) as Entry;
    });
    for (const entry of entries) {
      otherHeights(entry, shift);
      if (entry.kind === 'intake') {
        entry.data.number = one.number + at;
        entry.data.comesBackFrom = entry.data.comesBackFrom ? idOf(order.comesBackFrom!) : null;
        if ('value' in entry.data.odometer) entry.data.odometer.value += one.index * 7;
      }
    }
    const intake = entries[0]!;
    if (rusty && !back) {
      const finding = {
        ...intake,
        id: uuidFrom(`${one.seed} ${one.index} rust`),
        kind: 'finding',
        data: {
          findingId: uuidFrom(`${one.seed} ${one.index} found`),
          area: 'rust',
          grade: 'soon',
          text: 'Rust on the frame ends and on what has to be undone',
          photoId: null,
          when: 'as it came',
        },
      } as Entry;
      entries = [intake, finding, ...entries.slice(1)];
    }
    return {
      id: idOf(order.id),
      kind: order.kind,
      comesBackFrom: order.comesBackFrom && idOf(order.comesBackFrom),
      entries,
    };
  });
  return { orders, vehicleId: idOf(template.vehicle.id), customerId: idOf(template.customerId), idOf };
}

/** What a telling leaves open of its come-backs is closed as refused: these jobs are long over. */
function closeWhatIsOpen(orders: ReturnType<typeof tellAgain>['orders'], seed: string): void {
  const all = orders.flatMap((order) => order.entries);
  const closed = new Set(
    all.flatMap((entry) => (entry.kind === 'followup.close' ? [entry.data.followUpId] : [])),
  );
  const [first] = orders;
  const last = first!.entries[first!.entries.length - 1]!;
  const open = all.flatMap((entry) =>
    entry.kind === 'followup.open' && !closed.has(entry.data.followUpId) ? [entry.data.followUpId] : [],
  );
  for (const [at, followUpId] of open.entries())
    first!.entries.push({
      ...last,
      id: uuidFrom(`${seed} closed ${at}`),
      kind: 'followup.close',
      corrects: null,
      why: null,
      data: { followUpId, how: 'refused', evidence: null, reason: 'Looked after at home from here on' },
    } as Entry);
}

interface Chain {
  orderId: string;
  count: number;
  hash: string;
}

/** Links entries onto a chain. @returns their rows; the chain goes on from the last */
function linked(chain: Chain, entries: Entry[]): Value[][] {
  return entries.map((entry) => {
    chain.count += 1;
    const whole = { ...entry, chain: chain.orderId, seq: chain.count };
    const canonical = canonicalJson(whole);
    const previous = chain.hash;
    chain.hash = chainHash(previous, canonical);
    return entryRow(whole, canonical, previous, chain.hash);
  });
}

/** The papers of one handed-over job: made from its own entries, or those of the job it was told from. */
async function seal(tx: Db, entry: EntryOf<'handoff'>, chain: Chain, own: boolean): Promise<void> {
  entry.data.chainCount = chain.count;
  entry.data.chainHash = chain.hash;
  if (!own) return;
  const signature = await tx.row<{ signer_name: string; picture: Buffer }>(
    'SELECT signer_name, picture FROM signature WHERE hash = ?',
    [entry.data.signatureHash],
  );
  const packet = await buildPacket(tx, chain.orderId, {
    version: entry.data.version,
    at: entry.at,
    signed: signature && {
      by: signature.signer_name,
      at: entry.at,
      pictureHash: entry.data.signatureHash,
    },
    chain: { count: chain.count, hash: chain.hash },
  });
  const pdf = await packetPdf(packet, tx, signature?.picture ?? null);
  const at = new Date(entry.receivedAt);
  entry.data.packetHash = await keepDocument(tx, 'packet', Buffer.from(canonicalJson(packet)), at);
  entry.data.pdfHash = await keepDocument(tx, 'pdf', pdf, at);
}

/** Writes an order's entries onto a chain of its own; at a handoff its papers are made from what stands before it. */
async function writeOrder(
  tx: Db,
  order: { id: string; entries: Entry[] },
  ownPapers: boolean,
): Promise<number> {
  const chain: Chain = { orderId: order.id, count: 0, hash: CHAIN_START };
  const handoff = order.entries.findIndex((entry) => entry.kind === 'handoff');
  const before = handoff < 0 ? order.entries : order.entries.slice(0, handoff);
  const moved = new Date(order.entries[order.entries.length - 1]!.receivedAt);
  await insertMany(tx, 'entry', [...ENTRY_COLUMNS], linked(chain, before));
  if (handoff >= 0) {
    const entry = order.entries[handoff] as EntryOf<'handoff'>;
    await seal(tx, entry, chain, ownPapers);
    await insertMany(tx, 'entry', [...ENTRY_COLUMNS], linked(chain, order.entries.slice(handoff)));
  }
  await tx.run('INSERT INTO chain_head (chain, count, hash, moved_at) VALUES (?, ?, ?, ?)', [
    order.id,
    chain.count,
    chain.hash,
    moved,
  ]);
  return chain.count;
}

/** The customer, the car and the work orders of one telling. @returns how many entries */
async function writeTelling(
  tx: Db,
  { vehicle }: Template,
  again: ReturnType<typeof tellAgain>,
  { index, number, from: startedAt }: Telling,
  ownPapers: boolean,
): Promise<number> {
  const from = new Date(startedAt);
  const [firsts, lasts] = NAMES;
  const round = Math.floor(index / (firsts.length * lasts.length));
  const trade = lasts[Math.floor(index / firsts.length) % lasts.length]!;
  const name = `${firsts[index % firsts.length]} ${trade}${round ? ` ${1 + round}` : ''}`;
  const plate = `${'KLMPRSTVWX'[index % 10]}${'ABDEFGHJNZ'[Math.floor(index / 10) % 10]} ${String(1000 + ((index * 7919) % 9000))}`;
  await tx.run('INSERT INTO customer (id, created_at) VALUES (?, ?)', [again.customerId, from]);
  await tx.run('INSERT INTO customer_contact (customer_id, name, phone, email) VALUES (?, ?, ?, ?)', [
    again.customerId,
    name,
    `555 0${100 + (index % 100)}`,
    '',
  ]);
  const columns = Object.keys(vehicle);
  const values: Record<string, Value> = {
    ...vehicle,
    id: again.vehicleId,
    customer_id: again.customerId,
    label: `${vehicle.label.split(',')[0]!}, ${trade.toLowerCase()}`,
    plate,
    plate_reversed: [...plate.toUpperCase()].reverse().join(''),
    facts: JSON.stringify(vehicle.facts),
    created_at: from,
    seen_at: from,
  };
  await insertMany(tx, 'vehicle', columns, [columns.map((column) => values[column]!)]);
  let entries = 0;
  for (const [at, order] of again.orders.entries()) {
    await tx.run(
      'INSERT INTO work_order (id, number, vehicle_id, kind, comes_back_from, created_at) VALUES (?, ?, ?, ?, ?, ?)',
      [
        order.id,
        number + at,
        again.vehicleId,
        order.kind,
        order.comesBackFrom,
        new Date(order.entries[0]!.at),
      ],
    );
    entries += await writeOrder(tx, order, ownPapers);
  }
  for (const order of again.orders) await deriveOrder(tx, await wholeOrder(tx, order.id));
  return entries;
}

/**
 * Tells played jobs again, so many of them, over the days before a day.
 * @param orders how many work orders at least
 * @param tell is told how far it is
 */
export async function tellHistory(
  told: Told[],
  orders: number,
  {
    today,
    firstDaysAgo,
    lastDaysAgo,
    seed,
    ownPapers,
  }: { today: Date; firstDaysAgo: number; lastDaysAgo: number; seed: string; ownPapers: boolean },
  tell: (done: number) => void = () => undefined,
): Promise<{ orders: number; entries: number }> {
  const templates = await Promise.all(told.map(readTemplate));
  const stay = await idsThatStay();
  const uniform = drawsFrom(20_260_414);
  const normal = normalFrom(uniform);
  const last = await db().row<{ number: number | null }>('SELECT MAX(number) AS number FROM work_order');
  let number = (last?.number ?? 1000) + 1;
  const counted = { orders: 0, entries: 0 };
  const perTelling = templates.reduce((sum, one) => sum + one.orders.length, 0) / templates.length;
  const tellings = Math.ceil(orders / perTelling);
  let begun = 0;
  /** The next telling: what it draws, and the numbers it takes, follow from those before it alone. */
  const next = () => {
    const index = begun;
    begun += 1;
    const template = templates[index % templates.length]!;
    const share = Math.min(1, index / tellings);
    const daysAgo = Math.round(firstDaysAgo - (firstDaysAgo - lastDaysAgo) * share);
    const from = new Date(today.getTime() - daysAgo * DAY_MS);
    from.setUTCHours(14, Math.floor(uniform() * 60), 0, 0);
    const one = { index, number, from: from.getTime(), seed };
    const again = tellAgain(template, stay, one, uniform, normal);
    closeWhatIsOpen(again.orders, `${seed} ${index}`);
    number += again.orders.length;
    counted.orders += again.orders.length;
    return { template, again, one };
  };
  while (counted.orders < orders) {
    // One of each played job at a time: they are other cars on other platforms, so none waits for what another teaches.
    const some = [];
    while (some.length < templates.length && counted.orders < orders) some.push(next());
    const written = await Promise.all(
      some.map(({ template, again, one }) =>
        transaction((tx) => writeTelling(tx, template, again, one, ownPapers)),
      ),
    );
    counted.entries += written.reduce((sum, entries) => sum + entries, 0);
    tell(counted.orders);
  }
  return counted;
}
