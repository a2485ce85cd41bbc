'use client';

import { fromShopTime, shopClock, shopDay } from '@/core/units/shop-time';
import { CommandForm } from '@/features/transport/command-form';
import { MomentField } from '@/ui/day-field';
import { sentMoment } from '@/ui/day-text';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

/** The lead says when a forgotten clock should have stopped, and why then. */
export function CloseClock({ clockId, from, timeZone }: { clockId: string; from: string; timeZone: string }) {
  return (
    <CommandForm
      command="clock.close"
      about={clockId}
      className="mt-2 grid grid-cols-2 items-end gap-3"
      start={{ endedAt: `${shopDay(from, timeZone)}T${shopClock(from, timeZone)}`, reason: '' }}
      input={({ endedAt, reason }) => ({
        clockId,
        endedAt: sentMoment(endedAt, (kept) => fromShopTime(kept, timeZone)) ?? '',
        reason,
      })}
    >
      <MomentField name="endedAt" label="It stopped at" />
      <TextField name="reason" label="Why then" />
      <Send weight="line" className="col-span-2 justify-self-start">
        Close the clock
      </Send>
    </CommandForm>
  );
}
