'use client';

import { CHANGES } from '@/core/ledger/kinds/coming-back';
import { CommandForm } from '@/features/transport/command-form';
import { DayField } from '@/ui/day-field';
import { useAsked } from '@/ui/field';
import { OdometerFields, emptyOdometer, odometerFrom } from '@/ui/unit-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField, TextField } from '@/ui/text-field';

function SendAgain({ asked, children }: { asked: string; children: string }) {
  const less = useAsked('confirm');
  return (
    <Send weight="line" wide size="tall" className="mt-3">
      {less ? asked : children}
    </Send>
  );
}

/** The dial, told from home: it moves the day each come-back is due. */
export function TellOdometer({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  return (
    <CommandForm
      command="odometer.report"
      said="Thank you: it is written down."
      start={{ odometer: emptyOdometer(unit) }}
      input={({ odometer }, confirmed) => ({ orderId, odometer: odometerFrom(odometer), confirmed })}
    >
      <OdometerFields label="Mileage today" />
      <SendAgain asked="It shows less: tell the shop">Tell the shop</SendAgain>
    </CommandForm>
  );
}

/** A wish for a date; the shop's answer appears on this page. */
export function AskDate({ orderId }: { orderId: string }) {
  return (
    <CommandForm
      command="date.wish"
      said="Asked. The answer will stand here."
      start={{ day: '', words: '' }}
      input={({ day, words }) => ({ orderId, day: day || null, words })}
    >
      <DayField name="day" label="A day that suits you" />
      <TextField className="mt-3" name="words" label="What for, and when of the day" />
      <Send weight="line" wide size="tall" className="mt-3">
        Ask for it
      </Send>
    </CommandForm>
  );
}

const QUESTIONS = [
  ['ride', 'The ride'],
  ['noise', 'Noise'],
  ['fuel', 'Fuel it takes'],
  ['wear', 'Tires and wear'],
] as const;
const UNASKED = { ride: '', noise: '', fuel: '', wear: '', again: '' };

/** After months: what came of it, in a minute's answers. The shop's crew asks the same by telephone. */
export function LongCheckIn({ orderId }: { orderId: string }) {
  return (
    <CommandForm
      command="checkin.record"
      about={orderId}
      start={{ ...UNASKED, words: '' }}
      input={({ words, ride, noise, fuel, wear, again }) => ({
        orderId,
        ride: ride || undefined,
        noise: noise || undefined,
        fuel: fuel || undefined,
        wear: wear || undefined,
        again: again || undefined,
        words,
      })}
    >
      <div className="grid grid-cols-2 gap-3">
        {QUESTIONS.map(([name, label]) => (
          <SelectField
            key={name}
            name={name}
            label={label}
            options={[['', 'choose'], ...CHANGES.map((change) => [change, change] as const)]}
          />
        ))}
      </div>
      <SelectField
        className="mt-3"
        name="again"
        label="Would you have it done again?"
        options={[
          ['', 'choose'],
          ['yes', 'yes'],
          ['not sure', 'not sure'],
          ['no', 'no'],
        ]}
      />
      <AreaField className="mt-3" name="words" label="In your words" />
      <Send wide size="tall" className="mt-3">
        Send it
      </Send>
    </CommandForm>
  );
}
