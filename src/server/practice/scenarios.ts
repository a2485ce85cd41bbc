import 'server-only';
import { readFile, readdir } from 'node:fs/promises';
import path from 'node:path';
import { type Scenario } from '@/core/practice/scenario';
import type { Db } from '../database';
import type { Row } from '../tables';

let shipped: Promise<readonly Scenario[]> | null = null;

async function read(): Promise<Scenario[]> {
  const folder = path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), 'practice');
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
  return Promise.all(
    names.map(async (name) => JSON.parse(await readFile(path.join(folder, name), 'utf8')) as Scenario),
  );
}

/** Scenarios to practice: those that ship, and the shop's own beside them. */
export async function scenarios(tx: Db): Promise<Scenario[]> {
  shipped ??= read();
  const rows = await tx.rows<Row<'practice_scenario', 'content'>>(
    'SELECT content FROM practice_scenario ORDER BY id',
  );
  const own = rows.map(({ content }) => JSON.parse(content) as Scenario);
  const ids = new Set(own.map(({ id }) => id));
  return [...(await shipped).filter(({ id }) => !ids.has(id)), ...own];
}
