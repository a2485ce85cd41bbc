import { Refusal } from '@/core/refusal';
import type { Entry } from '@/core/ledger/entries';
import { type OrderState, isClosed } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import type { Person } from './sessions/sessions';

/** Why somebody may not correct an entry: own ones until handoff, others' and all after handoff by the lead only. */
export function whyNotCorrect(entry: Entry, state: OrderState, person: Person): Refusal | null {
  const lead = holdsRole(person.roles, ['lead']);
  if (!lead && entry.personId !== person.id) {
    return new Refusal('not-yours', 'Somebody else’s entry: the lead corrects it.', 'entryId');
  }
  if (!lead && isClosed(state)) {
    return new Refusal('closed', 'Handed over already: the lead corrects it.', 'entryId');
  }
  return null;
}
