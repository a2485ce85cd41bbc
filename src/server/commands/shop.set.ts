import { handle } from './handler';
import type { InputOf } from '@/contracts/commands';

type Limits = InputOf<'shop.set'>;

/** The column each limit is kept in. */
const COLUMNS: Record<keyof Limits, string> = {
  coilStepTurns: 'coil_step_turns',
  wheelRecheckKm: 'wheel_recheck_km',
  chassisRecheckKm: 'chassis_recheck_km',
  chassisRecheckDays: 'chassis_recheck_days',
  heightsRecheckKm: 'heights_recheck_km',
  heightsRecheckDays: 'heights_recheck_days',
  alignmentRecheckDays: 'alignment_recheck_days',
  checkInDays: 'check_in_days',
  unalignedKm: 'unaligned_km',
  hardUsePercent: 'hard_use_percent',
  quietFrom: 'quiet_from',
  quietTo: 'quiet_to',
};

export const shopSet = handle('shop.set', {
  async run(ctx, input) {
    const given = (Object.keys(COLUMNS) as (keyof Limits)[]).filter((key) => input[key] !== undefined);
    await ctx.tx.run(
      `UPDATE shop SET ${given.map((key) => `${COLUMNS[key]} = ?`).join(', ')} WHERE id = 1`,
      given.map((key) => input[key]),
    );
    await ctx.appendShop('shop', 'shop', { ...input });
    return {};
  },
});
