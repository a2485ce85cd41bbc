import { answer } from '@/core/calc';
import type { FieldShape } from '@/core/calc/field-words';

/** What was typed, in the shape of the input; everything is text until it is read. */
export type Typed = string | boolean | Typed[] | { [key: string]: Typed };
export type Tree = { [key: string]: Typed };

/** A group in which nobody typed anything. */
const isNothing = (value: unknown): boolean =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.values(value).every(isNothing);

/** What was typed as the calculator takes it; lengths may be written as on a tape. Empty fields are left out. */
export function readTyped(typed: Typed | undefined, shape: FieldShape): unknown {
  if (shape.kind === 'group' || shape.kind === 'variants') {
    const tree = (typed ?? {}) as Tree;
    const kind = shape.kind === 'variants' ? String(tree[shape.by] || Object.keys(shape.variants)[0]) : null;
    const fields = shape.kind === 'variants' ? shape.variants[kind!]! : shape.fields;
    const entries = fields.flatMap((field) => {
      const value = readTyped(tree[field.id], field);
      return value === undefined ? [] : [[field.id, value] as const];
    });
    const nothing = entries.every(([, value]) => isNothing(value));
    if (nothing && !shape.required && shape.id !== '') return undefined;
    return { ...(kind ? { [(shape as { by: string }).by]: kind } : {}), ...Object.fromEntries(entries) };
  }
  if (shape.kind === 'list') {
    const list = Array.isArray(typed) ? typed : [];
    if (!list.length && !shape.required) return undefined;
    return list.map((one) => readTyped(one, shape.item));
  }
  if (shape.kind === 'boolean') return typed === true ? true : undefined;
  const text = typeof typed === 'string' ? typed.trim() : '';
  if (text === '') return undefined;
  if (shape.kind !== 'number') return text;
  if (shape.unit === 'mm' && /["'/]|in|ft|cm| m$|mm/.test(text)) {
    const minus = /^[-−]/.test(text);
    const read = answer('tape.parse', { text: text.replace(/^[-−]/, ''), unit: 'mm' });
    if (read.ok) return (minus ? -1 : 1) * (read.output as { mm: number }).mm;
  }
  const value = Number(text.replace(',', '.').replace('−', '-'));
  return Number.isFinite(value) ? value : text;
}

/** An example, or what was kept, as typed text. */
export function asTyped(value: unknown): Typed {
  if (Array.isArray(value)) return value.map(asTyped);
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, asTyped(one)]));
  return typeof value === 'boolean' ? value : String(value);
}

export function blank(shape: FieldShape): Typed {
  if (shape.kind === 'list') return shape.required ? [blank(shape.item)] : [];
  if (shape.kind === 'group')
    return Object.fromEntries(shape.fields.map((field) => [field.id, blank(field)]));
  if (shape.kind === 'variants') return { [shape.by]: Object.keys(shape.variants)[0]! };
  return shape.kind === 'choice' && shape.required ? shape.choices[0]! : '';
}
