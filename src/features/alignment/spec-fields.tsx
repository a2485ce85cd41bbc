'use client';

import type { AlignmentSpec, Range } from '@/core/calc/alignment.verdict';
import { AngleField, NumberField, type TypedFigure } from '@/ui/figure-fields';

/** The ranges a spec may name: where they stand in the spec, and in words. */
const RANGES = [
  ['front', 'caster', 'Caster, front'],
  ['front', 'camber', 'Camber, front'],
  ['front', 'toeTotal', 'Toe total, front'],
  ['rear', 'camber', 'Camber, rear'],
  ['rear', 'toeTotal', 'Toe total, rear'],
] as const;
const LIMITS = [
  ['front', 'crossCaster', 'Caster, side to side'],
  ['front', 'crossCamber', 'Camber, side to side'],
  ['front', 'setback', 'Setback, mm'],
  ['rear', 'thrust', 'Thrust angle'],
] as const;

interface TypedRange {
  min: TypedFigure;
  max: TypedFigure;
}
type TypedEnd = Record<string, TypedRange | TypedFigure>;
export type TypedSpec = Record<'front' | 'rear', TypedEnd>;

/** The spec kept for the car, as it stands in the fields. */
export function typedSpec(spec: AlignmentSpec | null): TypedSpec {
  const kept = (end: 'front' | 'rear', name: string) =>
    (spec?.[end] as Record<string, Range | number> | undefined)?.[name];
  const typed: TypedSpec = { front: {}, rear: {} };
  for (const [end, name] of RANGES) {
    const range = kept(end, name) as Range | undefined;
    typed[end][name] = { min: range?.min ?? null, max: range?.max ?? null };
  }
  for (const [end, name] of LIMITS) typed[end][name] = (kept(end, name) as number | undefined) ?? null;
  return typed;
}

const isRange = (value: TypedRange | TypedFigure): value is TypedRange =>
  value !== null && typeof value === 'object';

/** A spec from what was typed; what is left empty is not named. */
export function specFrom(typed: TypedSpec) {
  const named = (end: TypedEnd) =>
    Object.fromEntries(
      Object.entries(end).flatMap(([name, value]): [string, unknown][] => {
        if (!isRange(value)) return value === null ? [] : [[name, value]];
        const edges = Object.entries(value).filter(([, edge]) => edge !== null);
        return edges.length ? [[name, Object.fromEntries(edges)]] : [];
      }),
    );
  return { front: named(typed.front), rear: named(typed.rear) };
}

/** The ranges a sheet is held against, as fields. */
export function SpecFields() {
  return (
    <table className="ledger [&_td]:align-middle [&_th]:align-middle">
      <thead>
        <tr>
          <th scope="col">Range, degrees</th>
          <th scope="col">from</th>
          <th scope="col">to</th>
        </tr>
      </thead>
      <tbody>
        {RANGES.map(([end, name, label]) => (
          <tr key={end + name}>
            <th scope="row" className="font-normal">
              {label}
            </th>
            {(['min', 'max'] as const).map((edge) => (
              <td key={edge} className="w-24">
                <AngleField
                  bare
                  name={`spec.${end}.${name}.${edge}`}
                  label={`${label}, ${edge === 'min' ? 'from' : 'to'}`}
                />
              </td>
            ))}
          </tr>
        ))}
        {LIMITS.map(([end, name, label]) => (
          <tr key={end + name}>
            <th scope="row" className="font-normal">
              {label}
            </th>
            <td className="text-right font-head text-soft">within ±</td>
            <td>
              <NumberField bare name={`spec.${end}.${name}`} label={`${label}, at most`} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
