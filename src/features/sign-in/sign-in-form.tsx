'use client';

import { useRouter } from 'next/navigation';
import { postJson } from '@/features/transport/post';
import { dropAllDrafts } from '@/ui/draft';
import { Form } from '@/ui/form';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

export function SignInForm() {
  const router = useRouter();
  return (
    <Form
      className="grid gap-4"
      draft={null}
      keeps
      start={{ name: '', password: '' }}
      onSend={async (_, values) => {
        const answer = await postJson('/api/sign-in', values);
        if (!answer.ok) return answer.errors;
        dropAllDrafts();
        router.push('/');
        return [];
      }}
    >
      <TextField name="name" label="Name" autoComplete="username" autoFocus />
      <TextField name="password" label="Password" type="password" autoComplete="current-password" />
      <Send size="tall" busy="Checking…">
        Sign in
      </Send>
    </Form>
  );
}
