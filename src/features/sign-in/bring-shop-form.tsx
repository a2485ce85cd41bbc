'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { getJson, postForm } from '@/features/transport/post';
import { Form } from '@/ui/form';
import { Progress } from '@/ui/progress';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { formWithFile } from '../formats/form-with-file';

const START = { code: '', file: null as FileList | null, owner: { name: '', password: '', pin: '' } };

const LOOK_AGAIN_MS = 1000;

/** How far it is, while it is looked through and taken in. */
function HowFar() {
  const [far, setFar] = useState<{ share: number; words: string } | null>(null);
  useEffect(() => {
    const look = async () =>
      setFar((await getJson<{ answer: typeof far }>('/api/import/shop'))?.answer ?? null);
    const timer = setInterval(() => void look(), LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, []);
  return (
    far && (
      <div className="sm:col-span-2">
        <p role="status">{far.words}</p>
        <Progress share={far.share} label="How far it is" />
      </div>
    )
  );
}

/** Brings a whole shop in from its export, taken over by one of its owners. */
export function BringShopForm() {
  const router = useRouter();
  const [sending, setSending] = useState(false);
  return (
    <Form
      className="grid gap-4 sm:grid-cols-2"
      draft={null}
      keeps
      start={START}
      onSend={async (_, { code, file, owner }) => {
        setSending(true);
        const answer = await postForm(
          '/api/import/shop',
          formWithFile(file, {
            code,
            'owner.name': owner.name,
            'owner.password': owner.password,
            'owner.pin': owner.pin,
          }),
        );
        setSending(false);
        if (!answer.ok) return answer.errors;
        router.push('/');
        return [];
      }}
    >
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
      <p className="text-soft sm:col-span-2">
        Everybody else comes along without a password and not at work, until you let them in again.
      </p>
      {sending && <HowFar />}
      <Send weight="line" wide size="tall" busy="Looking it through…" className="sm:col-span-2">
        Bring this shop in
      </Send>
    </Form>
  );
}
