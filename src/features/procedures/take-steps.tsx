'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Anatomy } from '@/core/anatomy/types';
import { checkProcedure, isFault } from '@/core/procedure/check';
import { changedFields } from '@/core/procedure/diff';
import { type StepChange, withStepTaken } from '@/core/procedure/editions';
import { placeProblems } from '@/core/procedure/problems';
import type { Procedure, Step } from '@/core/procedure/types';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { CheckLine } from '@/ui/checkbox';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

const KINDS: Record<StepChange['kind'], string> = {
  new: 'ships anew',
  ours: 'only ours is changed',
  both: 'changed by both',
};

/** What one edition has otherwise than the file it all began from. */
function Against({ title, first, step }: { title: string; first: Step | null; step: Step | null }) {
  const fields = step && first ? changedFields(first, step) : [];
  return (
    <div>
      <p className="font-head text-soft">{title}</p>
      {!step ? (
        <p>{first ? 'taken out' : 'has no such step'}</p>
      ) : !first ? (
        <p>{step.do}</p>
      ) : fields.length === 0 ? (
        <p>as it was</p>
      ) : (
        fields.map(({ name, was, is }) => (
          <p key={name}>
            <span className="text-soft">{name}:</span> <del className="text-soft">{was || 'nothing'}</del>{' '}
            <ins className="font-medium no-underline">{is || 'nothing'}</ins>
          </p>
        ))
      )}
    </div>
  );
}

/** Each step that is otherwise in our version, in the one that ships now, or in both; what is ticked is taken as it ships. */
export function TakeSteps({
  ours,
  second,
  version,
  changes,
  anatomies,
  mayEdit,
}: {
  ours: Procedure;
  second: Procedure;
  version: number;
  changes: StepChange[];
  anatomies: readonly Anatomy[];
  mayEdit: boolean;
}) {
  const router = useRouter();
  const [taken, setTaken] = useState<string[]>([]);
  const offered = changes.filter(({ kind }) => kind !== 'ours');
  const made = taken.reduce((draft, id) => withStepTaken(draft, second, id), ours);
  const problems = placeProblems(made, checkProcedure({ ...made, anatomies }).filter(isFault));
  const toggle = (id: string) =>
    setTaken((had) =>
      had.includes(id)
        ? had.filter((one) => one !== id)
        : changes.map((change) => change.id).filter((one) => one === id || had.includes(one)),
    );
  if (!changes.length) return <p className="text-lg">Ours has every step as it ships now.</p>;
  return (
    <div className="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,1fr)_340px]">
      <section aria-label="Steps that differ">
        {mayEdit && (
          <p className="flex gap-2 pb-2">
            <Button
              onClick={() => setTaken(offered.filter(({ kind }) => kind === 'new').map(({ id }) => id))}
            >
              Tick all that ships anew
            </Button>
            <Button onClick={() => setTaken([])}>Tick none</Button>
          </p>
        )}
        <ul className="border-t border-ink">
          {changes.map(({ id, kind, first, ours: own, second: now }) => (
            <li key={id} className="border-b border-rule py-3">
              {mayEdit && kind !== 'ours' ? (
                <CheckLine checked={taken.includes(id)} onChecked={() => toggle(id)}>
                  <span className="font-semibold">{(now ?? own ?? first)!.do}</span>{' '}
                  <span className="text-soft">{KINDS[kind]}</span>
                </CheckLine>
              ) : (
                <p>
                  <span className="font-semibold">{(now ?? own ?? first)!.do}</span>{' '}
                  <span className="text-soft">{KINDS[kind]}</span>
                </p>
              )}
              <div className="mt-1 grid gap-x-6 gap-y-2 pl-9 sm:grid-cols-2">
                <Against title="Ours" first={first} step={own} />
                <Against title="As it ships now" first={first} step={now} />
              </div>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Our next version">
        <h2 className="border-b border-ink pb-1">Our next version</h2>
        <p className="py-2">
          {taken.length === 0
            ? 'Nothing is ticked: it stays as it is.'
            : `${taken.length} of ${offered.length} steps taken as they ship.`}
        </p>
        {problems.length > 0 && (
          <ul className="caution mb-3 list-disc px-4 py-2 pl-8">
            {problems.slice(0, 8).map(({ code, ref, words }) => (
              <li key={`${code} ${ref}`}>{words}</li>
            ))}
            {problems.length > 8 && <li>and {problems.length - 8} more</li>}
          </ul>
        )}
        {mayEdit && (
          <CommandForm
            command="procedure.save"
            about={ours.id}
            className="grid gap-3"
            start={{ note: 'Steps of the second edition taken' }}
            input={({ note }) => ({ procedure: made, basedOn: version, note })}
            onDone={() => router.push(`/procedures/${ours.id}`)}
          >
            <TextField name="note" label="What changed, and why" />
            <Send wide size="tall" disabled={!taken.length}>
              Save as our next version
            </Send>
            <p className="text-soft">
              It may be saved with what is listed above; no job starts on it before it is clean.
            </p>
          </CommandForm>
        )}
      </section>
    </div>
  );
}
