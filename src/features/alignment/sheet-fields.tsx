'use client';

import { ArrowCells, cellAt } from '@/ui/arrow-cells';
import { AngleField, NumberField } from '@/ui/figure-fields';
import { ANGLES, SETS, WHEELS } from './typed-sheet';

/** Two columns a wheel, three rows an axle: as the car stands, seen from above. */
const placeOf = (corner: string, set: number, angle: number) =>
  cellAt(
    (corner.endsWith('R') ? ANGLES.length : 0) + angle,
    (corner.startsWith('R') ? SETS.length : 0) + set,
  );

/** A sheet's readings where the wheels stand, before beside after; of a file they are looked at, not typed. */
export function SheetFields({ fixed }: { fixed: boolean }) {
  const look = { readOnly: fixed, className: 'min-w-16 read-only:bg-hair' };
  return (
    <ArrowCells className="mt-3">
      <p className="pb-2 text-soft">
        Degrees, toe-in +. The wheels as they stand, seen from above; arrow keys go from field to field.
      </p>
      <div className="grid gap-x-6 gap-y-4 sm:grid-cols-2">
        {WHEELS.map(([corner, name, angles]) => (
          <table key={corner} className="ledger [&_td]:align-middle [&_th]:align-middle">
            <thead>
              <tr>
                <th scope="col" className="font-semibold">
                  {name}
                </th>
                {SETS.map((set) => (
                  <th key={set} scope="col">
                    {set}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {ANGLES.filter((angle) => angles.includes(angle)).map((angle) => (
                <tr key={angle}>
                  <th scope="row" className="font-normal">
                    {angle}
                  </th>
                  {SETS.map((set, index) => (
                    <td key={set} className="w-5/12">
                      <AngleField
                        bare
                        name={`${set}.${corner}.${angle}`}
                        label={`${angle} ${name} ${set}`}
                        {...placeOf(corner, index, ANGLES.indexOf(angle))}
                        {...look}
                      />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
      <div className="mt-3 grid gap-x-6 gap-y-2 sm:grid-cols-2">
        {SETS.map((set, index) => (
          <label key={set} className="flex items-center gap-2">
            <span className="shrink-0">setback {set}, mm</span>
            <NumberField
              bare
              name={`${set}.setback`}
              label={`setback ${set}`}
              {...cellAt(2 * ANGLES.length, index)}
              {...look}
            />
          </label>
        ))}
      </div>
    </ArrowCells>
  );
}
