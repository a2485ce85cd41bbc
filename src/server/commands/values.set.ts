import { Refusal } from '@/core/refusal';
import { convertTorque } from '@/core/calc/torque.convert';
import { isClosed } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import { placedName } from '@/core/procedure/engine';
import { valueSlips } from '@/core/procedure/torque-doubts';
import { keepValuesOfOrder } from '../kept-values';
import { byPin } from './by-pin';
import { handle } from './handler';

export const valuesSet = handle('values.set', {
  before: byPin('leadId'),
  async run(ctx, input) {
    const order = await ctx.order(input.orderId);
    const { document, run } = order.state;
    if (!document || !run)
      throw new Refusal('no-run', 'The work on this order has not been started.', 'orderId');
    if (isClosed(order.state))
      throw new Refusal('closed', 'Handed over already: each value is corrected on its own.', 'orderId');
    const ownLead = holdsRole(ctx.person.roles, ['lead']);
    if (!ownLead && !(input.leadId && input.pin))
      throw new Refusal('lead', 'Values are the lead’s: the lead enters them here with the PIN.', 'leadId');
    const lead = ownLead ? ctx.person : ctx.lead();
    const given = input.values.flatMap(({ fastenerIds, value, angleDeg }, index) =>
      (value === null ? [] : fastenerIds).map((fastenerId) => {
        const fastener = document.fasteners.find((one) => one.id === fastenerId);
        if (!fastener)
          throw new Refusal('no-fastener', 'This job has no such fastener.', `values[${index}].fastenerIds`);
        const nm = convertTorque(value!, input.unit).nm;
        return { fastener, nm, angleDeg: angleDeg ?? null, field: `values[${index}].value` };
      }),
    );
    if (!given.length) throw new Refusal('nothing', 'Enter one value at least.', 'values[0].value');
    const slip = input.confirmed
      ? undefined
      : given
          .map(({ fastener, nm, angleDeg, field }) => ({
            field,
            fastener,
            words: valueSlips(document, run, fastener, nm, angleDeg).join(' '),
          }))
          .find(({ words }) => words);
    if (slip)
      throw new Refusal(
        'confirm',
        `${placedName(slip.fastener)}: ${slip.words} Look at the sheet again, or confirm it.`,
        slip.field,
      );
    await ctx.append(
      order.id,
      ...given.map(({ fastener, nm, angleDeg }) => ({
        kind: 'value' as const,
        data: {
          fastenerId: fastener.id,
          place: fastener.place,
          kind: 'entered' as const,
          nm,
          angleDeg,
          source: input.source,
          leadId: lead.id,
        },
      })),
    );
    const keptFor = await keepValuesOfOrder(
      ctx,
      order,
      lead,
      given.map(({ fastener, nm, angleDeg }) => ({ fastener, nm, angleDeg, source: input.source })),
    );
    return { values: given.length, keptFor };
  },
});
