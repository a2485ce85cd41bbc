'use client';

import { useState } from 'react';
import { ADJUSTERS, type AdjusterId } from '@/core/alignment/coach';
import { CORNERS, type Corner } from '@/core/corners';
import { CORNER_NAMES } from '@/core/procedure/engine';
import { postJson } from '@/features/transport/post';
import { usePost } from '@/features/transport/use-command';
import { Form } from '@/ui/form';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';

/** What the stand-in lets be turned: at the front wheels the arms' cams too. */
const AT: readonly (readonly [Corner, readonly AdjusterId[]])[] = CORNERS.map((corner) => [
  corner,
  corner.endsWith('F') ? ['cam-front', 'cam-rear', 'slot', 'tie', 'sleeve'] : ['slot', 'tie'],
]);
type TypedMoves = Record<Corner, Record<string, TypedFigure>>;
const NOT_TURNED = Object.fromEntries(
  AT.map(([corner, ids]) => [corner, Object.fromEntries(ids.map((id) => [id, null]))]),
) as TypedMoves;

const movesOf = (typed: TypedMoves) =>
  Object.fromEntries(
    AT.map(([corner]) => [
      corner,
      Object.fromEntries(Object.entries(typed[corner]).filter(([, by]) => typeof by === 'number')),
    ]),
  );

/** Lets the stand-in rack drop a sheet for a car into the shop's folder. */
export function RackDrop({ orders }: { orders: { id: string; words: string }[] }) {
  const postAgain = usePost();
  const [name, setName] = useState<string | null>(null);
  return (
    <Form
      draft={null}
      keeps
      start={{ orderId: orders[0]?.id ?? '', as: 'csv', outcome: 'in', moves: NOT_TURNED }}
      onSend={async (_, { orderId, as, outcome, moves }) => {
        setName(null);
        const answer = await postAgain(() =>
          postJson<{ name: string }>('/api/rack', {
            orderId,
            as,
            outcome,
            ...(outcome === 'turned' && { moves: movesOf(moves) }),
          }),
        );
        if (!answer.ok) return answer.errors;
        setName(answer.answer.name);
        return [];
      }}
    >
      {({ outcome }) => (
        <>
          <SelectField
            name="orderId"
            label="For"
            options={orders.map((order) => [order.id, order.words] as const)}
          />
          <div className="mt-2 grid grid-cols-2 gap-3">
            <SelectField
              name="as"
              label="As"
              options={[
                ['csv', 'CSV'],
                ['json', 'JSON'],
              ]}
            />
            <SelectField
              name="outcome"
              label="Came out"
              options={[
                ['in', 'all in range'],
                ['short', 'caster short'],
                ['turned', 'by what was turned'],
              ]}
            />
          </div>
          {outcome === 'turned' && (
            <fieldset className="mt-3">
              <legend className="font-head text-lg">What was turned, mm</legend>
              {AT.map(([corner, ids]) => (
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
          )}
          <Send weight="line" className="mt-3">
            Drop a sheet
          </Send>
          {name && (
            <p role="status" className="mt-2">
              {name} lies in the folder; it is taken in within seconds.
            </p>
          )}
        </>
      )}
    </Form>
  );
}
