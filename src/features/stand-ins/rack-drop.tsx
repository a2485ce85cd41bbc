'use client';

import { useState } from 'react';
import { postJson } from '@/features/transport/post';
import { usePost } from '@/features/transport/use-command';
import { Form } from '@/ui/form';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { ALL_TURNED, TurnedFields, movesOf, notTurned } from './turned-fields';

/** Lets the stand-in rack drop a sheet for a car into the shop's folder. */
export function RackDrop({ orders }: { orders: { id: string; words: string }[] }) {
  const postAgain = usePost();
  const [name, setName] = useState<string | null>(null);
  return (
    <Form
      draft={null}
      keeps
      start={{ orderId: orders[0]?.id ?? '', as: 'csv', outcome: 'in', moves: notTurned(ALL_TURNED) }}
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
          {outcome === 'turned' && <TurnedFields at={ALL_TURNED} />}
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
