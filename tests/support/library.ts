import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { mergeProcedures } from '@/core/procedure/merge';
import type { RunDocument } from '@/core/procedure/engine';
import type { Procedure } from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';

export function libraryFile(id: string): Procedure {
  const file = path.join(__dirname, '..', '..', 'procedures', `${id}.json`);
  return JSON.parse(readFileSync(file, 'utf8')) as Procedure;
}

/** The run of a front spacer and a rear block together, as a work order would start it. */
export function bothEndsRun(ways: { front?: string[]; rear?: string[] } = {}): RunDocument {
  const { items, fasteners, steps } = mergeProcedures([
    { prefix: 'C', procedure: takeVariants(libraryFile('strut-top-spacer'), ways.front ?? []) },
    { prefix: 'J', procedure: takeVariants(libraryFile('rear-lift-block'), ways.rear ?? []) },
  ]);
  return { items, fasteners, steps, sources: [], carried: { open: [], loose: {} } };
}

/** The ids of all procedures that ship. */
export const libraryIds = (): string[] =>
  readdirSync(path.join(__dirname, '..', '..', 'procedures'))
    .filter((name) => name.endsWith('.json'))
    .map((name) => name.replace('.json', ''));
