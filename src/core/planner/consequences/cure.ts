import type { OneEnd } from '../measures';
import type { PartKind } from '../part-kinds';
import { freshPart } from '../plan-part';
import type { Cure } from '../consequence';

/** What a cure is taken to cost and take until the shop's catalog says better: cents and minutes by kind of part. */
const USUAL: Partial<Record<PartKind, [number, number]>> = {
  casterBush: [9800, 90],
  bracketDrop: [21500, 120],
  linkSet: [38500, 110],
  camberKit: [6400, 50],
  tieRod: [8900, 45],
  tieDrop: [12800, 60],
  subframeDrop: [26000, 180],
  trackbarSet: [18900, 45],
  trackbarBracket: [7900, 60],
  axlePlate: [5200, 50],
  hanger: [9400, 120],
  wedge: [4200, 60],
  caseDrop: [3600, 40],
  shaftSpacer: [11500, 45],
  damper: [24000, 60],
  damperExtension: [4800, 40],
  bumpStop: [3900, 30],
  strap: [5200, 45],
  barLink: [7200, 30],
  hoseLong: [6800, 55],
  leadBracket: [1200, 15],
  levelRod: [3100, 20],
  lampAim: [0, 15],
  dialSet: [4500, 20],
  wheelSpacer: [9600, 30],
  wheel: [78000, 45],
  trim: [0, 60],
  gears: [125000, 420],
  roomMade: [0, 35],
  wrapGuard: [29500, 110],
  boards: [0, 0],
  coil: [16500, 60],
};

/** A cure that adds a part of a kind, set to what clears it. */
export function add(kind: PartKind, end: OneEnd | 'car', set: Record<string, number>, label: string): Cure {
  const { id: _, ...part } = freshPart(kind, end === 'car' ? 'both' : end, '', set);
  const [cost, minutes] = USUAL[kind] ?? [0, 30];
  return { kind: 'add', label, part: { ...part, name: label, cost, minutes } };
}

/** A cure that leaves a part of the plan out. */
export const leaveOut = (partId: string, name: string): Cure => ({
  kind: 'leave-out',
  label: `Leave out: ${name}`,
  partId,
});
