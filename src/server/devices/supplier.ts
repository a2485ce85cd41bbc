import { createHash } from 'node:crypto';

export interface SupplierAnswer {
  promisedOn: string | null;
  answer: string;
}

const DAY_MS = 86_400_000;

/**
 * The stand-in for a parts supplier: it answers at once with a day, and sometimes it is late or has too few. The same
 * question on the same day gets the same answer.
 */
export function askSupplier({
  name,
  count,
  day,
}: {
  name: string;
  count: number;
  day: Date;
}): SupplierAnswer {
  const draw = createHash('sha256')
    .update(`${name} ${count} ${day.toISOString().slice(0, 10)}`)
    .digest()[0]!;
  const on = (days: number) => new Date(day.getTime() + days * DAY_MS).toISOString().slice(0, 10);
  if (draw < 26) return { promisedOn: null, answer: 'Not on the shelf: a day will be named.' };
  if (draw < 70) return { promisedOn: on(6), answer: `Late: ${count} of them in six days.` };
  if (draw < 96 && count > 1)
    return { promisedOn: on(2), answer: `Short: ${count - 1} in two days, the rest after.` };
  return { promisedOn: on(2), answer: `${count} of them in two days.` };
}
