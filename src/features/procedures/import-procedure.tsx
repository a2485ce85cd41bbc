'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { checkProcedure } from '@/core/procedure/check';
import { placeProblems } from '@/core/procedure/problems';
import type { Procedure } from '@/core/procedure/types';
import { CommandForm } from '@/features/transport/command-form';
import { Wrong } from '@/ui/field';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

function problemsOf(read: Procedure) {
  try {
    return placeProblems(read, checkProcedure(read));
  } catch {
    // A file that is no procedure at all is named field by field when it is saved.
    return [];
  }
}

/** A procedure file from elsewhere: read whole, checked, and saved as the shop's next version of it. */
export function ImportProcedure() {
  const router = useRouter();
  const [read, setRead] = useState<Procedure | null>(null);
  const [unread, setUnread] = useState('');
  const take = async (file: File | undefined) => {
    setUnread('');
    setRead(null);
    if (!file) return;
    try {
      setRead(JSON.parse(await file.text()) as Procedure);
    } catch {
      setUnread(`“${file.name}” is not a JSON file.`);
    }
  };
  const problems = read ? problemsOf(read) : [];
  return (
    <CommandForm
      command="procedure.save"
      about="file"
      keeps
      start={{ file: null as FileList | null, note: '' }}
      input={({ note }) => ({ procedure: read ?? undefined, basedOn: 0, note })}
      onDone={() => router.push(`/procedures/${read!.id}`)}
    >
      <TextField
        name="file"
        label="Procedure file, JSON"
        type="file"
        accept="application/json,.json"
        onChange={(event) => void take(event.target.files?.[0])}
      />
      <Wrong>{unread}</Wrong>
      {read && (
        <>
          <p className="mt-3 font-semibold">
            {read.title ?? 'No title'}{' '}
            <span className="font-normal text-soft">
              {read.id}, {read.steps?.length ?? 0} steps
            </span>
          </p>
          {problems.length > 0 && (
            <ul className="caution mt-2 px-4 py-2">
              {problems.slice(0, 8).map((problem) => (
                <li key={`${problem.code} ${problem.ref}`}>
                  {problem.stepId ? `${problem.stepId}: ` : ''}
                  {problem.words}
                </li>
              ))}
            </ul>
          )}
          <TextField className="mt-3" name="note" label="Where it comes from" />
          <Send className="mt-3">Save it as ours</Send>
        </>
      )}
    </CommandForm>
  );
}
