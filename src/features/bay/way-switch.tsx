'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';
import { PersonPin } from '@/ui/person-pin';
import type { BayProps, RunSource } from './bay-props';
import { Choice, ChoiceLines } from '@/ui/choice';

/** Another way of a procedure while the job runs: shops differ, and so do cars once they are apart. */
export function WaySwitch({ orderId, sources, leads }: BayProps) {
  const { send, busy, errors, clear } = useCommand('run.way');
  const [open, setOpen] = useState(false);
  const choosable = sources.filter((source) => source.ways.length > 0);
  const [sourceId, setSourceId] = useState(choosable[0]?.id ?? '');
  const [taken, setTaken] = useState<Record<string, string[]>>(
    Object.fromEntries(choosable.map((source) => [source.id, source.taken])),
  );
  const [reason, setReason] = useState('');
  const source = choosable.find((one) => one.id === sourceId);
  if (!choosable.length) return null;
  const choose = (of: RunSource, choice: string, way: string | null) => {
    clear();
    const others = (taken[of.id] ?? []).filter(
      (id) => of.ways.find((one) => one.id === id)?.choice !== choice,
    );
    setTaken({ ...taken, [of.id]: way ? [...others, way] : others });
  };
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Another way
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Another way of doing it"
        intro="What is done stays done. The lead says yes, with the reason."
        wide
      >
        {choosable.length > 1 && (
          <Choice
            label="Procedure"
            className="mb-3 grid gap-2 sm:grid-cols-2"
            itemClassName="min-h-14"
            options={choosable.map((one) => [one.id, one.title] as const)}
            value={sourceId}
            onValue={setSourceId}
          />
        )}
        {source &&
          [...new Set(source.ways.map((way) => way.choice))].map((choice) => (
            <fieldset key={choice} className="mb-2">
              <legend className="font-head text-[1.15rem] text-soft">{choice}</legend>
              <ChoiceLines
                label={choice}
                options={[
                  ['', 'as the procedure stands'],
                  ...source.ways
                    .filter((way) => way.choice === choice)
                    .map((way) => [way.id, way.title] as const),
                ]}
                value={
                  (taken[source.id] ?? []).find(
                    (id) => source.ways.find((one) => one.id === id)?.choice === choice,
                  ) ?? ''
                }
                onValue={(way) => choose(source, choice, way || null)}
              />
            </fieldset>
          ))}
        <Errors errors={errors}>
          <TextField
            name="reason"
            label="Why this way"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <FormErrors errors={errors} shown={['reason', 'pin', 'leadId']} />
        </Errors>
        <div className="mt-4">
          <PersonPin
            people={leads}
            action="Go on this way"
            busy={busy}
            errors={errors.filter((error) => error.field === 'pin' || error.field === 'leadId')}
            onEnter={async (leadId, pin) => {
              const answer = await send({
                orderId,
                procedureId: sourceId,
                ways: taken[sourceId] ?? [],
                reason,
                leadId,
                pin,
              });
              if (answer) setOpen(false);
            }}
          />
        </div>
      </Dialog>
    </>
  );
}
