'use client';

import { CAR_USES, type CarUse } from '@/core/ledger/kinds/handed-over';
import { useCommand } from '@/features/transport/use-command';
import { FormErrors } from '@/ui/form';

/** How the car will be used: what works hard comes back sooner. */
export function UseChoice({ orderId, use }: { orderId: string; use: CarUse }) {
  const { send, busy, errors } = useCommand('use.set');
  return (
    <fieldset>
      <legend className="label">From now on it is used for</legend>
      <div role="radiogroup" aria-label="How it is used" className="mt-1 grid">
        {CAR_USES.map(([id, words]) => (
          <button
            key={id}
            type="button"
            role="radio"
            aria-checked={use === id}
            disabled={busy}
            className="btn -mt-[1.5px] justify-start text-left aria-checked:bg-ink aria-checked:text-paper"
            onClick={() => use !== id && void send({ orderId, use: id })}
          >
            {words}
          </button>
        ))}
      </div>
      <FormErrors errors={errors} shown={[]} />
    </fieldset>
  );
}
