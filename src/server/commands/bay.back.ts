import { Refusal } from '@/core/refusal';
import type { BackFrom } from '@/core/ledger/kinds/handed-over';
import { sentBack } from '@/core/ledger/after-work';
import type { OrderState } from '@/core/ledger/order-state';
import { redoSteps, withSteps } from '@/core/procedure/redo';
import type { Step } from '@/core/procedure/types';
import { keepRun } from '../documents/store';
import { handle } from './handler';

/** Is this the piece of evidence that page would send back on now? */
function evidence(state: OrderState, from: BackFrom, ref: string): boolean {
  switch (from) {
    case 'heights':
      return state.heights.some((set) => set.entry.id === ref && set.entry.data.occasion !== 'as came');
    case 'alignment':
      return state.alignments.some((sheet) => sheet.entry.id === ref);
    case 'road':
      return state.roadIn?.id === ref;
  }
}

export const bayBack = handle('bay.back', {
  async run(ctx, input) {
    const order = await ctx.runningOrder(input.orderId);
    const { document, state } = order;
    if (!evidence(state, input.from, input.ref))
      throw new Refusal('no-evidence', 'That is not on this order any more: load the page again.', 'ref');
    if (sentBack(state, input.ref))
      throw new Refusal('back-already', 'It went back to the bay on that already.', 'ref');
    const words = [...(input.part ? [`Fit: ${input.part}`] : []), ...input.steps];
    if (!words.length && !input.again)
      throw new Refusal('no-steps', 'Say what is to be done in the bay.', 'steps[0]');
    const round = state.after.backs.length + 1;
    const own: Step[] = words.map((text, index) => ({
      id: `added/back${round}-${index + 1}`,
      phase: input.again ? 'fit' : 'on-wheels',
      do: text,
      ...(input.again ? { end: input.again } : {}),
      minutes: 20,
    }));
    const again = input.again ? redoSteps(document, input.again, round) : [];
    const run = withSteps(withSteps(document, again), own);
    const stepIds = [...again, ...own].map((step) => step.id);
    const documentHash = await keepRun(ctx.tx, run, ctx.receivedAt);
    await ctx.append(
      order.id,
      {
        kind: 'back',
        data: { from: input.from, ref: input.ref, reason: input.reason, part: input.part, stepIds },
      },
      {
        kind: 'run.change',
        data: {
          documentHash,
          why: 'step',
          words: `back to the bay from ${input.from}: ${[...words, ...(input.again ? [`the ${input.again} again`] : [])].join('; ')}`,
        },
      },
    );
    return { steps: stepIds.length };
  },
});
