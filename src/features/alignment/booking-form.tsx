'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { MomentField } from '@/ui/day-field';

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
  const show = !booking || editing;
  return (
    <div>
      {booking && (
        <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <span className="text-[1.15rem] font-semibold">{booking.when}</span>
          <span>
            {booking.rack}
            {booking.own ? ', ours' : ', a partner’s'}, {booking.minutes} min
            {booking.note && `. ${booking.note}`}
          </span>
          <button type="button" className="btn" onClick={() => setEditing(!editing)}>
            {editing ? 'Leave it' : 'Move it'}
          </button>
          <button
            type="button"
            className="btn"
            disabled={busy}
            onClick={() =>
              void send({
                orderId,
                bookingId: booking.bookingId,
                rack: booking.rack,
                own: booking.own,
                startsAt: booking.startsAt,
                minutes: booking.minutes,
                note: booking.note,
                kept: false,
              })
            }
          >
            Give it up
          </button>
        </p>
      )}
      {show && (
        <form
          className="mt-2"
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            const done = await send({
              orderId,
              bookingId: booking?.bookingId ?? null,
              rack: f.rack,
              own: f.whose === 'own',
              startsAt: f.startsAt,
              minutes: f.minutes === '' ? null : Number(f.minutes),
              note: f.note,
            });
            if (done) setEditing(false);
          }}
        >
          <Errors errors={errors}>
            <div className="grid gap-3 sm:grid-cols-[1.4fr_1fr_1.3fr_5rem_1.5fr_auto]">
              <TextField name="rack" label="Rack" defaultValue={booking?.rack} placeholder="whose, where" />
              <SelectField
                name="whose"
                label="Whose"
                defaultValue={booking?.own ? 'own' : 'partner'}
                options={[
                  ['partner', 'a partner’s'],
                  ['own', 'ours'],
                ]}
              />
              <MomentField
                name="startsAt"
                label="When"

                defaultValue={booking?.startsAt}
              />
              <TextField
                name="minutes"
                label="Minutes"
                inputMode="numeric"
                defaultValue={booking?.minutes ?? 60}
              />
              <TextField name="note" label="Note" defaultValue={booking?.note} />
              <button className="btn btn-pen self-end" disabled={busy}>
                Book it
              </button>
            </div>
            <FormErrors errors={errors} shown={['rack', 'startsAt', 'minutes', 'note']} />
          </Errors>
        </form>
      )}
    </div>
  );
}
