import { forbidsDrive } from '../procedure/engine';
import { PHASES, type Step } from '../procedure/types';
import { WORK, evidenceAges, stillCounts } from './apart';
import type { EntryOf } from './entries';
import { type AlignmentSheet, type OrderState, isJob } from './order-state';

/** What evidence an order has of its work as it is now, and why more of it cannot be taken yet. */

/** The last alignment sheet, as long as it speaks for the car as it is now. */
export function sheetNow(state: OrderState): AlignmentSheet | null {
  const sheet = state.alignments[state.alignments.length - 1];
  return sheet && stillCounts(state, sheet.entry) ? sheet : null;
}

/** The last road test that the work was taken apart after, where none was driven since. */
export function staleDrive(state: OrderState): EntryOf<'road.in'> | null {
  if (state.roadIn || state.apartSeq === null || !evidenceAges(state)) return null;
  return state.after.roadTests[state.after.roadTests.length - 1]?.in ?? null;
}

const raises = (step: Step) => step.sets !== undefined && step.sets !== 'on-wheels';

/** Why heights after the work cannot be taken yet: the car has not been up and down. @returns words, or null */
export function whyNotYetMeasured(state: OrderState): string | null {
  const { document, run, wasRaised } = state;
  if (!isJob(state)) return null;
  if (!document || !run) return 'No work has been done on it yet: it stands as it came.';
  if (wasRaised || !document.steps.some(raises)) return null;
  return 'It has not been raised and lowered since the work began: it stands as it came.';
}

/** Was a fastener eased by a step at the rack? */
export const easedAtRack = ({ document, run }: OrderState, fastenerId: string): boolean =>
  document!.steps.some(
    (step) => step.phase === 'align' && run!.done.has(step.id) && step.loosens?.includes(fastenerId),
  );

/** Why a sheet cannot be of this car as it stands: it belongs after the work that it follows. @returns words, or null */
export function whyNotYetAligned(state: OrderState): string | null {
  const { document, run } = state;
  if (!isJob(state)) return null;
  if (!document || !run) return 'No work has been done on it yet: a sheet belongs after the work.';
  const undone = document.steps.find(
    (step) => WORK.includes(step.phase) && !run.done.has(step.id) && !run.skipped.has(step.id),
  );
  if (undone) return `A sheet belongs after the work it follows, and this is still to do: ${undone.do}.`;
  const index = document.steps.findIndex((step) => PHASES.indexOf(step.phase) >= PHASES.indexOf('align'));
  // What is slack on the rack to be set is no work left undone.
  const eased = new Set([...run.car.loose.keys()].filter((id) => easedAtRack(state, id)));
  const pins = new Set([...eased].map((id) => `${id}.pin`));
  const hindered = forbidsDrive(document, run, index < 0 ? undefined : index).find(
    ({ code, refs }) =>
      code === 'support' ||
      (code === 'drive' && refs.some((id) => !pins.has(id))) ||
      (code === 'loose' && refs.some((id) => !eased.has(id))),
  );
  return hindered ? `A sheet belongs after the work it follows. ${hindered.message}` : null;
}
