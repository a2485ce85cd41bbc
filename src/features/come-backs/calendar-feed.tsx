'use client';

import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { newId } from '@/features/transport/device';
import { postJson } from '@/features/transport/post';
import { usePost } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';

/** The feed's secret address: shown once as it is made; making another ends the one before. */
export function CalendarFeed() {
  const postAgain = usePost();
  const [address, setAddress] = useState<string | null>(null);
  const [errors, setErrors] = useState<FieldError[]>([]);
  return (
    <div>
      <p className="pb-2">
        Come-backs and rack bookings for any calendar, by order number alone. Whoever has the address reads
        it.
      </p>
      {address && (
        <p className="mb-2 break-all border border-rule bg-card p-3" data-testid="feed-address">
          {address}
        </p>
      )}
      <Button
        onClick={async () => {
          const answer = await postAgain(() =>
            postJson<{ address: string }>('/api/calendar', {
              id: newId(),
              deviceSeq: Date.now() % 1_000_000,
            }),
          );
          if (answer.ok) setAddress(answer.answer.address);
          setErrors(answer.ok ? [] : answer.errors);
        }}
      >
        A new address
      </Button>
      <FormErrors errors={errors} />
    </div>
  );
}
