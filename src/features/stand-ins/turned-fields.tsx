import { ADJUSTERS, type AdjusterId } from '@/core/alignment/coach';
import { CORNER_NAMES, CORNERS, type Corner } from '@/core/corners';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';

/** What can be turned at which wheel. */
export type TurnedAt = readonly (readonly [Corner, readonly AdjusterId[]])[];
/** What a stand-in lets be turned: at the front wheels the arms’ cams too. */
export const ALL_TURNED: TurnedAt = CORNERS.map((corner) => [
  corner,
  corner.endsWith('F') ? ['cam-front', 'cam-rear', 'slot', 'tie', 'sleeve'] : ['slot', 'tie'],
]);

export type TypedMoves = Record<Corner, Record<string, TypedFigure>>;
export const notTurned = (at: TurnedAt): TypedMoves =>
  Object.fromEntries(
    at.map(([corner, ids]) => [corner, Object.fromEntries(ids.map((id) => [id, null]))]),
  ) as TypedMoves;

/** What was typed, without what was left alone. */
export const movesOf = (typed: TypedMoves) =>
  Object.fromEntries(
    Object.entries(typed).map(([corner, by]) => [
      corner,
      Object.fromEntries(Object.entries(by).filter(([, one]) => typeof one === 'number')),
    ]),
  );

/** In a form: by how much each thing was turned at each wheel. */
export function TurnedFields({ at }: { at: TurnedAt }) {
  return (
    <fieldset className="mt-3">
      <legend className="font-head text-lg">What was turned, mm</legend>
      {at.map(([corner, ids]) => (
        <div key={corner} className="mt-2 border-t border-rule pt-1">
          <p className="text-soft">{CORNER_NAMES[corner]}</p>
          <div className="grid grid-cols-2 gap-2">
            {ids.map((id) => (
              <NumberField
                key={id}
                name={`moves.${corner}.${id}`}
                label={`${ADJUSTERS[id].name}, + ${ADJUSTERS[id].plus}`}
              />
            ))}
          </div>
        </div>
      ))}
    </fieldset>
  );
}
