'use client';

import { useMemo } from 'react';
import { useWatch } from 'react-hook-form';
import type { AlignmentReadings, AlignmentSpec } from '@/core/calc/alignment.verdict';
import { ADJUSTERS, type Turn, againstSaid, coachAlignment } from '@/core/alignment/coach';
import { CORNER_NAMES, CORNERS, type Corner } from '@/core/corners';
import { ANGLE_NAMES, angleText } from '@/core/ledger/alignment-rows';
import { type PlannerInput, standCar } from '@/core/planner/car-stand';
import { attempt } from '@/core/refusal';
import type { TypedFigure } from '@/ui/figure-fields';
import { specFrom, type TypedSpec } from './spec-fields';
import { type TypedReadings, readingsFrom } from './typed-sheet';

interface Typed {
  spec: TypedSpec;
  casterGoal: { deg: TypedFigure };
  before: TypedReadings;
  after: TypedReadings;
  wheelOffDeg: TypedFigure;
}

const isNumber = (figure: unknown): figure is number => typeof figure === 'number';

/** What was typed, where all of it that the coach needs is a number. */
function readFrom(readings: TypedReadings): AlignmentReadings | null {
  const read = readingsFrom(readings) as unknown as AlignmentReadings;
  const wheels = CORNERS.flatMap((corner) => Object.values((read[corner] as object | undefined) ?? {}));
  if (!isNumber(read.LF?.toe) || !isNumber(read.RF?.toe)) return null;
  return wheels.every((figure) => figure === undefined || isNumber(figure)) ? read : null;
}

const turnWords = ({ adjuster, by, turn }: Turn): string => {
  const { plus, minus } = ADJUSTERS[adjuster];
  const much =
    turn === null
      ? ''
      : turn.unit === 'deg'
        ? `, ${Math.round(turn.value)}° of the cam`
        : `, ${turn.value.toFixed(2)} turns`;
  return `${Math.abs(by).toFixed(1)} mm ${by > 0 ? plus : minus}${much}`;
};

/** What to turn, which way and how far, from what is read before; and what the sheet after it said against that. */
export function Coach({
  car,
  file,
}: {
  car: PlannerInput;
  file: { before: AlignmentReadings; after: AlignmentReadings } | null;
}) {
  const typed = useWatch() as Typed;
  const key = JSON.stringify([
    typed.spec,
    typed.before,
    typed.casterGoal?.deg,
    typed.wheelOffDeg,
    file?.before,
  ]);
  const before = file?.before ?? readFrom(typed.before);
  const after = file?.after ?? readFrom(typed.after);
  const { front = {}, rear = {} } = specFrom(typed.spec) as Partial<AlignmentSpec>;
  const named = Object.keys(front).length + Object.keys(rear).length > 0;
  const coached = useMemo(() => {
    if (!before) return null;
    return attempt(() =>
      coachAlignment({
        car: standCar(car),
        before,
        spec: specFrom(typed.spec) as AlignmentSpec,
        casterGoal: isNumber(typed.casterGoal?.deg) ? typed.casterGoal.deg : null,
        wheelOffDeg: isNumber(typed.wheelOffDeg) ? typed.wheelOffDeg : null,
      }),
    );
    // The key holds all that is read here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, car]);
  return (
    <section aria-label="What to turn" className="mt-5 border-t border-ink pt-3">
      <h2 className="pb-1">What to turn</h2>
      {!before && (
        <p className="text-soft">Type toe of both front wheels before, and what else the rack reads.</p>
      )}
      {coached && !coached.ok && <p className="hatch px-3 py-2 font-semibold">{coached.refusal.message}</p>}
      {coached?.ok && (
        <>
          {coached.value.turns.length === 0 && (
            <p className="text-lg">
              {named
                ? 'Nothing: every angle stands in the middle of its range.'
                : 'Give the ranges of the specification first: they are what is turned to.'}
            </p>
          )}
          <div className="grid gap-x-8 sm:grid-cols-2">
            {CORNERS.map((corner) => {
              const turns = coached.value.turns.filter((turn) => turn.corner === corner);
              if (!turns.length) return null;
              return (
                <div key={corner} data-coach={corner}>
                  <p className="font-head text-lg">{CORNER_NAMES[corner]}</p>
                  <ul className="border-t border-rule">
                    {turns.map((turn) => (
                      <li
                        key={turn.adjuster}
                        data-adjuster={turn.adjuster}
                        data-by={turn.by.toFixed(2)}
                        className="flex justify-between gap-3 border-b border-rule py-1.5"
                      >
                        <span>{ADJUSTERS[turn.adjuster].name}</span>
                        <span className="text-right">
                          <span className="figure text-lg">{turnWords(turn)}</span>
                          {turn.atEnd && (
                            <span className="block font-semibold text-danger">that is all it has</span>
                          )}
                        </span>
                      </li>
                    ))}
                  </ul>
                </div>
              );
            })}
          </div>
          {named && (
            <p className="mt-2">
              {coached.value.left.length === 0
                ? 'Then every angle the spec names lies in its range.'
                : `Then still out: ${coached.value.left.map(({ angle, value }) => `${(ANGLE_NAMES[angle] ?? angle).toLowerCase()} ${angleText(value)}`).join('; ')}.`}
              {coached.value.fixed.length > 0 && ` Nothing here adjusts ${coached.value.fixed.join(', ')}.`}
            </p>
          )}
          {named && after && <Said said={coached.value.after} read={after} />}
          <p className="mt-1 text-sm text-soft">
            Computed from this car’s own figures, angles moving each other; a rod gives 1.5 mm a turn, a
            sleeve 3. Assumed points make it an estimate: read the rack as you turn, and the maker’s sheet
            comes first.
          </p>
        </>
      )}
    </section>
  );
}

/** Within this the turns did what was said, degrees. */
const AS_SAID = 0.15;

/** The sheet after it against what the turns were said to give. */
function Said({ said, read }: { said: AlignmentReadings; read: AlignmentReadings }) {
  const rows = againstSaid(said, read);
  const off = rows.filter((row) => Math.abs(row.off) > AS_SAID);
  const words = (row: { corner: Corner; angle: string; said: number; read: number }) =>
    `${row.angle} ${CORNER_NAMES[row.corner]} said ${angleText(row.said)}, reads ${angleText(row.read)}`;
  return (
    <p className="mt-2 font-medium" role="status" data-testid="coach-said">
      {off.length === 0
        ? `As said: all ${rows.length} angles read within ${AS_SAID}° of it.`
        : `Not as said: ${off.map(words).join('; ')}. Look whether each was turned, and which way.`}
    </p>
  );
}
