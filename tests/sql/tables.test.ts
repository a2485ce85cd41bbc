import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { closePool, db } from '@/server/database';
import { testShop } from '../support/shop';
import { tablesAsTypes } from '../support/tables';

const file = path.join(__dirname, '..', '..', 'src', 'server', 'tables.ts');

beforeAll(() => testShop('tables'));
afterAll(closePool);

test('the types of the tables are those of the database', async () => {
  const types = await tablesAsTypes(db());
  if (process.env.WRITE_TABLES) writeFileSync(file, types);
  expect(readFileSync(file, 'utf8')).toBe(types);
});
