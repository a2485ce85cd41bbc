import { procedureCheck } from '../procedure/check';
import { alignmentVerdict } from './alignment.verdict';
import { type Calculator, Refusal, evaluate } from './calculator';
import { followupDue } from './followup.due';
import { heightsCompare } from './heights.compare';
import { liftPredict } from './lift.predict';
import { tapeFormat } from './tape.format';
import { tapeParse } from './tape.parse';
import { tireCompare } from './tire.compare';
import { tireSize } from './tire.size';
import { torqueCompare } from './torque.compare';
import { torqueConvert } from './torque.convert';
import { torqueExtension } from './torque.extension';
import { torquePlausible } from './torque.plausible';

/** Every calculator by its name: the command line, the HTTP door and the screens all look here. */
export const calculators: ReadonlyMap<string, Calculator<never, unknown>> = new Map(
  [
    tapeParse,
    tapeFormat,
    heightsCompare,
    liftPredict,
    alignmentVerdict,
    tireSize,
    tireCompare,
    torqueConvert,
    torqueExtension,
    torqueCompare,
    torquePlausible,
    followupDue,
    procedureCheck,
  ].map((definition) => [definition.name, definition as unknown as Calculator<never, unknown>]),
);

export type CalcAnswer =
  { ok: true; output: unknown } | { ok: false; error: { code: string; message: string; field: string } };

/** Runs a calculator by name and answers as a value, never by throwing for bad input. */
export function answer(name: unknown, input: unknown): CalcAnswer {
  try {
    const definition = typeof name === 'string' ? calculators.get(name) : undefined;
    if (!definition) {
      throw new Refusal(
        'unknown-calc',
        `There is no calculator called "${String(name)}" here. Built so far: ${[...calculators.keys()].join(', ')}.`,
        'calc',
      );
    }
    return { ok: true, output: evaluate(definition, input) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { ok: false, error: { code: error.code, message: error.message, field: error.field } };
  }
}

/** Answers one line of JSON Lines: `{"calc": NAME, "input": {...}}`. */
export function answerLine(line: string): CalcAnswer {
  let request: unknown;
  try {
    request = JSON.parse(line);
  } catch {
    return { ok: false, error: { code: 'bad-json', message: 'This line is not JSON.', field: '' } };
  }
  if (request === null || typeof request !== 'object' || Array.isArray(request)) {
    return {
      ok: false,
      error: { code: 'bad-request', message: 'A line holds one object: calc and input.', field: '' },
    };
  }
  const { calc, input } = request as { calc?: unknown; input?: unknown };
  return answer(calc, input);
}
