import { Refusal } from '@/core/refusal';
import { holdsRole } from '@/core/ledger/roles';
import { nutSpecs, nutsOffTheSet, whyNoOtherSet } from '@/core/ledger/wheel-set';
import { asPutOn } from '../queries/wheel-sets';
import { setOfCar } from '../wheels-put-on';
import { handle } from './handler';

export const wheelsetOn = handle('wheelset.on', {
  async run(ctx, { orderId, setId }) {
    const order = await ctx.openOrder(orderId);
    const { state } = order;
    if (state.wheels?.data.setId === setId)
      throw new Refusal('same', 'It stands on this set already.', 'setId');
    const why = whyNoOtherSet(state);
    if (why) throw new Refusal('wheels', why, 'setId');
    const set = await setOfCar(ctx, order.vehicleId, setId, 'setId');
    await ctx.append(order.id, { kind: 'wheels', data: asPutOn(set) });
    const specs = nutSpecs(set);
    const off = nutsOffTheSet((await ctx.order(order.id)).state);
    // Values are the lead’s: where somebody else puts the wheels on, the nuts wait for the lead.
    if (off.length && holdsRole(ctx.person.roles, ['lead']))
      await ctx.append(
        order.id,
        ...off.map((fastener) => ({
          kind: 'value' as const,
          data: {
            fastenerId: fastener.id,
            place: fastener.place,
            kind: 'entered' as const,
            nm: specs.get(fastener.place)!.nm,
            angleDeg: null,
            source: specs.get(fastener.place)!.source,
            leadId: ctx.person.id,
          },
        })),
      );
    return { nutsWait: nutsOffTheSet((await ctx.order(order.id)).state).length };
  },
});
