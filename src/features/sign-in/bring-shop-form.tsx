'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { postForm } from '@/features/transport/post';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';

/** Brings a whole shop in from its export, taken over by one of its owners. */
export function BringShopForm() {
  const router = useRouter();
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  return (
    <form
      className="grid gap-4 sm:grid-cols-2"
      onSubmit={async (event) => {
        event.preventDefault();
        const body = new FormData(event.currentTarget);
        setBusy(true);
        const answer = await postForm('/api/import/shop', body);
        setBusy(false);
        if (answer.ok) router.push('/');
        else setErrors(answer.errors);
      }}
    >
      <Errors errors={errors}>
        <TextField className="sm:col-span-2" name="code" label="One-time code from the console" />
        <TextField
          className="sm:col-span-2"
          name="file"
          type="file"
          accept=".zip,application/zip"
          label="The shop’s ZIP"
        />
        <TextField
          name="owner.name"
          label="You, an owner of that shop"
          hint="as the name stands in it"
          autoComplete="username"
        />
        <TextField
          name="owner.password"
          label="Your new password"
          type="password"
          autoComplete="new-password"
          hint="at least 10 characters"
        />
        <TextField
          name="owner.pin"
          label="Your new PIN"
          type="password"
          inputMode="numeric"
          hint="4 to 6 digits"
        />
      </Errors>
      <div className="sm:col-span-2">
        <FormErrors errors={errors} shown={['code', 'file', 'owner.name', 'owner.password', 'owner.pin']} />
        <p className="text-soft">
          Everybody else comes along without a password and not at work, until you let them in again.
        </p>
        <button className="btn mt-2 min-h-14 w-full" disabled={busy}>
          {busy ? 'Looking it through…' : 'Bring this shop in'}
        </button>
      </div>
    </form>
  );
}
