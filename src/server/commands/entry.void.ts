import 'server-only';
import { Refusal } from '@/core/refusal';
import { correctionsOf } from '@/contracts/entries';
import { takingBack } from '@/contracts/taking-back';
import type { Entry } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import { whyNotCorrect } from '../corrections';
import { versionAfterCorrection } from '../documents/corrected';
import { peopleNames } from '../queries/order';
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
  async run(ctx, { orderId, entryId, also, reason: why }) {
    const order = await ctx.order(orderId);
    const entry = order.entries.find((candidate) => candidate.id === entryId);
    if (!entry) throw new Refusal('no-entry', 'This order has no such entry.', 'entryId');
    const refused = whyNot(entry, order.state, ctx.person);
    if (refused) throw refused;
    if (order.entries.some((candidate) => candidate.kind === 'void' && candidate.corrects === entryId)) {
      throw new Refusal('gone', 'It has been taken back already.', 'entryId');
    }
    // What cannot stand without it goes with it as it was shown, or stays and stops the job until somebody has looked.
    const { falls } = also.length
      ? takingBack(order.entries, order.state, entryId, await peopleNames(ctx.tx))
      : { falls: [] };
    const others = falls.map((one) => one.entryId);
    if (others.length !== also.length || others.some((id) => !also.includes(id)))
      throw new Refusal(
        'falls',
        'What falls with it is another by now: look again at what it undoes.',
        'entryId',
      );
    for (const id of others) {
      const against = whyNot(
        order.entries.find((one) => one.id === id)!,
        order.state,
        ctx.person,
      );
      if (against) throw against;
    }
    await ctx.append(
      order.id,
      ...[entryId, ...others].map((id) => ({ kind: 'void' as const, data: {}, corrects: id, why })),
    );
    return { version: await versionAfterCorrection(ctx, order, why) };
  },
});
