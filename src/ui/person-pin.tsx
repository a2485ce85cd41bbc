'use client';

import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { PinPad } from './pin-pad';

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
      <div role="radiogroup" aria-label="Who" className="grid grid-cols-2 gap-2">
        {people.map((person) => (
          <button
            key={person.id}
            type="button"
            role="radio"
            aria-checked={personId === person.id}
            onClick={() => setPersonId(person.id)}
            className="btn min-h-14 aria-checked:bg-ink aria-checked:text-paper"
          >
            {person.name}
          </button>
        ))}
      </div>
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
