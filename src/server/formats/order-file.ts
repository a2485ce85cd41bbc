import 'server-only';
import { THE_CUSTOMER, THE_MACHINE } from '@/core/ledger/roles';
import type { Entry } from '@/core/ledger/entries';
import { orderCsv } from '@/core/formats/order-csv';
import type { Db } from '../database';
import { canonicalJson } from '../entries/canonical';
import { readOrderFile } from '../queries/order';
import { type Files, packZip } from './zip';
import type { Row } from '../tables';

/** A work order as it goes out and comes in; its JSON Schema stands in docs/schema. */
export interface WorkOrderFile {
  format: 'wrenchwise-workorder/1';
  order: { id: string; number: number; kind: string; comesBackFrom: string | null; createdAt: string };
  vehicle: {
    id: string;
    customerId: string;
    label: string;
    body: string;
    plate: string;
    vin: string;
    drive: string;
    frontSuspension: string;
    rearSuspension: string;
    wheelbaseMm: number;
    distanceUnit: 'km' | 'mi';
    platform: string;
    facts: Record<string, unknown>;
    later: string;
    createdAt: string;
  };
  customer: { id: string; name: string; phone: string; email: string; createdAt: string };
  /** Whoever the entries name; without passwords or PINs. */
  people: { id: string; name: string; roles: string[] }[];
  chain: { count: number; hash: string };
  entries: { canonical: string; hash: string }[];
  documents: { hash: string; kind: 'run' | 'packet' | 'pdf' | 'procedure'; createdAt: string }[];
  photos: {
    id: string;
    uploadHash: string;
    sha256: string;
    width: number;
    height: number;
    createdAt: string;
  }[];
  signatures: { hash: string; signerName: string; createdAt: string }[];
}

/** All ids of people an entry speaks of: who wrote it, and those it names. */
function peopleIn(entries: readonly Entry[]): Set<string> {
  const ids = new Set<string>();
  for (const entry of entries) {
    ids.add(entry.personId);
    for (const [key, value] of Object.entries(entry.data))
      if (/^(personId|leadId|checkerId|approverId)$/.test(key) && typeof value === 'string') ids.add(value);
  }
  for (const own of [THE_CUSTOMER.id, THE_MACHINE.id]) ids.delete(own);
  return ids;
}

function documentsIn(entries: readonly Entry[]): Set<string> {
  const hashes = new Set<string>();
  for (const { data } of entries)
    for (const [key, value] of Object.entries(data))
      if (/^(documentHash|packetHash|pdfHash)$/.test(key) && typeof value === 'string') hashes.add(value);
  return hashes;
}

/** Every picture an entry names, wherever in it. */
export function photosIn(entries: readonly Entry[]): Set<string> {
  const ids = new Set<string>();
  for (const { data } of entries)
    for (const [key, value] of Object.entries(data))
      if (key === 'photoId' && typeof value === 'string') ids.add(value);
  return ids;
}

const marks = (count: number) => Array.from({ length: count }, () => '?').join(', ');

/** Gathers a work order with all it needs to stand elsewhere. */
export async function workOrderFiles(
  tx: Db,
  orderId: string,
): Promise<{ files: Files; number: number } | null> {
  const file = await readOrderFile(tx, orderId);
  if (!file) return null;
  const { entries, state } = file;
  const files: Files = new Map();
  const chain = (await tx.row<Row<'chain_head', 'count' | 'hash'>>(
    'SELECT count, hash FROM chain_head WHERE chain = ?',
    [orderId],
  ))!;
  const written = await tx.rows<Row<'entry', 'canonical' | 'hash'>>(
    'SELECT canonical, hash FROM entry WHERE chain = ? ORDER BY seq',
    [orderId],
  );
  const created = (await tx.row<{ vehicle: Date; customer: Date }>(
    `SELECT vehicle.created_at AS vehicle, customer.created_at AS customer FROM vehicle
       JOIN customer ON customer.id = vehicle.customer_id WHERE vehicle.id = ?`,
    [file.vehicle.id],
  ))!;
  const people = [...peopleIn(entries)];
  const persons = people.length
    ? await tx.rows<Row<'person', 'id' | 'name'> & { roles: string[] }>(
        // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
        `SELECT id, name, roles FROM person WHERE id IN (${marks(people.length)}) ORDER BY id`,
        people,
      )
    : [];

  const hashes = [...documentsIn(entries)];
  const procedures = (state.document?.sources ?? []).map((source) => source.hash).filter(Boolean);
  const wanted = [...new Set([...hashes, ...procedures])].sort();
  const documents: WorkOrderFile['documents'] = [];
  for (const hash of wanted) {
    const row = await tx.row<Row<'document', 'kind' | 'created_at'> & Row<'kept_file', 'bytes'>>(
      'SELECT kind, bytes, created_at FROM document JOIN kept_file USING (hash) WHERE hash = ?',
      [hash],
    );
    if (!row) continue;
    documents.push({ hash, kind: row.kind, createdAt: row.created_at.toISOString() });
    files.set(`documents/${hash}.${row.kind === 'pdf' ? 'pdf' : 'json'}`, row.bytes);
  }

  const photos: WorkOrderFile['photos'] = [];
  for (const id of [...photosIn(entries)].sort()) {
    const row = await tx.row<
      Row<'photo', 'upload_hash' | 'sha256' | 'width' | 'height' | 'created_at'> & Row<'kept_file', 'bytes'>
    >(
      `SELECT upload_hash, sha256, width, height, bytes, created_at FROM photo
         JOIN kept_file ON kept_file.hash = photo.sha256 WHERE photo.id = ?`,
      [id],
    );
    if (!row) continue;
    photos.push({
      id,
      uploadHash: row.upload_hash,
      sha256: row.sha256,
      width: row.width,
      height: row.height,
      createdAt: row.created_at.toISOString(),
    });
    files.set(`photos/${id}.jpg`, row.bytes);
  }

  const signatures = await tx.rows<Row<'signature', 'hash' | 'signer_name' | 'picture' | 'created_at'>>(
    'SELECT hash, signer_name, picture, created_at FROM signature WHERE order_id = ? ORDER BY hash',
    [orderId],
  );
  for (const row of signatures) files.set(`signatures/${row.hash}.png`, row.picture);

  const workOrder: WorkOrderFile = {
    format: 'wrenchwise-workorder/1',
    order: {
      id: orderId,
      number: state.intake!.data.number,
      kind: file.kind,
      comesBackFrom: file.comesBackFrom,
      createdAt: file.createdAt,
    },
    vehicle: {
      ...file.vehicle,
      customerId: file.customer.id,
      facts: file.vehicle.facts as Record<string, unknown>,
      createdAt: created.vehicle.toISOString(),
    },
    customer: { ...file.customer, createdAt: created.customer.toISOString() },
    people: persons,
    chain,
    entries: written,
    documents,
    photos,
    signatures: signatures.map((row) => ({
      hash: row.hash,
      signerName: row.signer_name,
      createdAt: row.created_at.toISOString(),
    })),
  };
  files.set('workorder.json', Buffer.from(canonicalJson(workOrder)));
  for (const [name, text] of Object.entries(orderCsv(state, file.people))) files.set(name, Buffer.from(text));
  const last = state.handoffs[state.handoffs.length - 1];
  const pdf = last && files.get(`documents/${last.data.pdfHash}.pdf`);
  if (pdf) files.set('handoff.pdf', pdf);
  return { files, number: file.number };
}

export async function exportOrder(tx: Db, orderId: string): Promise<{ zip: Buffer; number: number } | null> {
  const gathered = await workOrderFiles(tx, orderId);
  return gathered && { zip: packZip('workorder', gathered.files), number: gathered.number };
}
