import { whoMayCheck } from '@/core/practice/alone';
import { Refusal } from '@/core/refusal';
import { placedName } from '@/core/procedure/engine';
import { whoMayAlone } from '../queries/skills';
import { byPin } from './by-pin';
import { handle } from './handler';

export const torqueCheck = handle('torque.check', {
  before: byPin('checkerId'),
  async run(ctx, { orderId, fastenerId, checkerId }) {
    const order = await ctx.runningOrder(orderId);
    const fastener = order.document.fasteners.find((candidate) => candidate.id === fastenerId);
    const torques = order.state.torques.filter((entry) => entry.data.fastenerId === fastenerId);
    const now = order.run.fasteners.get(fastenerId);
    if (!fastener || !torques.length || !now?.torqued) {
      throw new Refusal('not-torqued', 'There is no finished torque to check yet.', 'fastenerId');
    }
    const checker = ctx.vouchedBy('checkerId');
    if (now.takenBy.includes(checker.id)) {
      throw new Refusal(
        'own-check',
        `${checker.name} torqued ${placedName(fastener)}: somebody else checks it.`,
        'checkerId',
      );
    }
    const may = whoMayCheck(order.document, fastener, await whoMayAlone(ctx.tx, ctx.receivedAt));
    if (may && !may.some(({ id }) => id === checker.id))
      throw new Refusal(
        'not-signed',
        `${checker.name} is not signed off for it: ${may.map(({ name }) => name).join(', ') || 'nobody here'} may check ${placedName(fastener)}.`,
        'checkerId',
      );
    await ctx.append(order.id, {
      kind: 'torque.checked',
      data: { fastenerId, place: fastener.place, checkerId: checker.id },
    });
    return {};
  },
});
