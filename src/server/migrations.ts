import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { type Connection, createConnection } from 'mysql2/promise';
import { Umzug } from 'umzug';
import type { DatabaseAddress } from './database';

const LOCK = 'wrenchwise migrations';
const LOCK_WAIT_S = 60;

/** The statements of a migration file; none of ours holds a semicolon inside a string. */
export function statementsOf(sql: string): string[] {
  return sql
    .replace(/^--.*$/gm, '')
    .split(/;\s*$/m)
    .map((statement) => statement.trim())
    .filter(Boolean);
}

async function done(connection: Connection, name: string): Promise<number> {
  const [rows] = await connection.execute('SELECT statements FROM migration WHERE name = ?', [name]);
  return (rows as { statements: number }[])[0]?.statements ?? 0;
}

/**
 * Runs one file statement by statement and notes each, since a table once made is not rolled back: a migration cut
 * short goes on where it stopped. The one statement that may have run without being noted is forgiven for having run.
 */
async function runFile(connection: Connection, name: string, sql: string): Promise<void> {
  const statements = statementsOf(sql);
  const from = await done(connection, name);
  for (let index = from; index < statements.length; index += 1) {
    try {
      await connection.query(statements[index]!);
    } catch (error) {
      const again = [
        'ER_TABLE_EXISTS_ERROR',
        'ER_DUP_FIELDNAME',
        'ER_DUP_KEYNAME',
        'ER_CANT_DROP_FIELD_OR_KEY',
      ].includes((error as { code: string }).code);
      if (!(again && index === from)) throw error;
    }
    await connection.execute(
      'INSERT INTO migration (name, statements, finished) VALUES (?, ?, FALSE) ON DUPLICATE KEY UPDATE statements = VALUES(statements)',
      [name, index + 1],
    );
  }
}

/** Brings the schema up to date; two starting at once wait for each other. @returns the names of what was run */
export async function migrate(address: DatabaseAddress, folder: string): Promise<string[]> {
  const connection = await createConnection({ ...address, timezone: 'Z' });
  try {
    const [[lock]] = (await connection.query('SELECT GET_LOCK(?, ?) AS got', [
      LOCK,
      LOCK_WAIT_S,
    ])) as unknown as [{ got: number }[]];
    if (lock!.got !== 1) throw new Error('another start is migrating and does not finish');
    await connection.query(
      'CREATE TABLE IF NOT EXISTS migration (name VARCHAR(80) NOT NULL PRIMARY KEY, statements INT NOT NULL, finished BOOLEAN NOT NULL)',
    );
    const files = readdirSync(folder)
      .filter((name) => name.endsWith('.sql'))
      .sort();
    const umzug = new Umzug({
      migrations: files.map((name) => ({
        name,
        up: () => runFile(connection, name, readFileSync(path.join(folder, name), 'utf8')),
      })),
      storage: {
        logMigration: async ({ name }) => {
          await connection.execute('UPDATE migration SET finished = TRUE WHERE name = ?', [name]);
        },
        unlogMigration: async () => undefined,
        executed: async () => {
          const [rows] = await connection.query('SELECT name FROM migration WHERE finished ORDER BY name');
          return (rows as { name: string }[]).map((row) => row.name);
        },
      },
      logger: undefined,
    });
    const ran = await umzug.up();
    await connection.query('SELECT RELEASE_LOCK(?)', [LOCK]);
    return ran.map((migration) => migration.name);
  } finally {
    await connection.end();
  }
}
