'use client';

import { PROMISE_COSTS, type PromiseData, TOLD_WAYS } from '@/core/ledger/kinds/arrival';
import { fromShopTime, shopInput, shopMoment } from '@/core/units/shop-time';
import { CommandForm } from '@/features/transport/command-form';
import { OfferPanel } from '@/features/week/offer-panel';
import { DayField, MomentField } from '@/ui/day-field';
import { sentMoment } from '@/ui/day-text';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField, TextField } from '@/ui/text-field';

/** What hangs on a promise, as the shop asks for it. */
const COST_WORDS: Record<PromiseData['cost'], string> = {
  little: 'little: another day is as good',
  some: 'some: they plan on it',
  much: 'much: all hangs on that day',
};

/** Another promise, the day that is wished for, and what hangs on it; with what can be promised beside it. */
export function PromiseForm({
  orderId,
  promisedFor,
  before,
  timeZone,
}: {
  orderId: string;
  /** As it is promised now. */
  promisedFor: string | null;
  before: Pick<PromiseData, 'wishedFor' | 'cost'> | null;
  timeZone: string;
}) {
  const now = promisedFor ? shopInput(promisedFor, timeZone) : '';
  return (
    <CommandForm
      command="promise.give"
      className="grid gap-3"
      start={{
        promisedFor: now,
        wishedFor: before?.wishedFor ?? '',
        cost: before?.cost ?? 'some',
        how: 'in the shop',
        words: '',
        reason: '',
      }}
      input={(typed, confirmed) => ({
        orderId,
        promisedFor: sentMoment(typed.promisedFor, (kept) => fromShopTime(kept, timeZone)),
        wishedFor: typed.wishedFor || null,
        cost: typed.cost as PromiseData['cost'],
        how: typed.words ? (typed.how as (typeof TOLD_WAYS)[number]) : null,
        words: typed.words,
        reason: typed.reason,
        confirmed,
      })}
    >
      {(typed, set) => (
        <>
          <div className="grid gap-3 sm:grid-cols-2">
            <DayField name="wishedFor" label="The day they would like it by" hint="No promise" />
            <MomentField name="promisedFor" label="New promise" />
          </div>
          <OfferPanel
            // What was answered before another promise was given is no answer any more.
            key={promisedFor}
            asked={{ orderId, wish: typed.wishedFor }}
            timeZone={timeZone}
            onPromise={(moment) => set('promisedFor', moment)}
          />
          <SelectField
            name="cost"
            label="If it breaks, that costs the customer"
            options={PROMISE_COSTS.map((cost) => [cost, COST_WORDS[cost]] as const)}
          />
          <AreaField
            name="words"
            label="What you told them"
            hint={
              promisedFor
                ? `They were told ${shopMoment(promisedFor, timeZone)}: another time is recorded with what they are told now.`
                : 'Leave blank when nobody was told a time.'
            }
          />
          {typed.words && (
            <SelectField name="how" label="Told" options={TOLD_WAYS.map((way) => [way, way] as const)} />
          )}
          <TextField name="reason" label="Why" />
          <Send again="Record it like this">Record this promise</Send>
        </>
      )}
    </CommandForm>
  );
}
