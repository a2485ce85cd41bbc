'use client';

import type { FieldError } from '@/contracts/answer';
import { Form } from './form';
import { PinFields, type PinPerson, noPin } from './pin-fields';

/** Choose a person and enter that person's PIN: for a change of person, a second check. */
export function PersonPin({
  people,
  action,
  onEnter,
}: {
  people: PinPerson[];
  action: string;
  /** @returns what was wrong */
  onEnter: (personId: string, pin: string) => Promise<readonly FieldError[]>;
}) {
  return (
    <Form draft={null} start={noPin(people)} onSend={(_, { personId, pin }) => onEnter(personId, pin)}>
      <PinFields people={people} action={action} />
    </Form>
  );
}
