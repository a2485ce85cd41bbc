'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { ASKED_HERE, HowAskedFields, askedOf } from '../answers/how-asked';
import type { ShownOffer } from './shown';

/** An approved extra that is not done after all: only with the customer's yes. */
export function TakeOfferBack({ orderId, offer }: { orderId: string; offer: ShownOffer }) {
  return (
    <CommandDialog
      command="offer.back"
      about={`${offer.offerId} ${offer.version}`}
      opens="Not done after all"
      title={`Not done after all: ${offer.text}`}
      start={{ reason: '', ...ASKED_HERE }}
      input={({ reason, ...asked }) => ({
        orderId,
        offerId: offer.offerId,
        version: offer.version,
        reason,
        ...askedOf(asked),
      })}
    >
      {({ how }) => (
        <>
          <p>Its step leaves the work. The customer is asked first; the handoff says that it was agreed.</p>
          <TextField name="reason" label="Why, for the crew" />
          <div className="grid grid-cols-2 gap-3">
            <HowAskedFields label="The customer said yes to that" how={how} />
          </div>
          <Send wide>Take it back, the customer said yes</Send>
        </>
      )}
    </CommandDialog>
  );
}
