'use client';

import { CommandForm } from '@/features/transport/command-form';
import { MoneyField, type TypedFigure } from '@/ui/figure-fields';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import type { ShownFinding, ShownOffer } from './shown';

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
        cents: (offer?.cents ?? null) as TypedFigure,
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
      <MoneyField className="max-w-48" name="cents" label="Price" placeholder="185.00" />
      {offer?.answer && (
        <p className="caution px-3 py-2 font-medium">
          The customer has answered this offer. Changing it asks again.
        </p>
      )}
      <Send wide>{offer ? 'Offer it anew' : 'Offer it'}</Send>
    </CommandForm>
  );
}
