import 'server-only';
import { Refusal } from '@/core/refusal';
import { correctionsOf } from '@/contracts/entries';
import type { Entry } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import { whyNotCorrect } from '../corrections';
import { versionAfterCorrection } from '../documents/corrected';
import type { Person } from '../sessions/sessions';
import { handle } from './handler';

/** Why somebody may not take an entry back, or null when they may. */
function whyNot(entry: Entry, state: OrderState, person: Person): Refusal | null {
  if (!correctionsOf(entry.kind).includes('entry.void')) {
    return new Refusal('stays', 'This kind of entry is not taken back.', 'entryId');
  }
  return whyNotCorrect(entry, state, person);
}

export const canBeTakenBack = (entry: Entry, state: OrderState, person: Person) =>
  whyNot(entry, state, person) === null;

export const entryVoid = handle('entry.void', {
  seals: true,
  async run(ctx, { orderId, entryId, reason: why }) {
    const order = await ctx.order(orderId);
    const entry = order.entries.find((candidate) => candidate.id === entryId);
    if (!entry) throw new Refusal('no-entry', 'This order has no such entry.', 'entryId');
    const refused = whyNot(entry, order.state, ctx.person);
    if (refused) throw refused;
    if (order.entries.some((candidate) => candidate.kind === 'void' && candidate.corrects === entryId)) {
      throw new Refusal('gone', 'It has been taken back already.', 'entryId');
    }
    await ctx.append(order.id, { kind: 'void', data: {}, corrects: entryId, why });
    return { version: await versionAfterCorrection(ctx, order, why) };
  },
});
