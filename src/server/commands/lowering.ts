import { Refusal } from '@/core/refusal';
import { byPin } from './by-pin';
import { handle } from './handler';
import type { Row } from '../tables';

async function nameOfDevice(
  tx: { row<T>(sql: string, values?: string[]): Promise<T | null> },
  deviceId: string,
): Promise<string> {
  const row = await tx.row<Row<'device', 'name'>>('SELECT name FROM device WHERE id = ?', [deviceId]);
  return row?.name || `tablet ${deviceId.slice(0, 4)}`;
}

export const loweringTake = handle('lowering.take', {
  async run(ctx, { orderId }) {
    const order = await ctx.runningOrder(orderId);
    const { holder } = order.state.conflicts;
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

export const loweringGive = handle('lowering.give', {
  async run(ctx, { orderId }) {
    const order = await ctx.order(orderId);
    const { holder } = order.state.conflicts;
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

export const loweringBack = handle('lowering.back', {
  before: byPin('leadId'),
  async run(ctx, { orderId, leadId, reason: why }) {
    const order = await ctx.order(orderId);
    const { holder } = order.state.conflicts;
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
