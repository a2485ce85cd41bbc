import type { Corner } from '../corners';
import { cutOvershoots, timesInTen } from '../ledger/trial-loop';
import { asksFigures } from '../ledger/figures';
import { isCoilCut, turnsCut } from '../procedure/coil-cuts';
import { stepOf } from '../procedure/run-state';
import { Refusal } from '../refusal';
import type { MoveEntry, MovingOrder } from './move';

export interface CutInput {
  stepId: string;
  corner: Corner;
  turns: number;
  freeMm: number;
}

/**
 * One cut of a coil: after the lead's yes, in the shop's smallest step, with the coil out of the car, and not where what
 * was read so far says that it goes too low too often. @throws Refusal
 */
export function cutMove(
  { state, document, run }: MovingOrder,
  { stepId, corner, turns, freeMm }: CutInput,
  coilStepTurns: number,
): MoveEntry[] {
  const step = stepOf(document, stepId);
  if (!step || !isCoilCut(step)) throw new Refusal('no-step', 'This step cuts no coil.', 'stepId');
  if (!run.approved.has(stepId))
    throw new Refusal('approval', 'It cannot be uncut: the lead says yes to it first.', 'stepId');
  if (turns > coilStepTurns + 1e-9)
    throw new Refusal(
      'too-much',
      `At most ${coilStepTurns} of a turn at once here: cut less, measure, cut again.`,
      'turns',
    );
  const last = state.cuts.filter((cut) => cut.data.corner === corner).pop();
  if (last && freeMm >= last.data.freeMm)
    throw new Refusal(
      'not-shorter',
      `It measured ${last.data.freeMm} mm before this cut: it cannot be longer now.`,
      'freeMm',
    );
  if (asksFigures(state)) {
    refuseInTheCar({ state, document, run }, corner);
    refuseOvershoot({ state, document, run }, corner, turns);
  }
  return [{ kind: 'cut', data: { stepId, corner, turns, freeMm } }];
}

/** A coil that is in the car is not cut. */
function refuseInTheCar({ document, run }: MovingOrder, corner: Corner): void {
  const coil = document.items.find((item) => item.kind === 'spring' && item.corner === corner);
  if (coil && !run.car.open.has(coil.id))
    throw new Refusal('in-the-car', 'By the record this coil is in the car: take it out first.', 'corner');
}

/**
 * A cut has no way back: where the heights read so far say that it would stand lower than asked for more often than one
 * time in five, only a lead's word lets it be made.
 */
function refuseOvershoot({ state }: MovingOrder, corner: Corner, turns: number): void {
  const set = turnsCut(state.cuts, corner) + turns;
  const share = cutOvershoots(state, corner, set);
  if (share === null) return;
  throw new Refusal(
    'overshoot',
    `${set} turns off would stand too low ${timesInTen(share)}. Refit it, stand it on its wheels and read it first; or cut less; or the lead says yes.`,
    'turns',
  );
}
