import { parseTape, type TapeUnit } from '../calc/tape.parse';
import { Refusal } from '../refusal';
import { readFigure } from '../units/typed-figure';
import type { MeasureDef } from './measures';

/**
 * Reads a measure of a car as it was typed: a length as on a tape, anything else as a figure.
 * @param typed what was typed, with its unit or without
 * @param def what is measured: its unit, and whether it may lie below nought
 * @param unit the unit of a length that names none
 * @returns millimeters for a length, else the figure in the measure's own unit
 * @throws Refusal when it does not read, or lies below nought where it cannot
 */
export function readMeasure(
  typed: string,
  def: Pick<MeasureDef, 'unit' | 'anySign' | 'choices'>,
  unit: TapeUnit,
): number {
  const minus = /^\s*[-−]/.test(typed);
  const plain = typed.replace(/^\s*[-−]\s*/, '');
  if (def.unit === 'mm') {
    const mm = parseTape(plain, unit);
    if (minus && !def.anySign) throw new Refusal('bad-value', 'This length has no sign.');
    return minus ? -mm : mm;
  }
  if (def.choices && !def.choices.some(([one]) => String(one) === typed.trim()))
    throw new Refusal('bad-value', `Choose one: ${def.choices.map(([, words]) => words).join(', ')}.`);
  const value = readFigure(plain.replace(/[°%]|N\/mm|N|kg/g, ''));
  if (value === null || value < 0 || (minus && !def.anySign))
    throw new Refusal('bad-value', `"${typed}" does not read as a number.`);
  return minus ? -value : value;
}
