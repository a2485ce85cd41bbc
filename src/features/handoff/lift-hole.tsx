'use client';

import type { OverrideRule } from '@/core/ledger/kinds/bay';
import type { PinPerson } from '@/ui/pin-fields';
import { LeadReason } from '../answers/lead-reason';

/** The lead lifts one rule that may be lifted: a written reason, the lead's PIN, and a line on the handoff, without the reason. */
export function LiftHole({
  orderId,
  rule,
  target,
  text,
  leads,
  label = 'Allow, with a reason',
}: {
  orderId: string;
  rule: OverrideRule;
  target: string;
  text: string;
  leads: PinPerson[];
  label?: string;
}) {
  return (
    <LeadReason
      command="override.record"
      input={{ orderId, rule, ref: target }}
      leads={leads}
      button={label}
      title="The lead lifts this"
      intro={`${text} It stands on the handoff with the lead’s name; the reason stays in the shop’s record.`}
      action="Lift it"
    />
  );
}
