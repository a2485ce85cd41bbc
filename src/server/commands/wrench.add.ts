import { randomUUID } from 'node:crypto';
import { askAbout, wrenchDoubt } from '@/core/doubts';
import { Refusal } from '@/core/refusal';
import { convertTorque } from '@/core/calc/torque.convert';
import { handle } from './handler';

export const wrenchAdd = handle('wrench.add', {
  async run(ctx, input) {
    if (input.high <= input.low)
      throw new Refusal('range', 'The highest value lies above the lowest.', 'high');
    const wrenchId = randomUUID();
    const low = convertTorque(input.low, input.unit).nm;
    const high = convertTorque(input.high, input.unit).nm;
    askAbout([wrenchDoubt(low, high)], input.confirmed);
    await ctx.tx.run(
      'INSERT INTO wrench (id, name, low_nm, high_nm, calibration_due) VALUES (?, ?, ?, ?, ?)',
      [wrenchId, input.name, low, high, input.calibrationDue],
    );
    await ctx.appendShop('wrench', wrenchId, {
      name: input.name,
      lowNm: low,
      highNm: high,
      calibrationDue: input.calibrationDue,
    });
    return { wrenchId };
  },
});
