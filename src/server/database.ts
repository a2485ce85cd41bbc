import 'server-only';
import { AsyncLocalStorage } from 'node:async_hooks';
import { readFileSync, statfsSync } from 'node:fs';
import path from 'node:path';
import {
  type Pool,
  type PoolConnection,
  type ResultSetHeader,
  type RowDataPacket,
  createPool,
} from 'mysql2/promise';

import { counting } from './running/counting';
import { exchangeNow } from './running/exchange';

/** Where the database answers; written by the start script into the data folder, or given by the environment. */
export interface DatabaseAddress {
  host: string;
  port: number;
  user: string;
  password: string;
  database: string;
}

export function dataFolder(): string {
  return process.env.WRENCHWISE_DATA ?? path.join(process.cwd(), '.data');
}

/** The database's address, and those of its other nodes where it has several. */
function addresses(): DatabaseAddress[] {
  const file = path.join(dataFolder(), 'database.json');
  const { others = [], ...first } = JSON.parse(readFileSync(file, 'utf8')) as DatabaseAddress & {
    others?: { host: string; port: number }[];
  };
  return [first, ...others.map((other) => ({ ...first, ...other }))];
}

/** One pool for each node, kept across module reloads in development; `at` is the node that answered last. */
const held = globalThis as typeof globalThis & { wrenchwisePools?: { pools: Pool[]; at: number } };

function pools(): { pools: Pool[]; at: number } {
  const nodes = held.wrenchwisePools ? [] : addresses();
  held.wrenchwisePools ??= {
    at: 0,
    pools: nodes.map((address) =>
      createPool({
        ...address,
        timezone: 'Z',
        connectionLimit: 10,
        decimalNumbers: true,
        charset: 'utf8mb4',
        enableKeepAlive: true,
        // With another node to go to it is not waited for; alone it may only be slow to answer.
        connectTimeout: nodes.length > 1 ? 2500 : 8000,
      }),
    ),
  };
  return held.wrenchwisePools;
}

export async function closePool(): Promise<void> {
  await Promise.all(held.wrenchwisePools?.pools.map((pool) => pool.end()) ?? []);
  held.wrenchwisePools = undefined;
}

const codeOf = (error: unknown) => (error as { code?: string }).code ?? '';
const GONE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
  // A node of several that is not, or no longer, part of them.
  'ER_UNKNOWN_COM_ERROR',
]);
/** Did the database go away, rather than say no? */
export const databaseGone = (error: unknown) => GONE.has(codeOf(error));

/** How long anybody waits for a connection while others have them all. */
const CONNECTION_WAIT_MS = 8000;

/** All connections are taken and none came back in time: said to the person, instead of waiting for good. */
export class TooBusy extends Error {
  constructor() {
    super(`no connection to the database came free within ${CONNECTION_WAIT_MS / 1000} s`);
  }
}

async function connectionOf(pool: Pool): Promise<PoolConnection> {
  const began = performance.now();
  const waiting = pool.getConnection();
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new TooBusy()), CONNECTION_WAIT_MS);
  });
  try {
    return await Promise.race([waiting, late]);
  } catch (error) {
    // Nobody waits for it any more: it goes back as it comes.
    if (error instanceof TooBusy)
      waiting.then(
        (connection) => connection.release(),
        () => undefined,
      );
    throw error;
  } finally {
    clearTimeout(timer);
    counting()?.wait((performance.now() - began) / 1000);
  }
}

/** A connection to the node that answered last, else to the next that does. */
async function connect(): Promise<PoolConnection> {
  const known = pools();
  let lost: unknown;
  for (let tries = 0; tries < known.pools.length; tries += 1) {
    try {
      const connection = await connectionOf(known.pools[known.at]!);
      if (known.pools.length > 1 && tries > 0) await connection.query('SELECT 1');
      return connection;
    } catch (error) {
      lost = error;
      if (!databaseGone(error)) throw error;
      known.at = (known.at + 1) % known.pools.length;
    }
  }
  throw lost;
}

/** The node asked now has gone: the next is asked from here on. */
function leaveNode(): void {
  const known = pools();
  known.at = (known.at + 1) % known.pools.length;
}

/**
 * With less room than this on the disk nothing is written: the database would wait for room in the middle of a write, and
 * everybody else behind it.
 */
const LEAST_ROOM_BYTES = 32 * 1024 * 1024;
/** With this much and more nobody fills it within a blink: it need not be looked at for each statement. */
const PLENTY_BYTES = 1024 * 1024 * 1024;
const LOOKED_AT_FOR_MS = 200;
let room = { at: 0, bytes: Infinity };

/** The disk is full: said to the person at once, instead of when somebody has made room. */
export class DiskFull extends Error {
  constructor() {
    super(`disk full: less than ${LEAST_ROOM_BYTES / 1024 / 1024} MB are free where the records lie`);
  }
}

function mustHaveRoom(): void {
  if (room.bytes < PLENTY_BYTES || Date.now() - room.at > LOOKED_AT_FOR_MS) {
    const { bavail, bsize } = statfsSync(dataFolder());
    room = { at: Date.now(), bytes: bavail * bsize };
  }
  if (room.bytes < LEAST_ROOM_BYTES) throw new DiskFull();
}

export type Value = string | number | boolean | Date | Buffer | null;

export type Statement = readonly [sql: string, values: Value[]];

/** Something that runs SQL: the pool, or the connection of a transaction. */
export interface Db {
  rows<T>(sql: string, values?: Value[]): Promise<T[]>;
  row<T>(sql: string, values?: Value[]): Promise<T | null>;
  run(sql: string, values?: Value[]): Promise<ResultSetHeader>;
  /** Runs statements one after the other in one message; at the first that fails it stops. */
  together(statements: readonly Statement[]): Promise<void>;
}

function over(connection: PoolConnection): Db {
  const ask = async <T extends RowDataPacket[] | ResultSetHeader>(
    sql: string,
    values: Value[],
  ): Promise<T> => {
    const exchange = exchangeNow();
    if (exchange) exchange.statements += 1;
    return (await connection.execute<T>(sql, values))[0];
  };
  const rows = async <T>(sql: string, values: Value[] = []) =>
    (await ask<RowDataPacket[]>(sql, values)) as T[];
  return {
    rows,
    row: async <T>(sql: string, values: Value[] = []) => (await rows<T>(sql, values))[0] ?? null,
    run: async (sql, values = []) => {
      mustHaveRoom();
      return ask<ResultSetHeader>(sql, values);
    },
    together: async (statements) => {
      if (!statements.length) return;
      mustHaveRoom();
      const exchange = exchangeNow();
      if (exchange) exchange.statements += 1;
      // A block of statements takes no parameters: its values are written into it as the driver writes them.
      const written = statements.map(([sql, values]) => connection.format(sql, values));
      await connection.query(`BEGIN NOT ATOMIC\n${written.join(';\n')};\nEND`);
    },
  };
}

/**
 * Whoever holds one connection may not ask for a second: twenty who do so at once would wait for each other for good.
 * Inside a transaction everything goes through what it was handed.
 */
const holding = new AsyncLocalStorage<true>();
async function connectAlone(): Promise<PoolConnection> {
  if (holding.getStore())
    throw new Error('a second connection was asked for inside a transaction: use the one it was handed');
  return connect();
}

/** One statement on a connection of its own. */
async function withConnection<T>(work: (tx: Db) => Promise<T>): Promise<T> {
  const connection = await connectAlone();
  try {
    return await work(over(connection));
  } finally {
    connection.release();
  }
}

/** A question is asked again of another node when the first goes away; a change is not, since it may have been made. */
async function queryWithFailover<T>(work: (tx: Db) => Promise<T>): Promise<T> {
  try {
    return await withConnection(work);
  } catch (error) {
    if (!databaseGone(error) || pools().pools.length < 2) throw error;
    leaveNode();
    return withConnection(work);
  }
}

/** Single statements outside any transaction. */
const single: Db = {
  rows: (sql, values) => queryWithFailover((tx) => tx.rows(sql, values)),
  row: (sql, values) => queryWithFailover((tx) => tx.row(sql, values)),
  run: (sql, values) => withConnection((tx) => tx.run(sql, values)),
  together: (statements) => withConnection((tx) => tx.together(statements)),
};
export const db = (): Db => single;

const TRY_AGAIN = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT']);
const TRIES = 12;
const PAUSE_MS = 15;

/** Runs work in one transaction; on a deadlock or a lost lock the whole of it is run again. */
export async function transaction<T>(work: (tx: Db) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const connection = await connectAlone();
    try {
      // Each statement sees what is committed when it runs: what is read after a lock was waited for is never stale.
      await connection.query('SET TRANSACTION ISOLATION LEVEL READ COMMITTED');
      await connection.beginTransaction();
      const result = await holding.run(true, () => work(over(connection)));
      await connection.commit();
      connection.release();
      return result;
    } catch (error) {
      // A connection in doubt is not handed to anyone else; a clean one goes back, since others may wait for it.
      await connection.rollback().then(
        () => connection.release(),
        () => connection.destroy(),
      );
      if (databaseGone(error)) leaveNode();
      if (attempt < TRIES && TRY_AGAIN.has((error as { code?: string }).code ?? '')) {
        await new Promise((resolve) => setTimeout(resolve, PAUSE_MS * attempt * (1 + Math.random())));
        continue;
      }
      throw error;
    }
  }
}

/** Reads at one moment while others go on writing: everything read inside is as it stood when it began. */
export async function snapshot<T>(work: (tx: Db) => Promise<T>): Promise<T> {
  const connection = await connectAlone();
  try {
    await connection.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ');
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT');
    const result = await holding.run(true, () => work(over(connection)));
    await connection.commit();
    connection.release();
    return result;
  } catch (error) {
    connection.destroy();
    throw error;
  }
}
