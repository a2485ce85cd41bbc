'use client';

import { useState } from 'react';
import { fromShopTime, shopClock, shopDay } from '@/core/units/shop-time';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';
import { MomentField } from '@/ui/day-field';
import { sentMoment } from '@/ui/day-text';

/** The lead says when a forgotten clock should have stopped, and why then. */
export function CloseClock({ clockId, from, timeZone }: { clockId: string; from: string; timeZone: string }) {
  const { send, busy, errors } = useCommand('clock.close');
  const [ended, setEnded] = useState(`${shopDay(from, timeZone)}T${shopClock(from, timeZone)}`);
  const [reason, setReason] = useState('');
  return (
    <form
      className="mt-2 grid grid-cols-2 items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send({
          clockId,
          endedAt: sentMoment(ended, (kept) => fromShopTime(kept, timeZone)) ?? '',
          reason,
        });
      }}
    >
      <Errors errors={errors}>
        <MomentField
          name="endedAt"
          label="It stopped at"

          value={ended}
          onValue={(chosen) => setEnded(chosen)}
        />
        <TextField
          name="reason"
          label="Why then"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
        <div className="col-span-2">
          <FormErrors errors={errors} shown={['endedAt', 'reason']} />
          <button className="btn" disabled={busy}>
            Close the clock
          </button>
        </div>
      </Errors>
    </form>
  );
}
