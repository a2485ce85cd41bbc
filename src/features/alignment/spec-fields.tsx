'use client';

import type { AlignmentSpec, Range } from '@/core/calc/alignment.verdict';

/** The ranges a spec may name: where they stand in the spec, and in words. */
const RANGES = [
  ['front.caster', 'Caster, front'],
  ['front.camber', 'Camber, front'],
  ['front.toeTotal', 'Toe total, front'],
  ['rear.camber', 'Camber, rear'],
  ['rear.toeTotal', 'Toe total, rear'],
] as const;
const LIMITS = [
  ['front.crossCaster', 'Caster, side to side'],
  ['front.crossCamber', 'Camber, side to side'],
  ['front.setback', 'Setback, mm'],
  ['rear.thrust', 'Thrust angle'],
] as const;

/** A number as typed, with a plain or a true minus; undefined when the field is empty. */
export function numberOf(text: string | undefined): number | undefined | string {
  const plain = (text ?? '').trim().replace('−', '-').replace(/°$/, '');
  if (plain === '') return undefined;
  return Number.isFinite(Number(plain)) ? Number(plain) : plain;
}

/** A spec from the fields below; empty ranges are left out. */
export function specFrom(f: Record<string, string>) {
  const spec: Record<'front' | 'rear', Record<string, unknown>> = { front: {}, rear: {} };
  for (const [path] of RANGES) {
    const [end, name] = path.split('.') as ['front' | 'rear', string];
    const [min, max] = [numberOf(f[`spec.${path}.min`]), numberOf(f[`spec.${path}.max`])];
    if (min !== undefined || max !== undefined) {
      spec[end][name] = { ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }) };
    }
  }
  for (const [path] of LIMITS) {
    const [end, name] = path.split('.') as ['front' | 'rear', string];
    const limit = numberOf(f[`spec.${path}`]);
    if (limit !== undefined) spec[end][name] = limit;
  }
  return spec;
}

const kept = (spec: AlignmentSpec | null, path: string): Range | number | undefined => {
  const [end, name] = path.split('.') as ['front' | 'rear', string];
  return (spec?.[end] as Record<string, Range | number> | undefined)?.[name];
};

/** The ranges a sheet is held against, as fields, filled with those kept for the car. */
export function SpecFields({ spec }: { spec: AlignmentSpec | null }) {
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
        {RANGES.map(([path, label]) => (
          <tr key={path}>
            <th scope="row" className="font-normal">
              {label}
            </th>
            {(['min', 'max'] as const).map((edge) => (
              <td key={edge} className="w-24">
                <input
                  name={`spec.${path}.${edge}`}
                  aria-label={`${label}, ${edge === 'min' ? 'from' : 'to'}`}
                  defaultValue={(kept(spec, path) as Range | undefined)?.[edge]}
                  className="input text-right"
                  inputMode="decimal"
                  autoComplete="off"
                />
              </td>
            ))}
          </tr>
        ))}
        {LIMITS.map(([path, label]) => (
          <tr key={path}>
            <th scope="row" className="font-normal">
              {label}
            </th>
            <td className="text-right font-head text-soft">within ±</td>
            <td>
              <input
                name={`spec.${path}`}
                aria-label={`${label}, at most`}
                defaultValue={kept(spec, path) as number | undefined}
                className="input text-right"
                inputMode="decimal"
                autoComplete="off"
              />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
