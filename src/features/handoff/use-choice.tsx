'use client';

import { CAR_USES, type CarUse } from '@/core/ledger/kinds/handed-over';
import { useCommand } from '@/features/transport/use-command';
import { FormErrors } from '@/ui/field';
import { Choice } from '@/ui/choice';

/** How the car will be used: what works hard comes back sooner. */
export function UseChoice({ orderId, use }: { orderId: string; use: CarUse }) {
  const { send, busy, errors } = useCommand('use.set');
  return (
    <fieldset>
      <legend className="label">From now on it is used for</legend>
      <Choice
        label="How it is used"
        className="mt-1 grid"
        itemClassName="-mt-px justify-start text-left"
        disabled={busy}
        options={CAR_USES}
        value={use}
        onValue={(next) => void send({ orderId, use: next })}
      />
      <FormErrors errors={errors} />
    </fieldset>
  );
}
