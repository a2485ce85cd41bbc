import 'server-only';
import { latestPlan, planIsStale } from '@/core/ledger/order-state';
import type { EntryOf } from '@/core/ledger/entries';
import { Refusal } from '@/core/refusal';
import { shopDay } from '@/core/units/shop-time';
import { assertAnswerChannel } from './commands/answer-channel';
import type { CommandContext, LockedOrder } from './commands/context';
import type { NewEntry } from './entries/append';
import { partsExpected } from './parts-expected';
import { readShop } from './queries/shop';

/** How a yes or no was taken. */
interface Answer {
  yes: boolean;
  how: 'in the shop' | 'by phone' | 'on the link';
  witness: string | null;
}

/** The quote an answer speaks of. @throws Refusal where there is a newer one, or it has run out on the customer's page */
export async function quoteAsked(
  ctx: CommandContext,
  order: LockedOrder,
  { version, how }: Pick<Answer, 'how'> & { version: number },
): Promise<EntryOf<'quote'>['data']> {
  assertAnswerChannel(ctx, how);
  const last = order.state.quotes[order.state.quotes.length - 1]?.entry.data;
  if (!last) throw new Refusal('no-quote', 'There is no quote to answer yet.', 'version');
  if (last.version !== version)
    throw new Refusal('changed', 'There is a newer version of the quote: ask about that.', 'version');
  const today = shopDay(ctx.at, (await readShop(ctx.tx)).timeZone);
  if (how === 'on the link' && last.validUntil && today > last.validUntil)
    throw new Refusal('ran-out', 'This quote has run out: ask the shop for a new one.', 'version');
  return last;
}

/**
 * What an answer to the plan writes: the agreement, and with a yes the parts that are waited for.
 * @throws Refusal where the plan has changed, or the work has begun on it
 */
export async function planAnswered(
  ctx: CommandContext,
  order: LockedOrder,
  { version, yes, how, witness }: Answer & { version: number },
  field = 'version',
): Promise<NewEntry[]> {
  const plan = latestPlan(order.state);
  if (!plan) throw new Refusal('no-plan', 'There is no plan to answer yet.', field);
  if (plan.data.version !== version) {
    throw new Refusal(
      'changed',
      'The plan has changed since it was shown: look at it again and ask again.',
      field,
    );
  }
  if (planIsStale(order.state))
    throw new Refusal(
      'stale',
      'Heights or car were corrected since it was made: plan it again first.',
      field,
    );
  if (order.state.run) throw new Refusal('running', 'The work has begun on this plan.', field);
  const list = yes ? await partsExpected(ctx.tx, order.vehicleId, plan.data) : null;
  return [
    { kind: 'agreement', data: { what: 'plan', planVersion: version, yes, how, witness } },
    ...(list ? [{ kind: 'parts.list' as const, data: list }] : []),
  ];
}
