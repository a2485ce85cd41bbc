import 'server-only';
import { extraStepId, stepOfExtra } from '@/core/ledger/extras';
import type { OfferData } from '@/core/ledger/kinds/arrival';
import { withSteps } from '@/core/procedure/redo';
import type { RunDocument } from '@/core/procedure/run-state';
import { Refusal } from '@/core/refusal';
import { keepRun } from '../documents/store';
import type { CommandContext, LockedOrder } from './context';

async function change(ctx: CommandContext, order: LockedOrder, document: RunDocument, words: string) {
  const documentHash = await keepRun(ctx.tx, document, ctx.receivedAt);
  await ctx.append(order.id, { kind: 'run.change', data: { documentHash, why: 'step', words } });
}

/** Puts an approved extra into the work under way; before the start it waits for it. */
export async function extraIntoWork(ctx: CommandContext, order: LockedOrder, offer: OfferData) {
  const { document, run } = order.state;
  if (!document || !run) return;
  await change(ctx, order, withSteps(document, [stepOfExtra(offer)]), `the customer said yes: ${offer.text}`);
}

/**
 * Takes an extra's step out of the work again.
 * @throws Refusal when it is done: what is on the car is not unsaid
 */
export async function extraOutOfWork(ctx: CommandContext, order: LockedOrder, offer: OfferData) {
  const { document, run } = order.state;
  const id = extraStepId(offer);
  if (!document?.steps.some((step) => step.id === id)) return;
  if (run!.done.has(id))
    throw new Refusal(
      'done-already',
      `“${offer.text}” is recorded as done: take the step back first, or offer something else.`,
      'offerId',
    );
  const steps = document.steps.filter((step) => step.id !== id);
  await change(ctx, order, { ...document, steps }, `not done after all: ${offer.text}`);
}
