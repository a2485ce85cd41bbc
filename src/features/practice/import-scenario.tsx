'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { Errors, FormErrors } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { TextField } from '@/ui/text-field';
import { postJson } from '../transport/post';
import { usePost } from '../transport/use-command';

/** A practice file of one’s own: read, looked through against its job, and listed with the others. */
export function ImportScenario() {
  const router = useRouter();
  const postAgain = usePost();
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [kept, setKept] = useState('');
  const take = async (file: File | undefined) => {
    setKept('');
    setErrors([]);
    if (!file) return;
    let read: unknown;
    try {
      read = JSON.parse(await file.text());
    } catch {
      setErrors([{ field: 'file', code: 'no-json', message: `“${file.name}” is not a JSON file.` }]);
      return;
    }
    const got = await postAgain(() => postJson<{ id: string }>('/api/practice/scenario', read));
    if (!got.ok) {
      setErrors(
        got.errors.map((error) => ({
          ...error,
          message: error.field ? `${error.field}: ${error.message}` : error.message,
        })),
      );
      return;
    }
    setKept(got.answer.id);
    router.refresh();
  };
  return (
    <Fold title="A practice file of our own">
      <Errors errors={errors}>
        <TextField
          name="file"
          label="Practice file, JSON"
          type="file"
          accept="application/json,.json"
          onChange={(event) => void take(event.target.files?.[0])}
        />
      </Errors>
      <FormErrors errors={errors} shown={['file']} />
      {kept && <p role="status">{kept} is kept and stands in the list.</p>}
    </Fold>
  );
}
