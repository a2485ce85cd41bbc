'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { postJson } from '@/features/transport/post';
import { Errors, FormErrors } from '@/ui/field';
import { TextField, fieldsOf } from '@/ui/form';

export function SignInForm() {
  const router = useRouter();
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  return (
    <form
      className="grid gap-4"
      onSubmit={async (event) => {
        event.preventDefault();
        setBusy(true);
        const answer = await postJson('/api/sign-in', fieldsOf(event.currentTarget));
        setBusy(false);
        if (answer.ok) router.push('/');
        else setErrors(answer.errors);
      }}
    >
      <Errors errors={errors}>
        <TextField name="name" label="Name" autoComplete="username" autoFocus />
        <TextField name="password" label="Password" type="password" autoComplete="current-password" />
      </Errors>
      <FormErrors errors={errors} shown={['name', 'password']} />
      <button className="btn btn-pen min-h-14" disabled={busy}>
        {busy ? 'Checking…' : 'Sign in'}
      </button>
    </form>
  );
}
