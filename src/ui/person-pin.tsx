'use client';

import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { PinPad } from './pin-pad';
import { Choice } from './choice';

export interface PinPerson {
  id: string;
  name: string;
}

/** Choose a person and enter that person's PIN: for a change of person, an approval, an override, a second check. */
export function PersonPin({
  people,
  action,
  errors,
  busy,
  onEnter,
}: {
  people: PinPerson[];
  action: string;
  errors: FieldError[];
  busy: boolean;
  onEnter: (personId: string, pin: string) => void;
}) {
  const [personId, setPersonId] = useState(people.length === 1 ? people[0]!.id : '');
  const [pin, setPin] = useState('');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onEnter(personId, pin);
        setPin('');
      }}
    >
      <Choice
        label="Who"
        className="grid grid-cols-2 gap-2"
        itemClassName="min-h-14"
        options={people.map((person) => [person.id, person.name] as const)}
        value={personId || null}
        onValue={setPersonId}
      />
      <div className="mt-4">
        <PinPad value={pin} onChange={setPin} />
      </div>
      {errors.map((error) => (
        <p key={error.code + error.field} role="alert" className="mt-3 font-medium text-danger">
          {error.message}
        </p>
      ))}
      <button
        type="submit"
        disabled={busy || !personId || pin.length < 4}
        className="btn btn-pen mt-4 min-h-14 w-full"
      >
        {action}
      </button>
    </form>
  );
}
