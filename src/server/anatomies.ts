import 'server-only';
import { readFile, readdir } from 'node:fs/promises';
import path from 'node:path';
import type { Anatomy } from '@/core/anatomy/types';
import type { Procedure } from '@/core/procedure/types';

let shipped: Promise<readonly Anatomy[]> | null = null;

async function read(): Promise<Anatomy[]> {
  const folder = path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), 'anatomy');
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
  return Promise.all(
    names.map(async (name) => JSON.parse(await readFile(path.join(folder, name), 'utf8')) as Anatomy),
  );
}

/** What holds what on each kind of axle: the anatomies that ship with the application. */
export function anatomies(): Promise<readonly Anatomy[]> {
  shipped ??= read();
  return shipped;
}

/** Those a procedure names, as it stands or by one of its ways. */
export async function anatomiesOf(procedure: Pick<Procedure, 'anatomy' | 'ways'>): Promise<Anatomy[]> {
  const named = [procedure, ...procedure.ways].flatMap(({ anatomy }) => Object.values(anatomy ?? {}));
  return (await anatomies()).filter(({ id }) => named.includes(id));
}
