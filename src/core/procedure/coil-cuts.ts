import type { Corner } from '../corners';
import type { Step } from './types';

/** A step that cannot be undone and measures turns takes them off a coil, in the shop's smallest steps. */
export const isCoilCut = (step: Step) =>
  Boolean(step.irreversible && step.measure?.some((one) => one.unit === 'turns'));

export const turnsCut = (
  cuts: readonly { data: { corner: Corner; turns: number } }[],
  corner: Corner,
): number => cuts.reduce((sum, cut) => sum + (cut.data.corner === corner ? cut.data.turns : 0), 0);
