'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { postForm } from '@/features/transport/post';
import { usePost } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';

/** A work order comes in from its ZIP: held against itself whole before any of it is kept. */
export function ImportOrder() {
  const router = useRouter();
  const postAgain = usePost();
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const body = new FormData(event.currentTarget);
        setBusy(true);
        const answer = await postAgain(() => postForm<{ orderId: string }>('/api/import/order', body));
        setBusy(false);
        if (!answer.ok) return setErrors(answer.errors);
        router.push(`/orders/${answer.answer.orderId}`);
      }}
    >
      <Errors errors={errors}>
        <TextField name="file" label="A work order’s ZIP" type="file" accept=".zip,application/zip" />
        <FormErrors errors={errors} shown={['file']} />
      </Errors>
      <button className="btn mt-2" disabled={busy}>
        {busy ? 'Looking it through…' : 'Take it in'}
      </button>
    </form>
  );
}
