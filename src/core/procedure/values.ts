import type { ValueConflict } from './merge';
import type { Fastener, PlainProcedure, TorqueSpec } from './types';

/** Values by the place on the car they are for. */
export type ValuesByPlace = ReadonlyMap<string, TorqueSpec>;

/** Who speaks for a value that the shop has kept from a sheet, where procedures name another. */
export const KEPT = 'kept';

const sameValue = (one: TorqueSpec | null, other: TorqueSpec | null) =>
  one?.nm === other?.nm && one?.angleDeg === other?.angleDeg;

/** A procedure with values for those of its fasteners that name none. */
export const withValues = (procedure: PlainProcedure, values: ValuesByPlace): PlainProcedure => ({
  ...procedure,
  fasteners: procedure.fasteners.map((fastener) => ({
    ...fastener,
    spec: fastener.spec ?? values.get(fastener.place) ?? null,
  })),
});

/**
 * Puts the values a shop keeps beside what procedures name.
 * @returns the fasteners, with a kept value where nobody names one, and each place for which there are two
 */
export function withKept(
  fasteners: readonly Fastener[],
  conflicts: readonly ValueConflict[],
  kept: ValuesByPlace,
): { fasteners: Fastener[]; conflicts: ValueConflict[] } {
  const named = new Map(conflicts.map((conflict) => [conflict.place, conflict]));
  const settled = fasteners.map((fastener) => {
    const value = kept.get(fastener.place);
    if (!value) return fastener;
    const before = named.get(fastener.place);
    if (!before && fastener.spec === null) return { ...fastener, spec: value };
    const others = before?.values ?? [{ prefix: '', spec: fastener.spec }];
    if (others.every(({ spec }) => sameValue(spec, value))) return { ...fastener, spec: value };
    named.set(fastener.place, {
      place: fastener.place,
      name: fastener.name,
      values: [{ prefix: KEPT, spec: value }, ...others],
    });
    return fastener;
  });
  return { fasteners: settled, conflicts: [...named.values()] };
}
