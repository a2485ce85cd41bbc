import { Refusal } from '@/core/refusal';
import type { Entry } from '@/core/ledger/entries';
import type { Db, Value } from '../database';
import { rebuildDerived } from '../derive';
import { sha256 } from '../entries/canonical';
import { brokenRecord } from '../entries/verify';
import { insertMany } from '../insert-many';
import { makeThumbnail } from '../photos/store';
import { hashSecret } from '../sessions/passwords';
import { entryShapes } from './entry-shape';
import { SHOP_BYTES, SHOP_TABLES, columnsOf, fileOf } from './shop-tables';
import { type Files, SHOP_LIMITS } from './zip';
import { openZipApart } from './zip-thread';

const refused = (code: string, message: string, field = 'file') => new Refusal(code, message, field);

type Row = Record<string, unknown>;

function readRows(
  files: Files,
  table: { name: string; columns: string; since?: string; begins?: Row; optional?: boolean },
): Row[] {
  const file = files.get(`tables/${table.name}.jsonl`);
  if (!file && table.optional) return [];
  if (!file) throw refused('missing', `The ZIP has no tables/${table.name}.jsonl.`);
  const known = columnsOf(table);
  return file
    .toString('utf8')
    .split('\n')
    .filter(Boolean)
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

async function insertBytes(into: Into, files: Files): Promise<void> {
  for (const table of SHOP_BYTES) {
    for (const row of readRows(files, table)) {
      const key = String(row[table.key]);
      const bytes = files.get(fileOf(table.folder, key));
      if (!bytes)
        throw refused('missing', `The bytes of ${table.name} ${key.slice(0, 12)}… are not in the ZIP.`);
      if (table.name !== 'photo' && sha256(bytes) !== key)
        throw refused('hash', `${table.name} ${key.slice(0, 12)}… is not what its hash says.`);
      const thumbnail =
        table.name === 'photo'
          ? await makeThumbnail(bytes).catch(() => {
              throw refused('photo', `Photo ${key} is no picture.`);
            })
          : null;
      await insertRows(
        into,
        table,
        [row],
        [
          {
            [table.bytes]: bytes,
            ...(thumbnail ? { thumbnail, thumbnail_sha256: sha256(thumbnail) } : {}),
          },
        ],
      );
    }
  }
}

export interface ShopTaker {
  /** Which owner of the shop in the ZIP takes it over here, by name, and how they will sign in. */
  name: string;
  password: string;
  pin: string;
}

/**
 * Takes a whole shop into an empty place: ids and chains as they were, the people without their passwords and, save
 * the one who takes it over, not at work. Held against itself before the commit; anything wrong leaves it empty.
 * @returns the id of who took it over
 */
export async function importShop(tx: Db, zip: Buffer, taker: ShopTaker): Promise<string> {
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
  try {
    for (const table of SHOP_TABLES) {
      const own = rows.get(table.name)!;
      await insertRows(into, table, own, table.name === 'person' ? own.map(() => ({ active: false })) : []);
    }
    await insertBytes(into, files);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw refused('row', `The ZIP does not hold together: ${(error as Error).message.slice(0, 160)}.`);
  }
  await tx.run('UPDATE person SET active = TRUE, password_hash = ?, pin_hash = ? WHERE id = ?', [
    await hashSecret(taker.password),
    await hashSecret(taker.pin),
    String(owner.id),
  ]);
  const broken = await brokenRecord(tx);
  if (broken) throw refused('broken', `The record in the ZIP is broken: ${broken}`);
  await rebuildDerived(tx);
  return String(owner.id);
}
