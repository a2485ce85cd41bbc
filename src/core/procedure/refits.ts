import { type Axle, SIDE_OF, type Side, axleOf, bodiesNamed } from '../anatomy/axle';
import { type Rung, type RungId, isRefitted, reachAsItStands, refitLadder } from '../anatomy/refit-ladder';
import { type EndNow, standingHang } from '../anatomy/state';
import type { Anatomy } from '../anatomy/types';
import { nameOnAxle } from '../anatomy/words';
import { estimateLabor } from '../calc/labor.estimate';
import { roomToRefit } from '../calc/refit.room';
import type { Corner } from '../corners';
import type { RefitRoom } from '../planner/refit';
import { axlesOf } from './axles-of';
import { endNow } from './on-axle';
import { type RunDocument, type RunState, stepOf } from './run-state';
import { type OneEnd, type Step, endsOf } from './types';

/** A step that brings a strut or coil back into the car. */
export interface RefitStep {
  axle: Axle;
  body: string;
  side: Side;
  corner: Corner;
  /** `left front strut`. */
  name: string;
}

/** What a step brings back that may be too long for its opening; null where it is no such step. */
export function refitStep(run: RunDocument, step: Pick<Step, 'in' | 'corner' | 'end'>): RefitStep | null {
  if (!step.in?.length) return null;
  for (const axle of axlesOf(run)) {
    if (!endsOf(step).includes(axle.end)) continue;
    const body = step.in
      .flatMap((name) => bodiesNamed(axle, name, step.corner))
      .find((id) => isRefitted(axle, id));
    if (!body) continue;
    const side = step.corner ? SIDE_OF[step.corner] : (axle.bodies.get(body)!.side ?? 'left');
    return { axle, body, side, corner: axle.corners[side], name: nameOnAxle(axle, body, 'other') };
  }
  return null;
}

export interface RungNow extends Rung {
  /** mm it is still too long with this rung and all before it; null where nobody can say. */
  leaves: number | null;
}

export interface RoomNow extends RefitStep {
  /** What the agreed plan says of it; null where the order has none. */
  planned: RefitRoom | null;
  /** mm it is too long, and the force to close it, as the axle stands by the record. */
  short: number | null;
  force: number | null;
  rungs: RungNow[];
}

/** mm of room at the strut or coil by letting the wheel hang lower than it did when the opening was measured. */
const roomBy = (axle: Axle, planned: RefitRoom, reach: number): number =>
  Math.max(0, reach - axle.normalDroop) * planned.ratio;

/** How much is left to close, and the force of it, with this room made. */
const leftWith = (planned: RefitRoom, room: number) =>
  roomToRefit({
    freeLength: planned.shortfall,
    spacer: 0,
    openingAtDroop: room,
    preload: planned.preload,
    rate: planned.rate,
  });

/**
 * What it takes to get back in what a step brings back: how much it is too long by the plan, what is left of that as the
 * axle stands by the record, and the ladder of what makes room.
 * @returns null for a step that brings no strut or coil back, or an axle nobody described
 */
export function roomNow(run: RunDocument, state: RunState, stepId: string): RoomNow | null {
  const step = stepOf(run, stepId);
  const refit = step && refitStep(run, step);
  if (!refit) return null;
  const { axle } = refit;
  const planned = run.planned?.refit?.[axle.end] ?? null;
  return { ...refit, ...roomWith(refit, planned, endNow(run, state, axle.end)) };
}

function roomWith(
  { axle, body, side }: Pick<RefitStep, 'axle' | 'body' | 'side'>,
  planned: RefitRoom | null,
  now: EndNow,
): Pick<RoomNow, 'planned' | 'short' | 'force' | 'rungs'> {
  const here = planned && leftWith(planned, roomBy(axle, planned, reachAsItStands(axle, body, side, now)));
  return {
    planned,
    short: here?.shortfall ?? null,
    force: here?.force ?? null,
    rungs: refitLadder(axle, body, side, now).map((rung) => ({
      ...rung,
      leaves:
        planned && rung.reach !== null
          ? leftWith(planned, roomBy(axle, planned, rung.reach)).shortfall
          : null,
    })),
  };
}

/** An end in the air with everything on it closed. */
const untouchedEnd = (): EndNow => ({
  support: 'raised',
  open: new Set(),
  loose: new Set(),
  snug: new Set(),
  hang: standingHang(),
});

/**
 * The same before the work began: on an axle of the kind the car has, hanging with everything on it closed.
 * @returns null where no axle of that kind has such a strut or coil
 */
export function roomBefore(
  anatomies: readonly Anatomy[],
  { kind, end }: { kind: string; end: OneEnd },
  planned: RefitRoom,
): RoomNow | null {
  for (const anatomy of anatomies) {
    if (!anatomy.fits.includes(kind) || !anatomy.ends.includes(end)) continue;
    const axle = axleOf(anatomy, end);
    const wanted = planned.of === 'strut' ? 'strut' : 'spring';
    const body = [...axle.bodies.values()].find(
      (one) => one.side === 'left' && one.kind === wanted && isRefitted(axle, one.id),
    );
    if (!body) continue;
    const refit = { axle, body: body.id, side: 'left' as const };
    return {
      ...refit,
      corner: axle.corners.left,
      name: `${end} ${body.name}`,
      ...roomWith(refit, planned, untouchedEnd()),
    };
  }
  return null;
}

/** Minutes each way of making room took in this shop, newest first. */
export type RungMinutes = Partial<Record<RungId, number[]>>;

/** The book counts as so many jobs of a rung before its own times speak louder. */
const BOOK_PRIOR = { jobs: 2, sdLog: 0.4 };

/** Minutes a rung takes half the time, by the book and by what it took here. */
export const expectedMinutes = ({ id, book }: Pick<Rung, 'id' | 'book'>, learned: RungMinutes): number =>
  estimateLabor({
    bookMinutes: book,
    prior: BOOK_PRIOR,
    history: (learned[id] ?? []).map((actual) => ({ book, actual })),
  }).p50;

/** Does this run bring a strut or coil back in anywhere? */
export const hasRefits = (run: RunDocument): boolean =>
  run.steps.some((step) => refitStep(run, step) !== null);
