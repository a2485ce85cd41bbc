import { type FieldShape, unitOfField } from './field-words';
import { calculators } from './index';

interface Described {
  type: string;
  flags?: { presence?: string; only?: boolean; override?: boolean };
  allow?: unknown[];
  rules?: { name: string; args?: { limit?: number } }[];
  keys?: Record<string, Described>;
  items?: Described[];
  whens?: { switch?: { is: Described; then: Described }[] }[];
}

function limitOf(described: Described): string {
  const words = { greater: 'above', min: 'at least', max: 'at most', less: 'below' } as Record<
    string,
    string
  >;
  return (described.rules ?? [])
    .flatMap(({ name, args }) =>
      words[name] && args?.limit !== undefined ? `${words[name]} ${args.limit}` : [],
    )
    .join(', ');
}

function shapeOf(id: string, described: Described, group?: string): FieldShape {
  const required = described.flags?.presence === 'required';
  const only = described.flags?.only ? (described.allow ?? []).filter((one) => typeof one === 'string') : [];
  if (only.length) return { kind: 'choice', id, required, choices: only as string[] };
  const numbers = described.flags?.only
    ? (described.allow ?? []).filter((one) => typeof one === 'number')
    : [];
  if (numbers.length)
    return { kind: 'number', id, required, unit: '', limit: `one of ${numbers.join(', ')}` };
  const variants = described.whens?.[0]?.switch;
  if (variants) {
    const by = 'kind';
    return {
      kind: 'variants',
      id,
      required,
      by,
      variants: Object.fromEntries(
        variants.map(({ is, then }) => [
          String((is.allow ?? []).find((one) => typeof one === 'string')),
          fieldsOf(then).filter((field) => field.id !== by),
        ]),
      ),
    };
  }
  if (described.type === 'object') return { kind: 'group', id, required, fields: fieldsOf(described, id) };
  if (described.type === 'array')
    return { kind: 'list', id, required, item: shapeOf(id, described.items?.[0] ?? { type: 'any' }, group) };
  if (described.type === 'boolean') return { kind: 'boolean', id, required, unit: '', limit: '' };
  const number = described.type === 'number';
  return {
    kind: number ? 'number' : 'text',
    id,
    required,
    unit: number ? unitOfField(id, group) : '',
    limit: number ? limitOf(described) : described.type === 'alternatives' ? 'in one of its forms' : '',
  };
}

const fieldsOf = (described: Described, group?: string): FieldShape[] =>
  Object.entries(described.keys ?? {}).map(([id, one]) => shapeOf(id, one, group || undefined));

/** What a schema asks for, as fields a page or a reference can show. */
export const shapeOfSchema = (schema: { describe(): object }): FieldShape =>
  shapeOf('', schema.describe() as Described);

/** The input of a calculator as its schema has it, so that forms and the reference never say anything else. */
export function inputOf(name: string): FieldShape {
  const definition = calculators.get(name);
  if (!definition) throw new Error(`there is no calculator ${name}`);
  return shapeOfSchema(definition.input);
}
