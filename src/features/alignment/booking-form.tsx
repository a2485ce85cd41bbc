'use client';

import { useState } from 'react';
import { CommandForm } from '@/features/transport/command-form';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { MomentField } from '@/ui/day-field';
import { FormErrors } from '@/ui/field';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

export interface ShownBooking {
  bookingId: string;
  rack: string;
  own: boolean;
  when: string;
  /** The shop's own time, for the field. */
  startsAt: string;
  minutes: number;
  note: string;
}

/** The rack is booked, moved or given up: ours or a partner's. */
export function BookingForm({ orderId, booking }: { orderId: string; booking: ShownBooking | null }) {
  const { send, busy, errors } = useCommand('booking.set');
  const [editing, setEditing] = useState(false);
  return (
    <div>
      {booking && (
        <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <span className="text-lg font-semibold">{booking.when}</span>
          <span>
            {booking.rack}
            {booking.own ? ', ours' : ', a partner’s'}, {booking.minutes} min
            {booking.note && `. ${booking.note}`}
          </span>
          <Button onClick={() => setEditing(!editing)}>{editing ? 'Leave it' : 'Move it'}</Button>
          <Button
            disabled={busy}
            onClick={() => {
              const { bookingId, rack, own, startsAt, minutes, note } = booking;
              void send({ orderId, bookingId, rack, own, startsAt, minutes, note, kept: false });
            }}
          >
            Cancel the booking
          </Button>
        </p>
      )}
      <FormErrors errors={errors} />
      {(!booking || editing) && (
        <CommandForm
          command="booking.set"
          className="mt-2 grid gap-3 sm:grid-cols-[1.4fr_1fr_1.3fr_5rem_1.5fr_auto]"
          start={{
            rack: booking?.rack ?? '',
            whose: booking?.own ? 'own' : 'partner',
            startsAt: booking?.startsAt ?? '',
            minutes: (booking?.minutes ?? 60) as TypedFigure,
            note: booking?.note ?? '',
          }}
          input={({ whose, ...typed }) => ({
            orderId,
            bookingId: booking?.bookingId ?? null,
            own: whose === 'own',
            ...typed,
          })}
          onDone={() => setEditing(false)}
        >
          <TextField name="rack" label="Rack" placeholder="whose, where" />
          <SelectField
            name="whose"
            label="Whose"
            options={[
              ['partner', 'a partner’s'],
              ['own', 'ours'],
            ]}
          />
          <MomentField name="startsAt" label="When" />
          <NumberField whole name="minutes" label="Minutes" />
          <TextField name="note" label="Note" />
          <Send className="self-end">Book it</Send>
        </CommandForm>
      )}
    </div>
  );
}
