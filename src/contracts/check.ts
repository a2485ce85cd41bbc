import { isDay } from '@/core/units/day';
import { type FieldError, firstOfEach } from './answer';
import type { InputOf, OfflineName } from './commands';
import { PLAIN_WORDS } from './plain-words';
import inputs from './offline-inputs.json';

/**
 * Checks what a tablet is about to keep, without the schema library: the same schemas, written out as what they describe.
 * A test holds both to the same answers.
 */
export interface Described {
  type: string;
  flags?: { presence?: string; default?: unknown; only?: boolean };
  allow?: unknown[];
  rules?: { name: string; args?: { limit?: number; regex?: string; direction?: string } }[];
  metas?: { check: string }[];
  preferences?: { messages?: Record<string, string> };
  keys?: Record<string, Described | undefined>;
  items?: Described[];
  matches?: { schema: Described }[];
}

type Outcome = { value: unknown; errors: FieldError[] };
type Complain = (code: string, limit?: number, plain?: string) => Outcome;

/** Rules that are code, by their name in the schema's meta. */
const NAMED: Record<string, (value: string) => boolean> = { day: isDay };

const inner = (path: string, key: string | number) =>
  typeof key === 'number' ? `${path}[${key}]` : path ? `${path}.${key}` : key;

const patterns = new Map<string, RegExp>();
function patternOf(text: string): RegExp {
  const known = patterns.get(text) ?? new RegExp(text.slice(1, text.lastIndexOf('/')));
  patterns.set(text, known);
  return known;
}

const good = (value: unknown): Outcome => ({ value, errors: [] });

type Broken = [code: string, limit?: number] | null;
/** Every rule a value breaks. */
function brokenRules(
  schema: Described,
  complain: Complain,
  breaks: (name: string, limit: number, regex: string) => Broken,
): FieldError[] {
  return (schema.rules ?? []).flatMap(({ name, args }) => {
    const broken = breaks(name, args?.limit ?? 0, args?.regex ?? '');
    return broken ? complain(...broken).errors : [];
  });
}

function checkText(schema: Described, given: unknown, complain: Complain): Outcome {
  if (typeof given !== 'string') return complain('string.base');
  if (given === '') return complain('string.empty');
  const errors = brokenRules(schema, complain, (name, limit, regex) => {
    if (name === 'max' && given.length > limit) return ['string.max', limit];
    if (name === 'min' && given.length < limit) return ['string.min', limit];
    if (name === 'length' && given.length !== limit) return ['string.length', limit];
    if (name === 'hex' && !/^[0-9a-f]+$/i.test(given)) return ['string.hex'];
    return name === 'pattern' && !patternOf(regex).test(given) ? ['string.pattern.base'] : null;
  });
  const named = (schema.metas ?? []).filter(({ check: rule }) => !NAMED[rule]!(given));
  if (named.length) errors.push(...complain('custom').errors);
  return { value: given, errors };
}

function checkNumber(schema: Described, given: unknown, complain: Complain): Outcome {
  if (typeof given !== 'number' || Number.isNaN(given)) return complain('number.base');
  if (!Number.isFinite(given)) return complain('number.infinity');
  const errors = brokenRules(schema, complain, (name, limit) => {
    if (name === 'integer' && !Number.isInteger(given)) return ['number.integer'];
    if (name === 'min' && given < limit) return ['number.min', limit];
    if (name === 'max' && given > limit) return ['number.max', limit];
    return name === 'greater' && given <= limit ? ['number.greater', limit] : null;
  });
  return { value: given, errors };
}

function checkList(schema: Described, given: unknown, path: string, complain: Complain): Outcome {
  if (!Array.isArray(given)) return complain('array.base');
  const each = given.map((one, index) => check(schema.items![0]!, one, inner(path, index)));
  const value = each.map((one) => one.value);
  const broken = brokenRules(schema, complain, (name, limit) => {
    if (name === 'min' && value.length < limit) return ['array.min', limit];
    return name === 'max' && value.length > limit ? ['array.max', limit] : null;
  });
  const again = schema.rules?.some(({ name }) => name === 'unique')
    ? value.findIndex((one, index) => value.indexOf(one) < index)
    : -1;
  if (again >= 0)
    broken.push({
      field: inner(path, again),
      code: 'array.unique',
      message: `${PLAIN_WORDS['array.unique']}.`,
    });
  return { value, errors: [...each.flatMap((one) => one.errors), ...broken] };
}

function checkFields(schema: Described, given: unknown, path: string, complain: Complain): Outcome {
  if (given === null || typeof given !== 'object' || Array.isArray(given)) return complain('object.base');
  const typed = given as Record<string, unknown>;
  const fields = Object.entries(schema.keys ?? {}).map(
    ([key, field]) => [key, check(field!, typed[key], inner(path, key))] as const,
  );
  const unknown = Object.keys(typed)
    .filter((key) => !Object.hasOwn(schema.keys ?? {}, key))
    .map((key) => ({
      field: inner(path, key),
      code: 'object.unknown',
      message: `${PLAIN_WORDS['object.unknown']}.`,
    }));
  return {
    value: Object.fromEntries(
      fields.flatMap(([key, { value }]) => (value === undefined ? [] : [[key, value]])),
    ),
    errors: [...fields.flatMap(([, { errors }]) => errors), ...unknown],
  };
}

/** Of several forms the one it comes nearest to says what is wrong; else that it is none of them. */
function checkOneOf(schema: Described, given: unknown, path: string, complain: Complain): Outcome {
  const tried = schema.matches!.map((match) => check(match.schema, given, path));
  const taken = tried.find((one) => !one.errors.length);
  if (taken) return taken;
  const none = (code: string) => complain(code, 0, schema.preferences?.messages?.['alternatives.match']);
  if (tried.some(({ errors }) => errors.length > 1)) return none('alternatives.match');
  const inside = tried.filter(
    ({ errors: [one] }) => one!.field !== path || !/^any\.only$|\.base$/.test(one!.code),
  );
  if (!inside.length) return none('alternatives.types');
  return inside.length === 1 ? inside[0]! : none('alternatives.match');
}

/** What somebody typed, brought to the kind of value the schema asks for. */
function read(schema: Described, given: unknown): unknown {
  if (typeof given !== 'string') return given;
  if (schema.type === 'number' && given.trim() !== '' && !Number.isNaN(Number(given))) return Number(given);
  if (schema.type === 'boolean' && /^\s*(true|false)\s*$/i.test(given)) return /true/i.test(given);
  if (schema.type !== 'string') return given;
  return (schema.rules ?? []).reduce(
    (text, { name, args }) =>
      name === 'trim'
        ? text.trim()
        : name === 'case' && args?.direction === 'lower'
          ? text.toLowerCase()
          : text,
    given,
  );
}

/** Checks a value against what a schema describes. @returns it with its defaults, or what is wrong by field */
export function check(schema: Described, typed: unknown, path = ''): Outcome {
  const complain: Complain = (code, limit = 0, plain = PLAIN_WORDS[code]!) => {
    const words = schema.preferences?.messages?.[code] ?? plain;
    const message = `${words.replace('{{#limit}}', String(limit))}.`.replace(/\.\.$/, '.');
    return { value: typed, errors: [{ field: path, code, message }] };
  };
  if (typed === undefined)
    return schema.flags?.presence === 'required'
      ? complain('any.required')
      : good(structuredClone(schema.flags?.default));
  const given = read(schema, typed);
  if (schema.allow?.includes(given)) return good(given);
  const outcome = checkKind(schema, given, path, complain);
  if (!schema.flags?.only) return outcome;
  const { errors } = complain('any.only');
  return { value: typed, errors: [...errors, ...outcome.errors] };
}

function checkKind(schema: Described, given: unknown, path: string, complain: Complain): Outcome {
  switch (schema.type) {
    case 'string':
      return checkText(schema, given, complain);
    case 'number':
      return checkNumber(schema, given, complain);
    case 'boolean':
      return typeof given === 'boolean' ? good(given) : complain('boolean.base');
    case 'array':
      return checkList(schema, given, path, complain);
    case 'alternatives':
      return checkOneOf(schema, given, path, complain);
    default:
      return checkFields(schema, given, path, complain);
  }
}

const SCHEMAS: Record<OfflineName, { waits: string; input: Described }> = inputs;

/** A command's input as the server would take it, its defaults filled in; or what is wrong with it, by field. */
export function checkInput<N extends OfflineName>(
  name: N,
  given: unknown,
): { ok: true; input: InputOf<N> } | { ok: false; errors: FieldError[] } {
  const { value, errors } = check(SCHEMAS[name].input, given);
  if (!errors.length) return { ok: true, input: value as InputOf<N> };
  return { ok: false, errors: firstOfEach(errors) };
}
