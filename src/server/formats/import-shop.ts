import { Refusal } from '@/core/refusal';
import type { Entry } from '@/core/ledger/entries';
import type { Db, Value } from '../database';
import { rebuildDerived } from '../derive';
import { sha256 } from '../entries/canonical';
import { brokenRecord } from '../entries/verify';
import { insertMany } from '../insert-many';
import { keepFile } from '../kept-files';
import { makeThumbnail } from '../photos/store';
import { tellLongWork } from '../running/long-work';
import { hashSecret } from '../sessions/passwords';
import { entryShapes } from './entry-shape';
import { SHOP_BYTES, SHOP_TABLES, columnsOf, fileOf, partOf } from './shop-tables';
import { type Files, SHOP_LIMITS } from './zip';
import { openZipApart } from './zip-thread';

const refused = (code: string, message: string, field = 'file') => new Refusal(code, message, field);

type Row = Record<string, unknown>;

function readRows(
  files: Files,
  table: { name: string; columns: string; since?: string; begins?: Row; optional?: boolean },
): Row[] {
  const parts: Buffer[] = [];
  for (let file; (file = files.get(partOf(table.name, parts.length + 1)));) parts.push(file);
  if (!parts.length && table.optional) return [];
  if (!parts.length) throw refused('missing', `The ZIP has no tables/${table.name}.jsonl.`);
  const known = columnsOf(table);
  return parts
    .flatMap((part) => part.toString('utf8').split('\n').filter(Boolean))
    .map((line, index) => {
      let row: Row;
      try {
        row = JSON.parse(line) as Row;
      } catch {
        throw refused('row', `Line ${index + 1} of ${table.name} does not read.`);
      }
      for (const name of row ? (table.since?.split(' ') ?? []) : [])
        if (!(name in row)) row = { ...row, [name]: table.begins?.[name] ?? null };
      const names = Object.keys(row ?? {});
      if (names.length !== known.length || names.some((name) => !known.includes(name)))
        throw refused('row', `Line ${index + 1} of ${table.name} does not have the columns it should.`);
      return row;
    });
}

function entryIn(row: Row): Entry {
  try {
    return JSON.parse(String(row.canonical)) as Entry;
  } catch {
    throw refused('entry', `Entry ${String(row.id)} does not read.`);
  }
}

/** Where the rows go, and which `table.column` keeps an instant or a day there: in the file they are text. */
interface Into {
  tx: Db;
  times: Set<string>;
}

async function timesOf(tx: Db): Promise<Set<string>> {
  const rows = await tx.rows<{ name: string }>(
    `SELECT CONCAT(TABLE_NAME, '.', COLUMN_NAME) AS name FROM information_schema.COLUMNS
      WHERE TABLE_SCHEMA = DATABASE() AND DATA_TYPE IN ('date', 'datetime')`,
  );
  return new Set(rows.map(({ name }) => name));
}

function cellOf(name: string, value: unknown, isTime: boolean): Value {
  if (value === null || typeof value === 'number' || typeof value === 'boolean') return value;
  if (typeof value === 'object') return JSON.stringify(value);
  const text = String(value);
  if (!isTime) return text;
  const time = new Date(text);
  if (Number.isNaN(time.getTime())) throw refused('row', `${name} is not a time: ${text.slice(0, 40)}.`);
  return time;
}

async function insertRows(
  { tx, times }: Into,
  table: { name: string; columns: string },
  rows: Row[],
  more: Row[] = [],
): Promise<void> {
  const extra = Object.keys(more[0] ?? {});
  const columns = [...columnsOf(table), ...extra];
  await insertMany(
    tx,
    table.name,
    columns,
    rows.map((row, index) => [
      ...columnsOf(table).map((name) => cellOf(name, row[name], times.has(`${table.name}.${name}`))),
      ...extra.map((name) => more[index]![name] as Value),
    ]),
  );
}

async function insertBytes(into: Into, files: Files, taken: (table: string) => void): Promise<void> {
  for (const table of SHOP_BYTES) {
    for (const row of readRows(files, table)) {
      taken(table.name);
      const key = String(row[table.key]);
      const bytes = files.get(fileOf(table.folder, key));
      if (!bytes)
        throw refused('missing', `The bytes of ${table.name} ${key.slice(0, 12)}… are not in the ZIP.`);
      if (table.name !== 'photo' && sha256(bytes) !== key)
        throw refused('hash', `${table.name} ${key.slice(0, 12)}… is not what its hash says.`);
      if (table.name === 'signature') {
        await insertRows(into, table, [row], [{ picture: bytes }]);
        continue;
      }
      await keepFile(into.tx, bytes);
      if (table.name === 'document') {
        await insertRows(into, table, [row]);
        continue;
      }
      const thumbnail = await makeThumbnail(bytes).catch(() => {
        throw refused('photo', `Photo ${key} is no picture.`);
      });
      await insertRows(into, table, [row], [{ thumbnail_sha256: await keepFile(into.tx, thumbnail) }]);
    }
  }
}

export interface ShopTaker {
  /** Which owner of the shop in the ZIP takes it over here, by name, and how they will sign in. */
  name: string;
  password: string;
  pin: string;
}

/** Held against itself and worked out, a shop takes about as long again as being read in: so much of the way that is. */
const READ_IN = 0.5;

/**
 * Takes a whole shop into an empty place: ids and chains as they were, the people without their passwords and, save
 * the one who takes it over, not at work. Held against itself before the commit; anything wrong leaves it empty.
 * @returns the id of who took it over
 */
export async function importShop(tx: Db, zip: Buffer, taker: ShopTaker): Promise<string> {
  const work = tellLongWork('import');
  try {
    const owner = await takeIn(tx, zip, taker, (share, words) => work.at(share, 1, words));
    work.end(true, 'The shop is here.');
    return owner;
  } catch (error) {
    work.end(false, error instanceof Refusal ? error.message : 'It could not be taken in.');
    throw error;
  }
}

async function takeIn(
  tx: Db,
  zip: Buffer,
  taker: ShopTaker,
  tell: (share: number, words: string) => void,
): Promise<string> {
  tell(0, 'Opening the ZIP');
  const files = await openZipApart({ zip, holds: 'shop', limits: SHOP_LIMITS });
  if (await tx.row('SELECT id FROM shop')) throw refused('not-empty', 'There is a shop here already.');
  const rows = new Map<string, Row[]>(SHOP_TABLES.map((table) => [table.name, readRows(files, table)]));
  const owner = rows
    .get('person')!
    .find((row) => row.name === taker.name && Array.isArray(row.roles) && row.roles.includes('owner'));
  if (!owner) {
    throw refused(
      'not-owner',
      'Write the name of an owner of the shop in the ZIP, as it stands there.',
      'owner.name',
    );
  }
  const shapeOf = await entryShapes();
  for (const row of rows.get('entry')!) {
    const wrong = shapeOf(entryIn(row));
    if (wrong) throw refused('entry', wrong);
  }
  const into: Into = { tx, times: await timesOf(tx) };
  const of = files.size + [...rows.values()].reduce((sum, own) => sum + own.length, 0);
  let done = 0;
  const taken = (name: string, count = 1) => {
    done += count;
    tell(Math.min(READ_IN, (done / of) * READ_IN), `Taking in: ${name}`);
  };
  try {
    for (const table of SHOP_TABLES) {
      const own = rows.get(table.name)!;
      taken(table.name, own.length);
      await insertRows(into, table, own, table.name === 'person' ? own.map(() => ({ active: false })) : []);
    }
    await insertBytes(into, files, taken);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw refused('row', `The ZIP does not hold together: ${(error as Error).message.slice(0, 160)}.`);
  }
  await tx.run('UPDATE person SET active = TRUE, password_hash = ?, pin_hash = ? WHERE id = ?', [
    await hashSecret(taker.password),
    await hashSecret(taker.pin),
    String(owner.id),
  ]);
  tell(READ_IN, 'Holding the record against itself');
  const broken = await brokenRecord(tx);
  if (broken) throw refused('broken', `The record in the ZIP is broken: ${broken}`);
  await rebuildDerived(tx, (done, all) =>
    tell(READ_IN + (1 - READ_IN) * (done / all), 'Working out what follows from the entries'),
  );
  return String(owner.id);
}
