import 'server-only';
import { hash } from 'node:crypto';

/** JSON with keys in order and nothing undefined, so that one content has one text. */
export function canonicalJson(value: unknown): string {
  if (value === null || typeof value !== 'object') return JSON.stringify(value ?? null);
  let text = '';
  if (Array.isArray(value)) {
    for (const inner of value) text += (text && ',') + canonicalJson(inner);
    return `[${text}]`;
  }
  const fields = value as Record<string, unknown>;
  for (const key of Object.keys(fields).sort()) {
    const inner = fields[key];
    if (inner !== undefined) text += `${text && ','}${JSON.stringify(key)}:${canonicalJson(inner)}`;
  }
  return `{${text}}`;
}

export function sha256(content: string | Buffer): string {
  return hash('sha256', content, 'hex');
}

/** The hash of an entry: over the hash of the one before it and its own canonical text. */
export function chainHash(previous: string, canonical: string): string {
  return sha256(`${previous}\n${canonical}`);
}

export const CHAIN_START = '0'.repeat(64);
