import { NM_PER } from './torque.convert';

export type UnitSlip = 'nm-for-lbft' | 'lbft-for-nm' | 'lbin-for-lbft' | 'lbft-for-lbin';

export interface TorqueCompareInput {
  target: number;
  reading: number;
  tolerancePct?: number;
}

const SLIP_RATIOS: [UnitSlip, number][] = [
  ['nm-for-lbft', NM_PER.lbft],
  ['lbft-for-nm', 1 / NM_PER.lbft],
  ['lbin-for-lbft', 12],
  ['lbft-for-lbin', 1 / 12],
];

const SLIP_WINDOW = 0.03;

/**
 * Holds a torque reading against its target, both in one unit.
 * @returns deviation in percent, low/within/high by the tolerance, and the unit slip the ratio smells of, or null
 */
export function compareTorque({ target, reading, tolerancePct = 4 }: TorqueCompareInput) {
  const ratio = reading / target;
  const deviationPct = (ratio - 1) * 100;
  const verdict: 'low' | 'within' | 'high' =
    deviationPct < -tolerancePct - 1e-9 ? 'low' : deviationPct > tolerancePct + 1e-9 ? 'high' : 'within';
  const slip = SLIP_RATIOS.find(([, factor]) => Math.abs(ratio / factor - 1) <= SLIP_WINDOW);
  return { deviationPct, verdict, unitSlip: slip ? slip[0] : null };
}
