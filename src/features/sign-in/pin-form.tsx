'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { postJson } from '@/features/transport/post';
import { PersonPin, type PinPerson } from '@/ui/person-pin';

/** Changes the person on this device. `onDone` is for where it opens over a page; alone it goes on to the day. */
export function PinForm({ people, onDone }: { people: PinPerson[]; onDone?: () => void }) {
  const router = useRouter();
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  return (
    <PersonPin
      people={people}
      action="Go on"
      errors={errors}
      busy={busy}
      onEnter={async (personId, pin) => {
        setBusy(true);
        const answer = await postJson('/api/pin', { personId, pin });
        setBusy(false);
        if (!answer.ok) return setErrors(answer.errors);
        setErrors([]);
        if (onDone) onDone();
        else router.push('/');
        router.refresh();
      }}
    />
  );
}
