import type { Asks, Procedure } from '../procedure/types';
import type { OneEnd } from './measures';
import type { PlanPart } from './plan-part';

type Stack = Pick<PlanPart, 'kind' | 'end'>;
/** What is looked at of a procedure to see whether a plan asks for it. */
export type Asking = Pick<Procedure, 'id' | 'title' | 'fits' | 'asks'>;

const ENDS: readonly OneEnd[] = ['front', 'rear'];
const at = (part: Stack, end: OneEnd) => part.end === end || part.end === 'both';

function isAsked(asks: Asks, parts: readonly Stack[]): boolean {
  const has = (end: OneEnd) => parts.some((part) => at(part, end) && asks[end]!.includes(part.kind));
  // A kind may be what is asked for at one end and speak against it at the other.
  const against = parts.some(
    (part) =>
      asks.not?.includes(part.kind) && ENDS.some((end) => at(part, end) && !asks[end]?.includes(part.kind)),
  );
  const named = ENDS.filter((end) => asks[end]);
  return named.length > 0 && named.every(has) && !against;
}

const asksOf = ({ asks }: Pick<Asking, 'asks'>): Asks[] => (asks ? [asks].flat() : []);

/** Is a procedure for cars of these suspensions? One that names none at an end is for any there. */
export function fitsCar(
  fits: Pick<Procedure['fits'], 'front' | 'rear'>,
  car: { frontSuspension: string; rearSuspension: string },
): boolean {
  const suits = (kinds: readonly string[] | undefined, has: string) => !kinds || kinds.includes(has);
  return suits(fits.front, car.frontSuspension) && suits(fits.rear, car.rearSuspension);
}

/** Does a plan's stack of parts ask for this procedure, by what its file says? A suggestion; the lead chooses. */
export const suggestedFor = (procedure: Pick<Asking, 'asks'>, parts: readonly Stack[]): boolean =>
  asksOf(procedure).some((asks) => isAsked(asks, parts));

/** Of procedures that the same parts ask for, is this the one they are usually for? */
export const usualFor = (procedure: Pick<Asking, 'asks'>, parts: readonly Stack[]): boolean =>
  asksOf(procedure).some(
    (asks) => isAsked(asks, parts) && !parts.some((part) => asks.seldom?.includes(part.kind)),
  );

/**
 * The procedures a plan's parts ask for, as one line in the order a run has them: what its hours are held against before
 * the work has begun.
 */
export const proceduresAsked = (library: readonly Asking[], parts: readonly Stack[]) =>
  library
    .filter((procedure) => usualFor(procedure, parts))
    .sort((a, b) => Number(!a.fits.front) - Number(!b.fits.front) || a.title.localeCompare(b.title))
    .map(({ id }) => id)
    .join(' ');
