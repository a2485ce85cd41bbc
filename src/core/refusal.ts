/** A refusal a mechanic can read: which field, what is wrong, and a word that stays the same for programs. */
export class Refusal extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly field: string = '',
  ) {
    super(message);
    this.name = 'Refusal';
  }
}

/** Turns a Joi path (`['parts', 0, 'thickness']`) into the way people write it (`parts[0].thickness`). */
export function fieldPath(path: readonly (string | number)[]): string {
  return path.reduce<string>(
    (text, part) => (typeof part === 'number' ? `${text}[${part}]` : text === '' ? part : `${text}.${part}`),
    '',
  );
}

/** What a function gives. @throws its Refusal with the field of the form that asked in place of its own */
export function blaming<T>(field: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(error.code, error.message, field);
    throw error;
  }
}

/** What a function gives, or why it refuses, without a throw: for what is read while it is being typed. */
export function attempt<T>(work: () => T): { ok: true; value: T } | { ok: false; refusal: Refusal } {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, refusal: error };
    throw error;
  }
}
