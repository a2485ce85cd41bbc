import type { Person } from '../sessions/sessions';
import { checkPin } from '../sessions/sessions';

/**
 * Whoever a field names vouches for the command with their own PIN, where one was given.
 * @param field the field that names the person; the PIN stands in `pin`
 */
export const byPin =
  <Field extends string>(field: Field) =>
  async (
    _: Person,
    input: Partial<Record<Field, string | null>> & { pin: string | null },
  ): Promise<Person | null> => {
    const personId = input[field];
    return personId && input.pin ? checkPin(personId, input.pin) : null;
  };
