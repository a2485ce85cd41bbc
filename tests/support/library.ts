import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import type { Anatomy } from '@/core/anatomy/types';
import { assembleRun } from '@/core/procedure/assemble';
import { mergeProcedures } from '@/core/procedure/merge';
import type { RunDocument } from '@/core/procedure/engine';
import type { Fastener, Procedure } from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';

export function libraryFile(id: string): Procedure {
  const file = path.join(__dirname, '..', '..', 'procedures', `${id}.json`);
  return JSON.parse(readFileSync(file, 'utf8')) as Procedure;
}

const MADE_UP = JSON.parse(
  readFileSync(path.join(__dirname, '..', '..', 'demo', 'torque-values.json'), 'utf8'),
) as Record<string, Record<string, { nm: number; angleDeg?: number }>>;

/** A file of the library with the values the demo makes up for it: what a run in the demo begins with. */
export function valuedFile(id: string): Procedure {
  const procedure = libraryFile(id);
  const valued = (fastener: Fastener): Fastener => {
    const value = MADE_UP[id]?.[fastener.id];
    return value ? { ...fastener, spec: { ...value, source: 'made up', madeUp: true } } : fastener;
  };
  return {
    ...procedure,
    fasteners: procedure.fasteners.map(valued),
    ways: procedure.ways.map((way) =>
      way.fasteners ? { ...way, fasteners: way.fasteners.map(valued) } : way,
    ),
  };
}

/** The run of a front spacer and a rear block together, as a work order would start it. */
export function bothEndsRun(ways: { front?: string[]; rear?: string[] } = {}): RunDocument {
  const { items, fasteners, steps } = mergeProcedures([
    { prefix: 'C', procedure: takeVariants(valuedFile('strut-top-spacer'), ways.front ?? []) },
    { prefix: 'J', procedure: takeVariants(valuedFile('rear-lift-block'), ways.rear ?? []) },
  ]);
  return { items, fasteners, steps, sources: [], carried: { open: [], loose: {} } };
}

/** The ids of all procedures that ship. */
export const libraryIds = (): string[] =>
  readdirSync(path.join(__dirname, '..', '..', 'procedures'))
    .filter((name) => name.endsWith('.json'))
    .map((name) => name.replace('.json', ''));

const anatomyFolder = path.join(__dirname, '..', '..', 'anatomy');
/** The anatomies that ship. */
export const anatomies: readonly Anatomy[] = readdirSync(anatomyFolder)
  .sort()
  .map((name) => JSON.parse(readFileSync(path.join(anatomyFolder, name), 'utf8')) as Anatomy);

/** The run of one job of the library on the axles it names, as a work order would start it. */
export const provedRun = (id: string, ways: string[] = []): RunDocument => ({
  ...assembleRun([{ procedure: valuedFile(id), hash: id, prefix: 'X', ways }], {}, undefined, anatomies),
  carried: { open: [], loose: {} },
});
