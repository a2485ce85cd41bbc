import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  type Pool,
  type PoolConnection,
  type ResultSetHeader,
  type RowDataPacket,
  createPool,
} from 'mysql2/promise';

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

function address(): DatabaseAddress {
  const file = path.join(dataFolder(), 'database.json');
  return JSON.parse(readFileSync(file, 'utf8')) as DatabaseAddress;
}

/** One pool a process, kept across module reloads in development. */
const held = globalThis as typeof globalThis & { wrenchwisePool?: Pool };

export function pool(): Pool {
  held.wrenchwisePool ??= createPool({
    ...address(),
    timezone: 'Z',
    connectionLimit: 10,
    decimalNumbers: true,
    charset: 'utf8mb4',
    enableKeepAlive: true,
  });
  return held.wrenchwisePool;
}

export async function closePool(): Promise<void> {
  await held.wrenchwisePool?.end();
  held.wrenchwisePool = undefined;
}

type Value = string | number | boolean | Date | Buffer | null;

/** Something that runs SQL: the pool, or the connection of a transaction. */
export interface Db {
  rows<T>(sql: string, values?: Value[]): Promise<T[]>;
  row<T>(sql: string, values?: Value[]): Promise<T | null>;
  run(sql: string, values?: Value[]): Promise<ResultSetHeader>;
}

function over(source: Pool | PoolConnection): Db {
  const rows = async <T>(sql: string, values: Value[] = []) =>
    (await source.execute<RowDataPacket[]>(sql, values))[0] as T[];
  return {
    rows,
    row: async <T>(sql: string, values: Value[] = []) => (await rows<T>(sql, values))[0] ?? null,
    run: async (sql, values = []) => (await source.execute<ResultSetHeader>(sql, values))[0],
  };
}

export const db = (): Db => over(pool());

const TRY_AGAIN = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT']);
const TRIES = 12;
const PAUSE_MS = 15;

/** Runs work in one transaction; on a deadlock or a lost lock the whole of it is run again. */
export async function transaction<T>(work: (tx: Db) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const connection = await pool().getConnection();
    try {
      // Each statement sees what is committed when it runs: what is read after a lock was waited for is never stale.
      await connection.query('SET TRANSACTION ISOLATION LEVEL READ COMMITTED');
      await connection.beginTransaction();
      const result = await work(over(connection));
      await connection.commit();
      connection.release();
      return result;
    } catch (error) {
      // A connection in doubt is not handed to anyone else; a clean one goes back, since others may wait for it.
      await connection.rollback().then(
        () => connection.release(),
        () => connection.destroy(),
      );
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
  const connection = await pool().getConnection();
  try {
    await connection.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ');
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
    const result = await work(over(connection));
    await connection.commit();
    connection.release();
    return result;
  } catch (error) {
    connection.destroy();
    throw error;
  }
}
