'use client';

import { AngleField, NumberField } from '@/ui/figure-fields';
import { ANGLES, SETS, WHEELS } from './typed-sheet';

/** A sheet's readings, wheel by wheel, before and after; of a file they are looked at, not typed. */
export function SheetFields({ fixed }: { fixed: boolean }) {
  const look = { readOnly: fixed, className: 'min-w-16 read-only:bg-hair' };
  return (
    <table className="ledger mt-3 [&_td]:align-middle [&_th]:align-middle">
      <thead>
        <tr>
          <th scope="col">Degrees, toe-in +</th>
          {SETS.flatMap((set) =>
            ANGLES.map((angle) => <th key={set + angle} scope="col">{`${angle} ${set}`}</th>),
          )}
        </tr>
      </thead>
      <tbody>
        {WHEELS.map(([corner, name, angles]) => (
          <tr key={corner}>
            <th scope="row" className="font-normal">
              {name}
            </th>
            {SETS.flatMap((set) =>
              ANGLES.map((angle) => (
                <td key={set + angle}>
                  {angles.includes(angle) && (
                    <AngleField
                      bare
                      name={`${set}.${corner}.${angle}`}
                      label={`${angle} ${name} ${set}`}
                      {...look}
                    />
                  )}
                </td>
              )),
            )}
          </tr>
        ))}
        <tr>
          <th scope="row" className="font-normal">
            setback, mm
          </th>
          {SETS.flatMap((set) => [
            <td key={set}>
              <NumberField bare name={`${set}.setback`} label={`setback ${set}`} {...look} />
            </td>,
            <td key={`${set}-rest`} colSpan={2} />,
          ])}
        </tr>
      </tbody>
    </table>
  );
}
