import type { OneEnd } from '../measures';
import type { PartKind } from '../part-kinds';
import { freshPart } from '../plan-part';
import type { Cure } from '../consequence';

/** Minutes a cure usually takes, by kind of part, until the shop's catalog says better. What it costs the catalog says. */
const USUAL_MINUTES: Partial<Record<PartKind, number>> = {
  casterBush: 90,
  bracketDrop: 120,
  linkSet: 110,
  camberKit: 50,
  tieRod: 45,
  tieDrop: 60,
  dragSet: 40,
  lockStop: 20,
  upperArm: 120,
  subframeDrop: 180,
  trackbarSet: 45,
  trackbarBracket: 60,
  axlePlate: 50,
  hanger: 120,
  wedge: 60,
  caseDrop: 40,
  shaftSpacer: 45,
  damper: 60,
  damperExtension: 40,
  bumpStop: 30,
  strap: 45,
  barLink: 30,
  hoseLong: 55,
  leadBracket: 15,
  levelRod: 20,
  lampAim: 15,
  dialSet: 20,
  wheelSpacer: 30,
  wheel: 45,
  trim: 60,
  gears: 420,
  roomMade: 35,
  wrapGuard: 110,
  boards: 0,
  coil: 60,
};

/** A cure that adds a part of a kind, set to what clears it. */
export function add(kind: PartKind, end: OneEnd | 'car', set: Record<string, number>, label: string): Cure {
  const { id: _, ...part } = freshPart(kind, end === 'car' ? 'both' : end, '', set);
  const minutes = USUAL_MINUTES[kind] ?? 30;
  return { kind: 'add', label, part: { ...part, name: label, minutes } };
}

/** A cure that leaves a part of the plan out. */
export const leaveOut = (partId: string, name: string): Cure => ({
  kind: 'leave-out',
  label: `Leave out: ${name}`,
  partId,
});
