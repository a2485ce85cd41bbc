import 'server-only';
import { readFile, readdir } from 'node:fs/promises';
import path from 'node:path';
import type { Anatomy } from '@/core/anatomy/types';
import type { Procedure } from '@/core/procedure/types';
import type { Db } from './database';
import type { Row } from './tables';

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

/** The copy of an anatomy a shop has for a platform. */
export interface OwnAnatomy {
  anatomy: Anatomy;
  platform: string;
  version: number;
  note: string;
}

/** The copies a shop has made for its platforms. */
export async function ownAnatomies(tx: Db, platform?: string): Promise<OwnAnatomy[]> {
  const rows = await tx.rows<Row<'anatomy_own', 'platform' | 'version' | 'content' | 'note'>>(
    'SELECT platform, version, content, note FROM anatomy_own WHERE ? IS NULL OR platform = ? ORDER BY anatomy_id, platform',
    [platform ?? null, platform ?? null],
  );
  return rows.map(({ content, ...row }) => ({ ...row, anatomy: JSON.parse(content) as Anatomy }));
}

/** The anatomies a car of a platform is proved on: the shop's own copy where it has measured one. */
export async function anatomiesFor(tx: Db, platform: string): Promise<readonly Anatomy[]> {
  const all = await anatomies();
  if (!platform) return all;
  const own = new Map((await ownAnatomies(tx, platform)).map(({ anatomy }) => [anatomy.id, anatomy]));
  return own.size ? all.map((one) => own.get(one.id) ?? one) : all;
}

/** Those a procedure names, as it stands or by one of its ways. */
export async function anatomiesOf(procedure: Pick<Procedure, 'anatomy' | 'ways'>): Promise<Anatomy[]> {
  const named = [procedure, ...procedure.ways].flatMap(({ anatomy }) => Object.values(anatomy ?? {}));
  return (await anatomies()).filter(({ id }) => named.includes(id));
}
