'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import type { FaultKind } from '@/core/practice/scenario';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';
import { postJson } from '../transport/post';
import { usePost } from '../transport/use-command';

export interface ToPractice {
  scenario?: string;
  procedure?: string;
  ways?: string[];
  kinds?: FaultKind[];
}

/** Begins a practice car in one tap, in either of its modes. */
export function StartPractice({
  what,
  label = 'Practice',
  earnest = true,
}: {
  what: ToPractice;
  label?: string;
  /** Offers the mode in which it only refuses, too. */
  earnest?: boolean;
}) {
  const router = useRouter();
  const postAgain = usePost();
  const [busy, setBusy] = useState(false);
  const [errors, setErrors] = useState<FieldError[]>([]);
  const start = async (mode: 'refuses' | 'lets-happen') => {
    setBusy(true);
    const got = await postAgain(() => postJson<{ id: string }>('/api/practice', { ...what, mode }));
    if (got.ok) router.push(`/practice/${got.answer.id}`);
    else {
      setErrors(got.errors);
      setBusy(false);
    }
  };
  return (
    <span className="flex flex-wrap content-start items-start gap-2">
      <Button disabled={busy} onClick={() => void start('lets-happen')}>
        {label}
      </Button>
      {earnest && (
        <Button weight="plain" disabled={busy} onClick={() => void start('refuses')}>
          As in earnest
        </Button>
      )}
      <FormErrors errors={errors} />
    </span>
  );
}
