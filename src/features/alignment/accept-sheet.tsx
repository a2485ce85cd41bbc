'use client';

import type { PinPerson } from '@/ui/pin-fields';
import { LeadReason } from '../answers/lead-reason';

/** The lead passes a sheet that is not in its spec, with a reason the customer reads. */
export function AcceptSheet({
  orderId,
  sheetId,
  leads,
}: {
  orderId: string;
  sheetId: string;
  leads: PinPerson[];
}) {
  return (
    <LeadReason
      command="alignment.accept"
      input={{ orderId, sheetId }}
      leads={leads}
      button="Pass with a reason"
      title="Pass with a reason"
      intro="It stands on the handoff, with the lead’s name. Otherwise it goes back to the bay."
      reasonLabel="Reason, as the customer will read it"
      action="Pass it"
    />
  );
}
