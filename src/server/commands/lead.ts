import { Refusal } from '@/core/calc/calculator';
import { holdsRole } from '@/core/ledger/roles';
import { checkPin } from '../sessions/sessions';

/** The lead who gives a yes, known by their own PIN. @throws Refusal when the PIN is wrong or the person no lead */
export async function leadByPin(leadId: string, pin: string): Promise<{ id: string; name: string }> {
  const lead = await checkPin(leadId, pin);
  if (!holdsRole(lead.roles, ['lead']))
    throw new Refusal('not-lead', `${lead.name} is not a lead.`, 'leadId');
  return lead;
}
