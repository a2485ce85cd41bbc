import { Refusal } from '@/core/refusal';
import { THE_CUSTOMER } from '@/core/ledger/roles';
import type { CommandContext } from './context';

/** Only the customer's own page says "on the link", and it says nothing else. @throws Refusal otherwise */
export function assertAnswerChannel(ctx: CommandContext, how: string): void {
  if ((how === 'on the link') !== (ctx.person.id === THE_CUSTOMER.id))
    throw new Refusal('how', 'Say how they answered: in the shop or by phone.', 'how');
}
