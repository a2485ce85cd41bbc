import { roomToRefit } from '../calc/refit.room';
import { hasCoil, isCoilover } from './axle-kinds';
import type { CarStand } from './car-stand';
import type { OneEnd } from './measures';

/** What a taller strut or coil lacks to go back in at full droop, and what forces it. */
export interface RefitRoom {
  of: 'strut' | 'coil';
  /** mm it is too long for its opening, and the force that closes them, N. */
  shortfall: number;
  fits: boolean;
  force: number;
  /** Force before it is closed by a millimeter, N, and for each one, N/mm. */
  preload: number;
  rate: number;
  /** mm of it for each mm the wheel hangs lower. */
  ratio: number;
}

/** Does what has to go in grow longer than what came out? */
export const growsOutOfItsOpening = (car: CarStand, end: OneEnd): boolean =>
  car.axles[end].total('strutSpacer', 't') > 0 || car.axles[end].damper.extended > car.v[end].damperExtended!;

/**
 * A strut is as long as its damper is open; a longer coil only presses harder on that.
 * @param roomMade mm that the plan says will be made
 */
export function strutRefit(
  car: CarStand,
  end: OneEnd,
  roomMade = car.axles[end].total('roomMade', 'opening'),
) {
  const axle = car.axles[end];
  const f = car.v[end];
  const rate = axle.spring?.rate ?? 1;
  const longerDamper = axle.damper.extended - f.damperExtended!;
  const longerCoil = Math.max(0, (axle.spring?.free ?? 0) - f.springFree!);
  const preload = rate * (longerCoil + axle.total('preloadSpacer', 't'));
  const room = roomToRefit({
    freeLength: f.strutFree! + longerDamper,
    spacer: axle.total('strutSpacer', 't'),
    openingAtDroop: f.refitOpening! + roomMade,
    preload,
    rate,
  });
  return { ...room, preload, rate };
}

/** What fills the seats of a coil beside it, and how far they part at full droop, mm. */
function coilGap(car: CarStand, end: OneEnd) {
  const axle = car.axles[end];
  const ratio = car.v[end].springRatio!;
  const opening = car.v[end].seatGapDroop! + (axle.droopShift - axle.total('strap', 'takes')) * ratio;
  const filled =
    axle.total('coilSpacer', 't') + axle.total('preloadSpacer', 't') + axle.total('seat', 'travel');
  // Above a strut the whole spring goes down with its top.
  const carried = axle.total('strutSpacer', 't') + axle.total('spindle', 't') * ratio;
  return { opening, spacer: carried + filled, free: axle.spring!.free };
}

/** How much longer the coil with all that fills its seats is than they stand apart at full droop, mm: below 0 it is loose. */
export function coilOverGap(car: CarStand, end: OneEnd): number {
  const { opening, spacer, free } = coilGap(car, end);
  return free + spacer - opening;
}

function coilRefit(car: CarStand, end: OneEnd) {
  const { opening, spacer, free } = coilGap(car, end);
  const { rate } = car.axles[end].spring!;
  return {
    ...roomToRefit({ freeLength: free, spacer, openingAtDroop: opening, preload: 0, rate }),
    preload: 0,
    rate,
  };
}

/** What has to be closed to get an end's strut or coil back in; null where nothing of it is taller than it was. */
export function refitRoom(car: CarStand, end: OneEnd): RefitRoom | null {
  const kind = car.setup[end];
  if (!hasCoil(kind) || !car.axles[end].parts.length) return null;
  const ratio = car.v[end].springRatio!;
  if (isCoilover(kind))
    // What the plan says will be made is made at refit, by these rungs.
    return growsOutOfItsOpening(car, end) ? { of: 'strut', ratio, ...strutRefit(car, end, 0) } : null;
  return { of: 'coil', ratio, ...coilRefit(car, end) };
}
