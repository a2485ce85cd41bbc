import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { EntryKind } from '@/core/ledger/entries';
import { isClosed } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import { command } from './command';
import { id, reason } from './fields';

/** What can be taken back; starts, handoffs and the like are answered by new moves, not taken back. */
const CAN_BE_TAKEN_BACK: EntryKind[] = [
  'heights',
  'step.done',
  'torque',
  'torque.checked',
  'value',
  'alignment',
  'alignment.accepted',
  'photo',
  'override',
  'approval',
  'odometer',
  'road.out',
  'road.in',
];

/**
 * Takes an entry back by a new one that names it and says why. Own entries until handoff, others' and after handoff by
 * the lead only; the state is folded again, and what should then have been refused raises an alarm.
 */
export const entryVoid = command({
  name: 'entry.void',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; entryId: string; reason: string }>({
    orderId: id().required(),
    entryId: Joi.string().max(48).required(),
    reason: reason().required(),
  }),
  async run(ctx, { orderId, entryId, reason: why }) {
    const order = await ctx.order(orderId);
    const entry = order.entries.find((candidate) => candidate.id === entryId);
    if (!entry) throw new Refusal('no-entry', 'This order has no such entry.', 'entryId');
    if (!CAN_BE_TAKEN_BACK.includes(entry.kind)) {
      throw new Refusal('stays', 'This kind of entry is not taken back.', 'entryId');
    }
    if (order.entries.some((candidate) => candidate.kind === 'void' && candidate.corrects === entryId)) {
      throw new Refusal('gone', 'It has been taken back already.', 'entryId');
    }
    const lead = holdsRole(ctx.person.roles, ['lead']);
    if (!lead && entry.personId !== ctx.person.id) {
      throw new Refusal('not-yours', 'Somebody else’s entry: the lead corrects it.', 'entryId');
    }
    if (!lead && isClosed(order.state)) {
      throw new Refusal('closed', 'Handed over already: the lead corrects it.', 'entryId');
    }
    await ctx.append(order.id, { kind: 'void', data: {}, corrects: entryId, why });
    return {};
  },
});
