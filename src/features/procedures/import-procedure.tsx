'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { checkProcedure } from '@/core/procedure/check';
import { placeProblems } from '@/core/procedure/problems';
import type { Procedure } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';

/** A procedure file from elsewhere: read whole, checked, and saved as the shop's next version of it. */
export function ImportProcedure() {
  const router = useRouter();
  const { send, busy, errors } = useCommand('procedure.save');
  const [read, setRead] = useState<Procedure | null>(null);
  const [unread, setUnread] = useState('');
  const [note, setNote] = useState('');
  let problems: ReturnType<typeof placeProblems> = [];
  try {
    problems = read ? placeProblems(read, checkProcedure(read)) : [];
  } catch {
    // A file that is no procedure at all is named field by field when it is saved.
  }
  return (
    <Errors errors={errors}>
      <TextField
        name="file"
        label="Procedure file, JSON"
        type="file"
        accept="application/json,.json"
        onChange={async (event) => {
          const file = event.target.files?.[0];
          setUnread('');
          setRead(null);
          if (!file) return;
          try {
            setRead(JSON.parse(await file.text()) as Procedure);
          } catch {
            setUnread(`“${file.name}” is not a JSON file.`);
          }
        }}
      />
      {unread && (
        <p role="alert" className="font-medium text-danger">
          {unread}
        </p>
      )}
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
          <TextField
            className="mt-3"
            name="note"
            label="Where it comes from"
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
          <FormErrors errors={errors} shown={['note']} />
          <button
            type="button"
            className="btn btn-pen mt-3"
            disabled={busy}
            onClick={async () => {
              if (await send({ procedure: read, basedOn: 0, note })) router.push(`/procedures/${read.id}`);
            }}
          >
            Save it as ours
          </button>
        </>
      )}
    </Errors>
  );
}
