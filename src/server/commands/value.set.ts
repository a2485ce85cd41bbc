import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { convertTorque } from '@/core/calc/torque.convert';
import { isClosed } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import { placedName } from '@/core/procedure/engine';
import { valueSlips } from '@/core/procedure/torque-doubts';
import { followUpForPlace } from '../follow-up/open';
import { byPin } from './by-pin';
import { command } from './command';
import { id, line, pin } from './fields';

interface ValueInput {
  orderId: string;
  fastenerId: string;
  kind: 'entered' | 'interim' | 'missing' | 'waiting';
  value: number | null;
  unit: 'nm' | 'lbft';
  angleDeg: number | null;
  source: string;
  /** The lead whose value it is, by PIN, where somebody else holds the tablet. */
  leadId: string | null;
  pin: string | null;
  /** A value that looks like a slip is taken only when it was looked at and confirmed. */
  confirmed: boolean;
}

/**
 * Says what a fastener's value is and where it comes from: from a sheet, as an interim with its basis, or that nobody
 * has one yet. A figure is the lead's, by role or by PIN; that there is none anybody may say. Nothing is prefilled.
 */
export const valueSet = command({
  name: 'value.set',
  who: ['tech', 'advisor'],
  input: Joi.object<ValueInput>({
    orderId: id().required(),
    fastenerId: Joi.string().max(80).required(),
    kind: Joi.valid('entered', 'interim', 'missing', 'waiting').required(),
    value: Joi.when('kind', {
      is: Joi.valid('entered', 'interim'),
      then: Joi.number()
        .greater(0)
        .max(5000)
        .required()
        .messages({ 'number.base': 'Enter the value as a number' }),
      otherwise: Joi.valid(null).default(null),
    }),
    unit: Joi.valid('nm', 'lbft').default('nm'),
    angleDeg: Joi.number().greater(0).max(720).allow(null).default(null),
    source: line(200)
      .required()
      .messages({ 'string.empty': 'Say where this comes from', 'any.required': 'Say where this comes from' }),
    leadId: id().allow(null).default(null),
    pin: pin().allow(null, '').default(null),
    confirmed: Joi.boolean().default(false),
  }),
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
    const slips = nm === null ? [] : valueSlips(document, run, fastener, nm);
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
    // Torqued to an interim and driven off: the real value brings it back.
    if (closed && before.valueKind === 'interim' && input.kind === 'entered')
      await followUpForPlace(ctx, order, fastener.place, 'value');
    return {};
  },
});
