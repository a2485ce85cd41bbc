import 'server-only';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import Ajv from 'ajv/dist/2020';
import sharp from 'sharp';
import { Refusal } from '@/core/refusal';
import { type Entry, currentEntries } from '@/core/ledger/entries';
import { foldOrder } from '@/contracts/fold';
import type { RunDocument } from '@/core/procedure/engine';
import { type Db, transaction } from '../database';
import { now } from '../clock';
import { deriveOrder } from '../derive';
import { wholeOrder, runHash } from '../entries/order';
import { type EntryDraft, ENTRY_INTO, SHOP_CHAIN, appendEntries, entryRow } from '../entries/append';
import { CHAIN_START, canonicalJson, chainHash, sha256 } from '../entries/canonical';
import { walkChains } from '../entries/verify-chain';
import { ORDER_TAKEN_IN } from '../entries/verify-shop';
import { insertPhoto, makeThumbnail } from '../photos/store';
import { keepDocument } from '../documents/store';
import { nextOrderNumber } from '../order-number';
import { entryShapes } from './entry-shape';
import { type WorkOrderFile, photosIn } from './order-file';
import { type Files, ORDER_LIMITS } from './zip';
import { openZipApart } from './zip-thread';
import type { Row } from '../tables';

const refused = (code: string, message: string) => new Refusal(code, message, 'file');

async function schema(): Promise<object> {
  const root = process.env.WRENCHWISE_ROOT ?? process.cwd();
  const file = path.join(root, 'docs', 'schema', 'wrenchwise-workorder-1.schema.json');
  return JSON.parse(await readFile(file, 'utf8')) as object;
}

async function readWorkOrder(files: Files): Promise<WorkOrderFile> {
  const text = files.get('workorder.json')?.toString('utf8');
  if (text === undefined) throw refused('no-workorder', 'The ZIP has no workorder.json.');
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw refused('json', 'workorder.json does not read.');
  }
  const validate = new Ajv({ allErrors: false }).compile(await schema());
  if (!validate(value)) {
    const [error] = validate.errors ?? [];
    throw refused(
      'schema',
      `workorder.json${error?.instancePath ?? ''} ${error?.message ?? 'is not right'}.`,
    );
  }
  return value as WorkOrderFile;
}

/** Reads the chain as it came and holds it against its own hashes and head. */
function readEntries(file: WorkOrderFile): Entry[] {
  let previous = CHAIN_START;
  const entries = file.entries.map(({ canonical, hash }, index) => {
    if (chainHash(previous, canonical) !== hash)
      throw refused('chain', `Entry ${index + 1} does not follow the one before it: the record was changed.`);
    previous = hash;
    let entry: Entry;
    try {
      entry = JSON.parse(canonical) as Entry;
    } catch {
      throw refused('entry', `Entry ${index + 1} does not read.`);
    }
    const whole =
      canonicalJson(entry) === canonical &&
      entry.chain === file.order.id &&
      entry.seq === index + 1 &&
      typeof entry.id === 'string' &&
      /^[0-9a-f-]{36}(\.\d{1,5})?$/.test(entry.id) &&
      typeof entry.kind === 'string' &&
      entry.kind.length <= 30 &&
      typeof entry.data === 'object';
    if (!whole) throw refused('entry', `Entry ${index + 1} is not an entry of this order.`);
    return entry;
  });
  if (entries.length !== file.chain.count || previous !== file.chain.hash)
    throw refused('chain', 'The chain was cut: its head counts other entries than are there.');
  if (entries[0]!.kind !== 'intake') throw refused('entry', 'The record does not begin with an intake.');
  return entries;
}

/** A picture as our own export holds it: whole, a JPEG of ours, nothing hidden in it. */
async function checkPhoto(photo: WorkOrderFile['photos'][number], bytes: Buffer | undefined): Promise<void> {
  if (!bytes || sha256(bytes) !== photo.sha256)
    throw refused('photo', `Photo ${photo.id} is not there or is another.`);
  const about = await sharp(bytes, { limitInputPixels: 2560 * 2560 })
    .metadata()
    .catch(() => null);
  if (about?.format !== 'jpeg' || about.width !== photo.width || about.height !== photo.height)
    throw refused('photo', `Photo ${photo.id} is not the picture it says it is.`);
  if (about.exif || about.xmp || about.iptc)
    throw refused('hidden', `Photo ${photo.id} carries hidden data: an export of ours has none.`);
}

function checkDocuments(file: WorkOrderFile, files: Files, entries: Entry[]): void {
  for (const { hash, kind } of file.documents) {
    const bytes = files.get(`documents/${hash}.${kind === 'pdf' ? 'pdf' : 'json'}`);
    if (!bytes || sha256(bytes) !== hash)
      throw refused('document', `The ${kind} document ${hash.slice(0, 12)}… is not there or is another.`);
    if (kind === 'pdf' && bytes.subarray(0, 5).toString('latin1') !== '%PDF-')
      throw refused('document', 'A PDF in the ZIP is none.');
    if (kind !== 'pdf') {
      try {
        JSON.parse(bytes.toString('utf8'));
      } catch {
        throw refused('document', `The ${kind} document ${hash.slice(0, 12)}… does not read.`);
      }
    }
  }
  const known = new Set(file.documents.map((one) => one.hash));
  for (const { data, seq } of entries)
    for (const [key, value] of Object.entries(data))
      if (/^(documentHash|packetHash|pdfHash)$/.test(key) && !known.has(String(value)))
        throw refused('document', `Entry ${seq} names a document that is not in the ZIP.`);
}

/** Everything of a ZIP held against itself before any of it is kept. @throws Refusal naming the first thing wrong */
async function validated(zip: Buffer): Promise<{ file: WorkOrderFile; entries: Entry[]; files: Files }> {
  const files = await openZipApart({ zip, holds: 'workorder', limits: ORDER_LIMITS });
  const file = await readWorkOrder(files);
  const entries = readEntries(file);
  checkDocuments(file, files, entries);
  for (const photo of file.photos) await checkPhoto(photo, files.get(`photos/${photo.id}.jpg`));
  const pictures = new Set(file.photos.map((photo) => photo.id));
  for (const id of photosIn(entries))
    if (!pictures.has(id)) throw refused('photo', `An entry names photo ${id}, which is not in the ZIP.`);
  for (const { hash } of file.signatures) {
    const bytes = files.get(`signatures/${hash}.png`);
    if (!bytes || sha256(bytes) !== hash)
      throw refused('signature', 'A signature is not there or is another.');
  }
  // Whose it is by now: as it was taken in, or as two were merged since.
  const told = entries.findLast((entry) => entry.kind === 'car') ?? entries[0]!;
  const { vehicleId, customerId } = told.data as { vehicleId: string; customerId: string };
  if (vehicleId !== file.vehicle.id || customerId !== file.vehicle.customerId)
    throw refused('vehicle', 'The car in the ZIP is not the one its record speaks of.');
  if (file.customer.id !== file.vehicle.customerId)
    throw refused('customer', 'The customer in the ZIP is not the car’s.');
  const shapeOf = await entryShapes();
  for (const entry of entries) {
    const wrong = shapeOf(entry);
    if (wrong) throw refused('entry', wrong);
  }
  // A record that cannot be folded would break every page that shows it.
  try {
    const hash = runHash(currentEntries(entries));
    const run = hash ? files.get(`documents/${hash}.json`) : undefined;
    foldOrder(entries, run ? (JSON.parse(run.toString('utf8')) as RunDocument) : null);
  } catch {
    throw refused(
      'record',
      'The record in the ZIP does not hold together: its entries cannot be read in order.',
    );
  }
  return { file, entries, files };
}

async function keepOwner(tx: Db, file: WorkOrderFile): Promise<void> {
  const { customer, vehicle } = file;
  const at = new Date(customer.createdAt);
  await tx.run('INSERT IGNORE INTO customer (id, created_at) VALUES (?, ?)', [customer.id, at]);
  await tx.run('INSERT IGNORE INTO customer_contact (customer_id, name, phone, email) VALUES (?, ?, ?, ?)', [
    customer.id,
    customer.name,
    customer.phone,
    customer.email,
  ]);
  await tx.run(
    `INSERT IGNORE INTO vehicle (id, customer_id, label, body, plate, plate_reversed, vin, drive, front_suspension,
       rear_suspension, wheelbase_mm, distance_unit, platform, facts, later, created_at, seen_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      vehicle.id,
      vehicle.customerId,
      vehicle.label,
      vehicle.body,
      vehicle.plate,
      [...vehicle.plate].reverse().join(''),
      vehicle.vin,
      vehicle.drive,
      vehicle.frontSuspension,
      vehicle.rearSuspension,
      vehicle.wheelbaseMm,
      vehicle.distanceUnit,
      vehicle.platform,
      JSON.stringify(vehicle.facts),
      vehicle.later,
      new Date(vehicle.createdAt),
      new Date(vehicle.createdAt),
    ],
  );
}

async function keepBytes(tx: Db, file: WorkOrderFile, files: Files): Promise<void> {
  for (const { hash, kind, createdAt } of file.documents) {
    const content = files.get(`documents/${hash}.${kind === 'pdf' ? 'pdf' : 'json'}`)!;
    await keepDocument(tx, kind, content, new Date(createdAt));
  }
  for (const photo of file.photos) {
    const bytes = files.get(`photos/${photo.id}.jpg`)!;
    const thumbnail = await makeThumbnail(bytes);
    const { id, uploadHash, width, height } = photo;
    const kept = { id, uploadHash, bytes, thumbnail, width, height, at: new Date(photo.createdAt) };
    const isNew = await insertPhoto(tx, kept);
    const here = isNew
      ? null
      : await tx.row<Row<'photo', 'sha256'>>('SELECT sha256 FROM photo WHERE id = ?', [photo.id]);
    if (!isNew && here?.sha256 !== photo.sha256)
      throw refused('photo', `Photo ${photo.id} is here already as another picture, or under another name.`);
  }
  for (const { hash, signerName, createdAt } of file.signatures) {
    await tx.run(
      'INSERT IGNORE INTO signature (hash, order_id, signer_name, picture, created_at) VALUES (?, ?, ?, ?, ?)',
      [hash, file.order.id, signerName, files.get(`signatures/${hash}.png`)!, new Date(createdAt)],
    );
  }
}

async function keepEntries(tx: Db, file: WorkOrderFile, entries: Entry[]): Promise<void> {
  let previous = CHAIN_START;
  for (const [index, entry] of entries.entries()) {
    const { canonical, hash } = file.entries[index]!;
    const done = await tx.run(`INSERT IGNORE INTO ${ENTRY_INTO}`, entryRow(entry, canonical, previous, hash));
    if (!done.affectedRows) throw refused('entry', `Entry ${index + 1} is on the record here already.`);
    previous = hash;
  }
  await tx.run('INSERT INTO chain_head (chain, count, hash, moved_at) VALUES (?, ?, ?, ?)', [
    file.order.id,
    file.chain.count,
    file.chain.hash,
    new Date(entries[entries.length - 1]!.receivedAt),
  ]);
}

/** The order's own number where it is free here, else the next one. */
async function numberFor(tx: Db, wanted: number): Promise<number> {
  const next = await nextOrderNumber(tx);
  return (await tx.row('SELECT id FROM work_order WHERE number = ?', [wanted])) ? next : wanted;
}

/**
 * Takes a work order in from its ZIP: held against itself whole, then kept whole with its ids and chain as they were.
 * @throws Refusal naming what is wrong, and nothing is changed then; a work order already here is refused
 */
export async function importOrder(
  zip: Buffer,
  by: { personId: string; deviceId: string },
): Promise<{ orderId: string; number: number }> {
  const { file, entries, files } = await validated(zip);
  return transaction(async (tx) => {
    const here = await tx.row<Row<'work_order', 'number'>>('SELECT number FROM work_order WHERE id = ?', [
      file.order.id,
    ]);
    if (here) throw refused('here', `That work order is here already, as number ${here.number}.`);
    for (const person of file.people) {
      await tx.run('INSERT IGNORE INTO person (id, name, roles, active) VALUES (?, ?, ?, FALSE)', [
        person.id,
        person.name,
        JSON.stringify(person.roles),
      ]);
    }
    await keepOwner(tx, file);
    const number = await numberFor(tx, file.order.number);
    const at = now();
    await tx.run(
      `INSERT INTO work_order
         (id, number, vehicle_id, kind, comes_back_from, created_at, taken_in, taken_in_entries)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        file.order.id,
        number,
        file.vehicle.id,
        file.order.kind,
        file.order.comesBackFrom,
        new Date(file.order.createdAt),
        at,
        file.chain.count,
      ],
    );
    await keepBytes(tx, file, files);
    await keepEntries(tx, file, entries);
    const said = await walkChains(tx, [{ chain: file.order.id, ...file.chain }]);
    if (typeof said === 'string') throw refused('chain', said);
    await deriveOrder(tx, await wholeOrder(tx, file.order.id));
    const draft = {
      id: randomUUID(),
      kind: 'shop.change',
      data: { what: ORDER_TAKEN_IN, id: file.order.id, facts: { number, entries: file.chain.count } },
    } as EntryDraft;
    await appendEntries(tx, SHOP_CHAIN, [draft], { ...by, deviceSeq: 0, at, receivedAt: at });
    return { orderId: file.order.id, number };
  });
}
