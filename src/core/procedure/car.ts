import { type CloseBefore, type End, type OneEnd, type Support, endsOf } from './types';

/** What the walk needs to know of an item or a fastener; the checker and the live engine both hand in more. */
interface OpenableItem {
  id: string;
  end?: End;
  closeBefore?: CloseBefore;
}
interface TurnableFastener {
  end?: End;
  final?: 'on-wheels';
}

export type Looseness = 'loosened' | 'snug';

/** The car as it stands: how each end is carried, what is open, what is loose. Shared by the checker and the engine. */
export interface CarState {
  support: Record<OneEnd, Support>;
  open: Set<string>;
  loose: Map<string, Looseness>;
}

export function standingCar(): CarState {
  return { support: { front: 'on-wheels', rear: 'on-wheels' }, open: new Set(), loose: new Map() };
}

export function bothOnWheels(support: CarState['support']): boolean {
  return support.front === 'on-wheels' && support.rear === 'on-wheels';
}

/** Does this end of the car bear on its suspension, so that a bonded bush sits at ride height? */
export function atRideHeight(support: Support): boolean {
  return support === 'on-wheels' || support === 'at-height';
}

/** Is every end the fastener belongs to at ride height, as its last torque needs? */
export function mayBeFinal(fastener: TurnableFastener, support: CarState['support']): boolean {
  return fastener.final !== 'on-wheels' || endsOf(fastener).every((end) => atRideHeight(support[end]));
}

/** The support after a step sets it at its ends. */
export function supportAfter(
  support: CarState['support'],
  step: { end?: End; sets?: Support },
): CarState['support'] {
  if (!step.sets) return support;
  const after = { ...support };
  for (const end of endsOf(step)) after[end] = step.sets;
  return after;
}

/**
 * The open items that forbid lowering from one support to another: items of an end that goes back to its wheels, and
 * items of the whole car when it comes to stand on all its wheels.
 */
export function forbidLowering<I extends OpenableItem>(
  from: CarState['support'],
  to: CarState['support'],
  openItems: Iterable<I>,
): I[] {
  const lowered = (end: OneEnd) => from[end] !== 'on-wheels' && to[end] === 'on-wheels';
  const standsAgain = !bothOnWheels(from) && bothOnWheels(to);
  return [...openItems].filter((item) => {
    if (item.closeBefore !== 'ground') return false;
    const ends = endsOf(item);
    return ends.length === 2 ? standsAgain : lowered(ends[0]!);
  });
}

/** Is an open item one that forbids driving? */
export function forbidsDriving(item: { closeBefore?: CloseBefore }): boolean {
  return item.closeBefore === 'ground' || item.closeBefore === 'drive';
}
