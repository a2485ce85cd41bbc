import type { Corner } from '../corners';
import type { RunDocument, RunState } from './engine';
import type { Fastener } from './types';

/** Once round the car from the left front; what sits between two corners is met on the way. */
const ROUND: Corner[] = ['LF', 'RF', 'RR', 'LR'];

function station(fastener: Fastener): number {
  if (fastener.corner) return ROUND.indexOf(fastener.corner) * 2;
  return fastener.end === 'rear' ? 5 : 1;
}

/**
 * The run of final torques still owed on the wheels, in a walk once round the car: corner by corner, and at each corner
 * by value, so that the wrench is set as seldom as can be.
 */
export function torqueWalk(run: RunDocument, state: RunState): Fastener[] {
  return run.fasteners
    .filter((fastener) => {
      const now = state.fasteners.get(fastener.id)!;
      return (
        fastener.final === 'on-wheels' &&
        !now.torqued &&
        !state.leftOffFasteners.has(fastener.id) &&
        run.steps.some((step) => step.phase === 'on-wheels' && step.torques?.includes(fastener.id))
      );
    })
    .sort(
      (a, b) =>
        station(a) - station(b) ||
        (state.fasteners.get(a.id)!.spec?.nm ?? 0) - (state.fasteners.get(b.id)!.spec?.nm ?? 0) ||
        a.name.localeCompare(b.name),
    );
}
