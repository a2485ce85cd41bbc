import { readTireSize } from '@/core/calc/tire.size';
import { Refusal, blaming } from '@/core/refusal';

/** @throws Refusal that blames the field where a tire size does not read */
export const checkTire = (size: string, field: string): void => void blaming(field, () => readTireSize(size));

/** A dial further off than this was misread, or is broken. */
const MOST_DIAL_ERROR = 0.25;

/** @throws Refusal where what the dial showed and what was true cannot both have been read right */
export function checkDial(dial: { shown: number; truth: number } | null): void {
  if (dial && Math.abs(dial.truth / dial.shown - 1) > MOST_DIAL_ERROR)
    throw new Refusal('dial', 'The two speeds are more than a quarter apart: read them again.', 'dial.shown');
}
