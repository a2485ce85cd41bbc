import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { createConnection } from 'mysql2/promise';
import { type DatabaseAddress, dataFolder } from '@/server/database';
import { migrate, statementsOf } from '@/server/migrations';

const folder = path.join(__dirname, '..', '..', 'db', 'migrations');
const files = readdirSync(folder).sort();
const tablesIn = (file: string) =>
  statementsOf(readFileSync(path.join(folder, file), 'utf8')).filter((one) => /^\s*CREATE TABLE/m.test(one))
    .length;
const address = (): DatabaseAddress =>
  JSON.parse(readFileSync(path.join(dataFolder(), 'database.json'), 'utf8'));

/** The test account owns databases whose name begins like its own. */
async function freshDatabase(name: string) {
  const connection = await createConnection({ ...address(), database: undefined });
  await connection.query(`DROP DATABASE IF EXISTS ${name}`);
  await connection.query(`CREATE DATABASE ${name}`);
  return { connection, target: { ...address(), database: name } };
}

test('a migration cut short goes on where it stopped, and a second run does nothing', async () => {
  const { connection, target } = await freshDatabase('wrenchwise_migrating');
  const first = statementsOf(readFileSync(path.join(folder, '0001-first.sql'), 'utf8'));
  await connection.query('USE wrenchwise_migrating');
  await connection.query(
    'CREATE TABLE migration (name VARCHAR(80) NOT NULL PRIMARY KEY, statements INT NOT NULL, finished BOOLEAN NOT NULL)',
  );
  // Killed after the third statement ran and before it was noted.
  for (const statement of first.slice(0, 3)) await connection.query(statement);
  await connection.query("INSERT INTO migration VALUES ('0001-first.sql', 2, FALSE)");
  expect(await migrate(target, folder)).toContain('0001-first.sql');
  const [tables] = await connection.query('SHOW TABLES');
  const made = files.reduce((sum, file) => sum + tablesIn(file), 0);
  expect((tables as unknown[]).length).toBe(made + 1);
  expect(await migrate(target, folder)).toEqual([]);
  await connection.query('DROP DATABASE wrenchwise_migrating');
  await connection.end();
});

test('two starts at once wait for each other', async () => {
  const { connection, target } = await freshDatabase('wrenchwise_twice');
  const ran = await Promise.all([migrate(target, folder), migrate(target, folder)]);
  expect(ran.flat()).toEqual(files);
  await connection.query('DROP DATABASE wrenchwise_twice');
  await connection.end();
});
