'use client';

import { ChoiceField } from './choice';
import { WrongAt, useDescribed } from './field';
import { Held } from './held';
import { PinPad } from './pin-pad';
import { Send } from './send';

export interface PinPerson {
  id: string;
  name: string;
}

/** What a form with a PIN begins with: the one person it can be, or nobody yet. */
export const noPin = (people: PinPerson[]) => ({
  personId: people.length === 1 ? people[0]!.id : '',
  pin: '',
});

/** In a form: whose PIN it is, the PIN, and the button that sends both. */
export function PinFields({
  people,
  action,
  disabled = false,
}: {
  people: PinPerson[];
  action: string;
  disabled?: boolean;
}) {
  const { id } = useDescribed('pin', undefined, true);
  return (
    <div className="col-span-full">
      <ChoiceField
        name="personId"
        label="Who"
        className="grid grid-cols-2 gap-2"
        itemClassName="min-h-14"
        options={people.map((person) => [person.id, person.name] as const)}
      />
      <Held<string> name="personId" value={undefined} first="">
        {({ value: personId }) => (
          <Held<string> name="pin" value={undefined} first="">
            {({ value: pin, set }) => (
              <>
                <div className="mt-4">
                  <PinPad value={pin} onChange={set} />
                </div>
                <WrongAt name="pin" id={id} className="mt-3" />
                <Send wide size="tall" className="mt-4" disabled={disabled || !personId || pin.length < 4}>
                  {action}
                </Send>
              </>
            )}
          </Held>
        )}
      </Held>
    </div>
  );
}
