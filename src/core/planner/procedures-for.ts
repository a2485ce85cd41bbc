import { type PartKind, partKind } from './part-kinds';
import type { Procedure } from '../procedure/types';
import type { PlanPart } from './plan-part';

type Stack = Pick<PlanPart, 'kind' | 'end'>;

const WHEELS: readonly PartKind[] = ['tire', 'wheel', 'wheelSpacer'];

const has = (parts: readonly Stack[], end: 'front' | 'rear', ...kinds: PartKind[]) =>
  parts.some((part) => (part.end === end || part.end === 'both') && kinds.includes(part.kind));

/** What in a plan asks for which procedure of the library. Suspension is held against the procedure's own `fits`. */
const ASKED_BY: Record<string, (parts: readonly Stack[]) => boolean> = {
  'front-leaf-springs': (parts) => has(parts, 'front', 'leafPack', 'leafIn'),
  'strut-top-spacer': (parts) =>
    has(parts, 'front', 'strutSpacer') && !has(parts, 'rear', 'coilSpacer', 'strutSpacer'),
  'preload-spacer': (parts) => has(parts, 'front', 'preloadSpacer'),
  'lower-mount-spacer': (parts) => has(parts, 'front', 'strutSpacer'),
  // What is dropped there is the differential; arms have brackets of their own.
  'bracket-lift': (parts) => has(parts, 'front', 'subframeDrop'),
  'link-coil-long-travel': (parts) => has(parts, 'front', 'linkSet', 'bracketDrop'),
  'radius-arm-spacers': (parts) => has(parts, 'front', 'coilSpacer'),
  'adjustable-coil-seats': (parts) => has(parts, 'front', 'seat'),
  'touring-all-round': (parts) => has(parts, 'front', 'coil') && has(parts, 'rear', 'coil'),
  'rear-lift-block': (parts) => has(parts, 'rear', 'block', 'leafIn'),
  'rear-leaf-shackles': (parts) => has(parts, 'rear', 'shackle'),
  lowering: (parts) => has(parts, 'front', 'coilCut') || has(parts, 'rear', 'leafOut', 'hanger'),
  'strut-spacers-car-body': (parts) =>
    has(parts, 'front', 'strutSpacer') && has(parts, 'rear', 'coilSpacer', 'strutSpacer'),
  'subframe-spacers': (parts) => has(parts, 'rear', 'subframeDrop'),
  'coils-trailing-arms-rear': (parts) =>
    has(parts, 'rear', 'coilSpacer', 'coil') && !has(parts, 'front', 'coil'),
  'utility-cart': (parts) => has(parts, 'front', 'spindle') && has(parts, 'rear', 'block'),
  'wheels-tires-spacers': (parts) =>
    parts.some(({ kind }) => WHEELS.includes(kind)) &&
    !parts.some(({ kind }) => !WHEELS.includes(kind) && partKind(kind).group === 'height'),
};

/** What the same parts may be for instead: it is offered, and the usual one chosen and counted on. */
const LESS_USUAL: Record<string, (parts: readonly Stack[]) => boolean> = {
  // The spacer goes above the strut, seldom under its lower mount.
  'lower-mount-spacer': () => true,
  // Larger kits of a spacer bring a drop of the differential along.
  'bracket-lift': (parts) => has(parts, 'front', 'strutSpacer'),
};

/** Is a procedure for cars of these suspensions? One that names none at an end is for any there. */
export function fitsCar(
  fits: Pick<Procedure['fits'], 'front' | 'rear'>,
  car: { frontSuspension: string; rearSuspension: string },
): boolean {
  const suits = (kinds: readonly string[] | undefined, has: string) => !kinds || kinds.includes(has);
  return suits(fits.front, car.frontSuspension) && suits(fits.rear, car.rearSuspension);
}

/** Does a plan's stack of parts ask for this procedure? A suggestion; the lead chooses. */
export function suggestedFor(procedureId: string, parts: readonly Stack[]): boolean {
  const asked = ASKED_BY[procedureId];
  if (!asked) return false;
  // A cart's job takes its own rear along.
  if (procedureId === 'rear-lift-block' && has(parts, 'front', 'spindle')) return false;
  return asked(parts);
}

/** Of procedures that the same parts ask for, is this the one they are usually for? */
export const usualFor = (procedureId: string, parts: readonly Stack[]): boolean =>
  suggestedFor(procedureId, parts) && !LESS_USUAL[procedureId]?.(parts);

/** The procedures a plan's parts ask for, as one line: what its hours are held against before the work has begun. */
export const proceduresAsked = (parts: readonly Stack[]) =>
  Object.keys(ASKED_BY)
    .filter((id) => usualFor(id, parts))
    .join(' ');
