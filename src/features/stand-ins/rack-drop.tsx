'use client';

import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { postJson } from '@/features/transport/post';
import { usePost } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { fieldsOf } from '@/ui/form';

/** Lets the stand-in rack drop a sheet for a car into the shop's folder. */
export function RackDrop({ orders }: { orders: { id: string; words: string }[] }) {
  const postAgain = usePost();
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [name, setName] = useState<string | null>(null);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const answer = await postAgain(() =>
          postJson<{ name: string }>('/api/rack', {
            orderId: f.orderId,
            as: f.as,
            short: f.outcome === 'short',
          }),
        );
        setErrors(answer.ok ? [] : answer.errors);
        setName(answer.ok ? answer.answer.name : null);
      }}
    >
      <Errors errors={errors}>
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
            ]}
          />
        </div>
        <FormErrors errors={errors} shown={['orderId']} />
      </Errors>
      <button className="btn mt-3">Drop a sheet</button>
      {name && (
        <p role="status" className="mt-2">
          {name} lies in the folder; it is taken in within seconds.
        </p>
      )}
    </form>
  );
}
