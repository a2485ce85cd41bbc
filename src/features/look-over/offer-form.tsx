'use client';

import { useState } from 'react';
import { readMoney } from '@/core/units/money';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';
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
  const { send, busy, errors } = useCommand('offer.make');
  const [text, setText] = useState(offer?.text ?? finding?.text ?? '');
  const [price, setPrice] = useState(offer ? (offer.cents / 100).toFixed(2) : '');
  return (
    <Errors errors={errors}>
      <TextField
        name="text"
        label="What is offered"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <TextField
        className="mt-3 max-w-48"
        name="cents"
        label="Price"
        inputMode="decimal"
        placeholder="185.00"
        value={price}
        onChange={(event) => setPrice(event.target.value)}
      />
      {offer?.answer && (
        <p className="caution mt-3 px-3 py-2 font-medium">
          The customer has answered this offer. Changing it asks again.
        </p>
      )}
      <FormErrors errors={errors} shown={['text', 'cents']} />
      <button
        type="button"
        className="btn btn-pen mt-4 w-full"
        disabled={busy}
        onClick={async () => {
          const cents = readMoney(price);
          const input = {
            orderId,
            offerId: offer?.offerId ?? null,
            findingId: finding?.findingId ?? offer?.findingId ?? null,
            text,
            cents: cents ?? price,
            photoId: null,
          };
          if (await send(input)) onDone();
        }}
      >
        {busy ? 'Writing…' : offer ? 'Offer it anew' : 'Offer it'}
      </button>
    </Errors>
  );
}
