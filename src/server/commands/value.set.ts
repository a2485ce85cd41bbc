import { Refusal } from '@/core/refusal';
import { convertTorque } from '@/core/calc/torque.convert';
import { isClosed } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import { placedName } from '@/core/procedure/engine';
import { valueSlips } from '@/core/procedure/torque-doubts';
import { followUpForPlace } from '../follow-up/open';
import { keepValuesOfOrder } from '../kept-values';
import { byPin } from './by-pin';
import { handle } from './handler';

export const valueSet = handle('value.set', {
  before: byPin('leadId'),
  async run(ctx, input) {
    const order = await ctx.order(input.orderId);
    const { document, run } = order.state;
    if (!document || !run)
      throw new Refusal('no-run', 'The work on this order has not been started.', 'orderId');
    const closed = isClosed(order.state);
    const fastener = document.fasteners.find((candidate) => candidate.id === input.fastenerId);
    if (!fastener) throw new Refusal('no-fastener', 'This job has no such fastener.', 'fastenerId');
    const critical = fastener.critical ?? (fastener.recheck === 'wheel' ? 'wheel' : undefined);
    if (input.kind === 'interim' && critical) {
      throw new Refusal(
        'critical',
        `${placedName(fastener)} is ${critical}: no interim value there.`,
        'kind',
      );
    }
    const figure = input.kind === 'entered' || input.kind === 'interim';
    const ownLead = holdsRole(ctx.person.roles, ['lead']);
    if ((figure || closed) && !ownLead && !(input.leadId && input.pin))
      throw new Refusal('lead', 'A value is the lead’s: the lead enters it here with the PIN.', 'leadId');
    const lead = figure || closed ? (ownLead ? ctx.person : ctx.lead()) : null;
    const nm = input.value === null ? null : convertTorque(input.value, input.unit).nm;
    const slips = nm === null ? [] : valueSlips(document, run, fastener, nm, input.angleDeg);
    if (slips.length && !input.confirmed)
      throw new Refusal('confirm', `${slips.join(' ')} Look at the sheet again, or confirm it.`, 'value');
    const before = run.fasteners.get(fastener.id)!;
    await ctx.append(order.id, {
      kind: 'value',
      data: {
        fastenerId: fastener.id,
        place: fastener.place,
        kind: input.kind,
        nm,
        angleDeg: input.angleDeg,
        source: input.source,
        leadId: lead?.id ?? null,
      },
    });
    if (input.kind === 'entered')
      await keepValuesOfOrder(ctx, order, lead!, [
        { fastener, nm, angleDeg: input.angleDeg, source: input.source },
      ]);
    // Torqued to an interim and driven off: the real value brings it back.
    if (closed && before.valueKind === 'interim' && input.kind === 'entered')
      await followUpForPlace(ctx, order, fastener.place, 'value');
    return {};
  },
});
