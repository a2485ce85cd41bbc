import { parseTape } from '@/core/calc/tape.parse';
import { type Doubt, targetDoubt } from '@/core/doubts';
import type { IntakeData } from '@/core/ledger/kinds/arrival';
import { readTarget } from '@/core/stance/targets';
import { blaming } from '@/core/refusal';

/** Reads a field that holds a length, mm. @throws Refusal that blames that field when it does not read */
export const lengthIn = (value: string, unit: 'in' | 'mm', field: string): number =>
  blaming(field, () => parseTape(value, unit));

/** What cannot well be about a target as it is typed. @throws Refusal that blames its field when it does not read */
export function doubtAboutTarget(
  { unit, ...targets }: Pick<IntakeData['targets'], 'front' | 'rear' | 'unit'>,
  end: 'front' | 'rear',
): Doubt | null {
  const typed = targets[end];
  if (!typed) return null;
  return targetDoubt(
    blaming(`targets.${end}`, () => readTarget(typed, unit)),
    end,
    unit,
  );
}
