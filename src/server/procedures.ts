import { readFile, readdir } from 'node:fs/promises';
import path from 'node:path';
import type { Procedure } from '@/core/procedure/types';
import { canonicalJson, sha256 } from './entries/canonical';

export interface LibraryProcedure {
  procedure: Procedure;
  hash: string;
}

let library: Promise<LibraryProcedure[]> | null = null;

async function readLibrary(): Promise<LibraryProcedure[]> {
  const folder = path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), 'procedures');
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
  return Promise.all(
    names.map(async (name) => {
      const procedure = JSON.parse(await readFile(path.join(folder, name), 'utf8')) as Procedure;
      return { procedure, hash: sha256(canonicalJson(procedure)) };
    }),
  );
}

/** The procedures that ship with the application. */
export function procedureLibrary(): Promise<LibraryProcedure[]> {
  library ??= readLibrary();
  return library;
}

export async function procedureById(id: string): Promise<LibraryProcedure | null> {
  return (await procedureLibrary()).find(({ procedure }) => procedure.id === id) ?? null;
}
