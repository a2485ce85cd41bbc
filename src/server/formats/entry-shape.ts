import { readFile } from 'node:fs/promises';
import path from 'node:path';
import Ajv, { type ValidateFunction } from 'ajv';
import type { Entry } from '@/core/ledger/entries';

/**
 * What each kind of entry holds, as docs/schema says it: written from the types of the ledger by `npm run schema`. What we
 * append is made by our own commands; what comes in from elsewhere is held against this first.
 */
export type EntryShapes = (entry: Pick<Entry, 'kind' | 'data' | 'seq'>) => string | null;

let shapes: Promise<EntryShapes> | undefined;

async function readShapes(): Promise<EntryShapes> {
  const root = process.env.WRENCHWISE_ROOT ?? process.cwd();
  const file = path.join(root, 'docs', 'schema', 'wrenchwise-entries-1.schema.json');
  const schema = JSON.parse(await readFile(file, 'utf8')) as { properties: Record<string, object> };
  const ajv = new Ajv({ strict: false });
  ajv.addSchema(schema, 'entries');
  const known = new Map<string, ValidateFunction>();
  return ({ kind, data, seq }) => {
    if (!Object.hasOwn(schema.properties, kind))
      return `Entry ${seq} is of a kind "${kind}" that is not known.`;
    const validate = known.get(kind) ?? ajv.compile({ $ref: `entries#/properties/${kind}` });
    known.set(kind, validate);
    if (validate(data)) return null;
    const [error] = validate.errors ?? [];
    return `Entry ${seq} (${kind}) does not hold what it should: ${(error?.instancePath || 'it').replace(/^\//, '')} ${error?.message ?? ''}.`;
  };
}

/** Says what is wrong with what an entry holds, or null; read once and kept. */
export const entryShapes = (): Promise<EntryShapes> => (shapes ??= readShapes());
