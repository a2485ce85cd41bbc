import 'server-only';
import { Uint8ArrayReader, ZipWriter } from '@zip.js/zip.js';
import { type Db, snapshot } from '../database';
import { canonicalJson, sha256 } from '../entries/canonical';
import { tellLongWork } from '../running/long-work';
import { SHOP_BYTES, SHOP_TABLES, columnsOf, fileOf, partOf } from './shop-tables';
import { MANIFEST, NO_TIME, isPacked, manifestOf } from './zip';

const ROWS_AT_ONCE = 2000;
const CHAINS_AT_ONCE = 60;
const FILES_AT_ONCE = 20;
/** A table's file is no larger than about this: so much of it is held in memory at once. */
const PART_BYTES = 8 * 1024 * 1024;
/** Whoever fetches it and takes nothing for this long has gone: the moment it is read at is not held any longer. */
const TAKEN_WITHIN_MS = 5 * 60_000;

type Table = (typeof SHOP_TABLES)[number] | (typeof SHOP_BYTES)[number];
type AnyRow = Record<string, unknown>;

/** The rows of a table in their order, some at a time. */
async function* rowsOf(tx: Db, table: Table): AsyncGenerator<AnyRow[]> {
  const columns = columnsOf(table).join(', ');
  if (table.name === 'entry') {
    const chains = await tx.rows<{ chain: string }>('SELECT chain FROM chain_head ORDER BY chain');
    for (let at = 0; at < chains.length; at += CHAINS_AT_ONCE) {
      const some = chains.slice(at, at + CHAINS_AT_ONCE).map(({ chain }) => chain);
      yield await tx.rows<AnyRow>(
        // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
        `SELECT ${columns} FROM entry WHERE chain IN (${some.map(() => '?').join(', ')}) ORDER BY chain, seq`,
        some,
      );
    }
    return;
  }
  if (table.key.includes(',')) {
    // Tables with a key of several columns are small: none grows with the orders.
    // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
    yield await tx.rows<AnyRow>(`SELECT ${columns} FROM ${table.name} ORDER BY ${table.key}`);
    return;
  }
  for (let after: string | number | null = null; ;) {
    const rows: AnyRow[] = await tx.rows<AnyRow>(
      // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
      `SELECT ${columns} FROM ${table.name} ${after === null ? '' : `WHERE ${table.key} > ?`}
        ORDER BY ${table.key} LIMIT ${ROWS_AT_ONCE}`,
      after === null ? [] : [after],
    );
    yield rows;
    if (rows.length < ROWS_AT_ONCE) return;
    after = rows.at(-1)![table.key] as string | number;
  }
}

/** One line a row, so that a table of any length reads line by line. */
const line = (row: AnyRow) => `${canonicalJson(JSON.parse(JSON.stringify(row)))}\n`;

interface Out {
  tx: Db;
  add: (name: string, bytes: Buffer) => Promise<void>;
}

/** Writes a table, in parts where it is large. */
async function writeTable({ tx, add }: Out, table: Table): Promise<void> {
  let part = 0;
  let lines: string[] = [];
  let size = 0;
  const flush = async () => {
    part += 1;
    await add(partOf(table.name, part), Buffer.from(lines.join('')));
    [lines, size] = [[], 0];
  };
  for await (const rows of rowsOf(tx, table))
    for (const row of rows) {
      const text = line(row);
      lines.push(text);
      size += text.length;
      if (size >= PART_BYTES) await flush();
    }
  if (lines.length || part === 0) await flush();
}

interface FileRow {
  one: string;
  content: Buffer;
}

async function writeBytes({ tx, add }: Out, table: (typeof SHOP_BYTES)[number]): Promise<void> {
  for (let after = ''; ;) {
    const rows = await (table.name === 'signature'
      ? tx.rows<FileRow>(
          `SELECT hash AS one, picture AS content FROM signature WHERE hash > ? ORDER BY hash LIMIT ${FILES_AT_ONCE}`,
          [after],
        )
      : tx.rows<FileRow>(
          // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
          `SELECT t.${table.key} AS one, kept_file.bytes AS content FROM ${table.name} t
             JOIN kept_file ON kept_file.hash = t.${table.bytes}
            WHERE t.${table.key} > ? ORDER BY t.${table.key} LIMIT ${FILES_AT_ONCE}`,
          [after],
        ));
    for (const { one, content } of rows) await add(fileOf(table.folder, one), content);
    if (rows.length < FILES_AT_ONCE) return;
    after = rows.at(-1)!.one;
  }
}

async function howMuch(tx: Db): Promise<number> {
  const row = await tx.row<{ files: number; entries: number }>(
    `SELECT (SELECT COUNT(*) FROM document) + (SELECT COUNT(*) FROM photo) + (SELECT COUNT(*) FROM signature) AS files,
            (SELECT COALESCE(SUM(count), 0) FROM chain_head) AS entries`,
  );
  // An entry is a line of about a kilobyte, and a part of a table holds eight thousand of them.
  return row!.files + SHOP_TABLES.length + Math.ceil(Number(row!.entries) / 8000);
}

/**
 * Everything in the shop as one ZIP, read at one moment while the work goes on. It is written as it is fetched: however large
 * the shop, a few megabytes of it are in memory.
 */
export function exportShop(): ReadableStream<Uint8Array> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const zip = new ZipWriter(writable, {
    useWebWorkers: false,
    // The size of each file stands before it, so that nobody has to look for its end.
    dataDescriptor: false,
    keepOrder: true,
    extendedTimestamp: false,
    lastModDate: NO_TIME,
  });
  const work = tellLongWork('export');
  const write = async (tx: Db) => {
    const of = await howMuch(tx);
    const hashes = new Map<string, string>();
    let bytes = 0;
    const put = async (name: string, content: Buffer) => {
      const late = setTimeout(() => void writable.abort(new Error('nobody takes it')), TAKEN_WITHIN_MS);
      await zip.add(name, new Uint8ArrayReader(content), { level: isPacked(name) ? 0 : 6 });
      clearTimeout(late);
    };
    const add = async (name: string, content: Buffer) => {
      hashes.set(name, sha256(content));
      await put(name, content);
      bytes += content.length;
      work.at(Math.min(hashes.size, of), of, `${name}, ${Math.round(bytes / 1e6)} MB`);
    };
    for (const table of [...SHOP_TABLES, ...SHOP_BYTES]) await writeTable({ tx, add }, table);
    for (const table of SHOP_BYTES) await writeBytes({ tx, add }, table);
    // Of what the files are is known once all of them are written: it stands last.
    await put(MANIFEST, Buffer.from(canonicalJson(manifestOf('shop', hashes))));
    await zip.close();
    return `${hashes.size} files, ${(bytes / 1e6).toFixed(1)} MB before packing.`;
  };
  void snapshot(write).then(
    (words) => work.end(true, words),
    (error: unknown) => {
      work.end(
        false,
        `It was not fetched to its end: ${(error as Error | undefined)?.message ?? 'stopped'}.`,
      );
      void writable.abort(error).catch(() => undefined);
    },
  );
  return readable;
}
