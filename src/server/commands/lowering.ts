import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { byPin } from './by-pin';
import { command } from './command';
import { id, pin, reason } from './fields';

async function nameOfDevice(
  tx: { row<T>(sql: string, values?: string[]): Promise<T | null> },
  deviceId: string,
): Promise<string> {
  const row = await tx.row<{ name: string }>('SELECT name FROM device WHERE id = ?', [deviceId]);
  return row?.name || `tablet ${deviceId.slice(0, 4)}`;
}

/** Gives lowering and driving of this car to the tablet that asks, as long as no other has it. Online only. */
export const loweringTake = command({
  name: 'lowering.take',
  who: ['tech'],
  input: Joi.object<{ orderId: string }>({ orderId: id().required() }),
  async run(ctx, { orderId }) {
    const order = await ctx.runningOrder(orderId);
    const { holder } = order.state.hands;
    if (holder?.deviceId === ctx.deviceId) return { deviceName: holder.data.deviceName };
    if (holder)
      throw new Refusal(
        'held',
        `${holder.data.deviceName} holds lowering and driving of this car: it gives it back, or the lead takes it back.`,
        'orderId',
      );
    const deviceName = await nameOfDevice(ctx.tx, ctx.deviceId);
    await ctx.append(order.id, {
      kind: 'lowering',
      data: { how: 'taken', deviceName, fromDevice: null, leadId: null, reason: null, looked: false },
    });
    return { deviceName };
  },
});

/** The tablet that holds lowering gives it back: any tablet online may lower again. */
export const loweringGive = command({
  name: 'lowering.give',
  who: ['tech'],
  input: Joi.object<{ orderId: string }>({ orderId: id().required() }),
  async run(ctx, { orderId }) {
    const order = await ctx.order(orderId);
    const { holder } = order.state.hands;
    if (holder?.deviceId !== ctx.deviceId)
      throw new Refusal('not-held', 'This tablet does not hold lowering of this car.', 'orderId');
    await ctx.append(order.id, {
      kind: 'lowering',
      data: {
        how: 'given back',
        deviceName: holder.data.deviceName,
        fromDevice: ctx.deviceId,
        leadId: null,
        reason: null,
        looked: false,
      },
    });
    return {};
  },
});

interface BackInput {
  orderId: string;
  leadId: string;
  pin: string;
  reason: string;
  looked: boolean;
}

/**
 * The lead takes lowering back from a tablet that is lost or flat, after a look at the car itself. What that tablet
 * still has queued comes back as tasks.
 */
export const loweringBack = command({
  name: 'lowering.back',
  who: ['tech'],
  input: Joi.object<BackInput>({
    orderId: id().required(),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
    looked: Joi.valid(true)
      .required()
      .messages({ 'any.only': 'Look at the car first: what is open, loose, and how it stands' }),
  }),
  before: byPin('leadId'),
  async run(ctx, { orderId, leadId, reason: why }) {
    const order = await ctx.order(orderId);
    const { holder } = order.state.hands;
    if (!holder) throw new Refusal('not-held', 'No tablet holds lowering of this car.', 'orderId');
    const lead = ctx.lead();
    await ctx.append(order.id, {
      kind: 'lowering',
      data: {
        how: 'taken back by the lead',
        deviceName: holder.data.deviceName,
        fromDevice: holder.deviceId,
        leadId: lead.id,
        reason: why,
        looked: true,
      },
    });
    return {};
  },
});
