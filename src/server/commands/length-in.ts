import { parseTape } from '@/core/calc/tape.parse';
import { Refusal } from '@/core/refusal';

/** Reads a field that holds a length, mm. @throws Refusal that blames that field when it does not read */
export function lengthIn(value: string, unit: 'in' | 'mm', field: string): number {
  try {
    return parseTape(value, unit);
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(error.code, error.message, field);
    throw error;
  }
}
