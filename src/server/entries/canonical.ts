import { createHash } from 'node:crypto';

/** JSON with keys in order and nothing undefined, so that one content has one text. */
export function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map((inner) => canonicalJson(inner ?? null)).join(',')}]`;
  if (value !== null && typeof value === 'object') {
    const fields = Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))
      .map(([key, inner]) => `${JSON.stringify(key)}:${canonicalJson(inner)}`);
    return `{${fields.join(',')}}`;
  }
  return JSON.stringify(value ?? null);
}

export function sha256(content: string | Buffer): string {
  return createHash('sha256').update(content).digest('hex');
}

/** The hash of an entry: over the hash of the one before it and its own canonical text. */
export function chainHash(previous: string, canonical: string): string {
  return sha256(`${previous}\n${canonical}`);
}

export const CHAIN_START = '0'.repeat(64);
