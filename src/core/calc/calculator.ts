import Joi from 'joi';
import { Refusal, fieldPath } from '../refusal';

/** One calculator: what it is called, what it computes, what it takes, and the function itself. */
export interface Calculator<Input, Output> {
  /** The name it answers to on the command line and over HTTP. */
  name: string;
  /** One sentence: what it computes, with units. */
  summary: string;
  /** The principle behind the formula. */
  principle: string;
  /** Checked once at the door; `run` trusts it. */
  input: Joi.ObjectSchema<Input>;
  run(input: Input): Output;
}

/** Keeps a calculator's types while it is written as a literal. */
export function calculator<Input, Output>(definition: Calculator<Input, Output>): Calculator<Input, Output> {
  return definition;
}

/** The first complaint of a Joi validation as a refusal that names its field. */
export function refusalFrom(error: Joi.ValidationError): Refusal {
  const detail = error.details[0]!;
  const field = fieldPath(detail.path);
  const code = detail.type.endsWith('.unknown')
    ? 'unknown-field'
    : detail.type.endsWith('.required')
      ? 'missing'
      : 'bad-value';
  return new Refusal(code, `${detail.message.replace(/"/g, '')}.`, field);
}

function firstNotFinite(value: unknown, path: (string | number)[]): (string | number)[] | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : path;
  if (value === null || typeof value !== 'object') return null;
  for (const [key, inner] of Object.entries(value)) {
    const found = firstNotFinite(inner, [...path, key]);
    if (found) return found;
  }
  return null;
}

/**
 * Validates an input and runs one calculator on it.
 * @throws Refusal when the input is bad, or when the geometry has no finite answer.
 */
export function evaluate<Input, Output>(definition: Calculator<Input, Output>, input: unknown): Output {
  const checked = definition.input.required().validate(input, { convert: false, abortEarly: true });
  if (checked.error) throw refusalFrom(checked.error);
  const output = definition.run(checked.value as Input);
  const lost = firstNotFinite(output, []);
  if (lost) {
    throw new Refusal(
      'no-solution',
      `These numbers have no usable answer for ${fieldPath(lost)}: check for a slipped digit.`,
    );
  }
  return output;
}
