'use client';

import { useState } from 'react';
import { CHANGES } from '@/core/ledger/kinds/coming-back';
import { useCommand } from '@/features/transport/use-command';
import { AreaField, OdometerFields, TextField, fieldsOf, odometerFrom } from '@/ui/form';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { DayField } from '@/ui/day-field';

/** The dial, told from home: it moves the day each come-back is due. */
export function TellOdometer({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  const { send, busy, errors } = useCommand('odometer.report');
  const [told, setTold] = useState(false);
  const asked = errors.some((error) => error.code === 'confirm');
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const form = event.currentTarget;
        setTold(false);
        if (await send({ orderId, odometer: odometerFrom(fieldsOf(form)), confirmed: asked })) {
          form.reset();
          setTold(true);
        }
      }}
    >
      <Errors errors={errors}>
        <OdometerFields unit={unit} label="What the dial reads today" />
        <FormErrors errors={errors} shown={['odometer.value', 'odometer.unread']} />
      </Errors>
      <button className="btn mt-3 min-h-14 w-full" disabled={busy}>
        {asked ? 'It shows less: tell the shop' : 'Tell the shop'}
      </button>
      {told && (
        <p role="status" className="mt-2 font-semibold">
          Thank you: it is written down.
        </p>
      )}
    </form>
  );
}

/** A wish for a date; the shop's answer appears on this page. */
export function AskDate({ orderId }: { orderId: string }) {
  const { send, busy, errors } = useCommand('date.wish');
  const [asked, setAsked] = useState(false);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const form = event.currentTarget;
        const f = fieldsOf(form);
        setAsked(false);
        if (await send({ orderId, day: f.day || null, words: f.words })) {
          form.reset();
          setAsked(true);
        }
      }}
    >
      <Errors errors={errors}>
        <DayField name="day" label="A day that suits you" />
        <TextField className="mt-3" name="words" label="What for, and when of the day" />
        <FormErrors errors={errors} shown={['day', 'words']} />
      </Errors>
      <button className="btn mt-3 min-h-14 w-full" disabled={busy}>
        Ask for it
      </button>
      {asked && (
        <p role="status" className="mt-2 font-semibold">
          Asked. The answer will stand here.
        </p>
      )}
    </form>
  );
}

const QUESTIONS = [
  ['ride', 'The ride'],
  ['noise', 'Noise'],
  ['fuel', 'Fuel it takes'],
  ['wear', 'Tires and wear'],
] as const;

/** After months: what came of it, in a minute's answers. The shop's crew asks the same by telephone. */
export function LongCheckIn({ orderId }: { orderId: string }) {
  const { send, busy, errors } = useCommand('checkin.record');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        void send({
          orderId,
          ride: f.ride || undefined,
          noise: f.noise || undefined,
          fuel: f.fuel || undefined,
          wear: f.wear || undefined,
          again: f.again || undefined,
          words: f.words,
        });
      }}
    >
      <Errors errors={errors}>
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
        <FormErrors errors={errors} shown={[...QUESTIONS.map(([name]) => name), 'again', 'words']} />
      </Errors>
      <button className="btn btn-pen mt-3 min-h-14 w-full" disabled={busy}>
        Send it
      </button>
    </form>
  );
}
