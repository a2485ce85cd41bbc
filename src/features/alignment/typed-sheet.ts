import type { AlignmentReadings } from '@/core/calc/alignment.verdict';
import { CORNERS, type Corner } from '@/core/corners';
import type { Typed } from '@/features/transport/use-command';
import type { TypedFigure } from '@/ui/figure-fields';

/** The wheels of a sheet, and which of their angles are read. */
export const WHEELS: readonly (readonly [Corner, string, readonly string[]])[] = [
  ['LF', 'left front', ['caster', 'camber', 'toe']],
  ['RF', 'right front', ['caster', 'camber', 'toe']],
  ['LR', 'left rear', ['camber', 'toe']],
  ['RR', 'right rear', ['camber', 'toe']],
];
export const SETS = ['before', 'after'] as const;
export const ANGLES = ['caster', 'camber', 'toe'] as const;

type TypedWheel = Record<(typeof ANGLES)[number], TypedFigure>;
export type TypedReadings = Record<Corner, TypedWheel> & { setback: TypedFigure };

/** A set of readings as it stands in the fields: of a sheet the rack dropped, or empty. */
export function typedReadings(readings: AlignmentReadings | undefined): TypedReadings {
  const wheel = (corner: Corner): TypedWheel => {
    const read = readings?.[corner] as Partial<Record<string, number>> | undefined;
    return { caster: read?.caster ?? null, camber: read?.camber ?? null, toe: read?.toe ?? null };
  };
  return {
    ...(Object.fromEntries(CORNERS.map((corner) => [corner, wheel(corner)])) as Record<Corner, TypedWheel>),
    setback: readings?.setback ?? null,
  };
}

/** What was typed; an angle left empty was not read, and a rear wheel of which nothing was read is not on the sheet. */
export function readingsFrom(typed: TypedReadings): Typed<AlignmentReadings> {
  const read = (figure: TypedFigure) => figure ?? undefined;
  const wheel = (corner: Corner) => ({
    camber: read(typed[corner].camber),
    toe: read(typed[corner].toe),
  });
  const front = (corner: Corner) => ({ ...wheel(corner), caster: read(typed[corner].caster) });
  const rear = (corner: Corner) => {
    const { camber, toe } = wheel(corner);
    return camber === undefined && toe === undefined ? undefined : { camber, toe };
  };
  return { LF: front('LF'), RF: front('RF'), LR: rear('LR'), RR: rear('RR'), setback: read(typed.setback) };
}
