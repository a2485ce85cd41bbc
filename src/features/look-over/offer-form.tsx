'use client';

import { CommandForm } from '@/features/transport/command-form';
import { PHASE_WORDS, type Phase } from '@/core/procedure/types';
import { MoneyField, NumberField, type TypedFigure } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import type { ShownFinding, ShownOffer } from './shown';

/** Where in the work an extra can be done. */
const EXTRA_PHASES: Phase[] = ['teardown', 'fit', 'reassemble', 'on-wheels', 'align'];

/** An offer to the customer; changing one that was answered asks again. */
export function OfferForm({
  orderId,
  finding,
  offer,
  onDone,
}: {
  orderId: string;
  finding: ShownFinding | null;
  offer: ShownOffer | null;
  onDone: () => void;
}) {
  return (
    <CommandForm
      command="offer.make"
      about={offer?.offerId ?? finding?.findingId ?? 'new'}
      className="grid gap-3"
      start={{
        text: offer?.text ?? finding?.text ?? '',
        why: offer?.why ?? '',
        cents: (offer?.cents ?? null) as TypedFigure,
        minutes: (offer?.minutes ?? null) as TypedFigure,
        phase: (offer?.phase ?? 'fit') as Phase,
      }}
      input={(typed) => ({
        orderId,
        offerId: offer?.offerId ?? null,
        findingId: finding?.findingId ?? offer?.findingId ?? null,
        photoId: null,
        ...typed,
      })}
      onDone={onDone}
    >
      <TextField name="text" label="What is offered" />
      <TextField name="why" label="Why, for the customer to read" />
      <div className="grid grid-cols-2 gap-3">
        <MoneyField name="cents" label="Price" placeholder="185.00" />
        <NumberField whole name="minutes" unit="min" label="Minutes, about" />
      </div>
      <SelectField
        name="phase"
        label="A step of the work, under"
        options={EXTRA_PHASES.map((phase) => [phase, PHASE_WORDS[phase]] as const)}
      />
      <p className="text-soft">
        Said yes to, it becomes a step of the work. The car is not handed over before it is done, or taken
        back with the customer’s yes.
      </p>
      {offer?.answer && (
        <p className="caution px-3 py-2 font-medium">
          The customer has answered this offer. Changing it asks again.
        </p>
      )}
      <Send wide>{offer ? 'Offer it anew' : 'Offer it'}</Send>
    </CommandForm>
  );
}
