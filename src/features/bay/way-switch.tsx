'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { ChoiceField, ChoiceLines } from '@/ui/choice';
import { Held } from '@/ui/held';
import { PinFields, noPin } from '@/ui/pin-fields';
import { TextField } from '@/ui/text-field';
import type { BayProps, RunSource } from './bay-props';

/** The ways of one procedure that are taken, choice by choice; the form holds their ids. */
function Ways({ source }: { source: RunSource }) {
  const choiceOf = (id: string) => source.ways.find((way) => way.id === id)?.choice;
  return (
    <Held<string[]> name={`taken.${source.id}`} value={undefined} first={source.taken}>
      {({ value: taken, set }) =>
        [...new Set(source.ways.map((way) => way.choice))].map((choice) => (
          <fieldset key={choice}>
            <legend className="font-head text-lg text-soft">{choice}</legend>
            <ChoiceLines
              label={choice}
              options={[
                ['', 'as the procedure stands'],
                ...source.ways
                  .filter((way) => way.choice === choice)
                  .map((way) => [way.id, way.title] as const),
              ]}
              value={taken.find((id) => choiceOf(id) === choice) ?? ''}
              onValue={(way) =>
                set([...taken.filter((id) => choiceOf(id) !== choice), ...(way ? [way] : [])])
              }
            />
          </fieldset>
        ))
      }
    </Held>
  );
}

/** Another way of a procedure while the job runs: shops differ, and so do cars once they are apart. */
export function WaySwitch({ orderId, sources, leads }: BayProps) {
  const choosable = sources.filter((source) => source.ways.length > 0);
  if (!choosable.length) return null;
  return (
    <CommandDialog
      command="run.way"
      about={orderId}
      opens="Another way"
      title="Another way of doing it"
      intro="What is done stays done. The lead says yes, with the reason."
      wide
      start={{
        procedureId: choosable[0]!.id,
        taken: Object.fromEntries(choosable.map((source) => [source.id, source.taken])),
        reason: '',
        ...noPin(leads),
      }}
      input={({ procedureId, taken, reason, personId, pin }) => ({
        orderId,
        procedureId,
        ways: taken[procedureId] ?? [],
        reason,
        leadId: personId,
        pin,
      })}
    >
      {({ procedureId }) => (
        <>
          {choosable.length > 1 && (
            <ChoiceField
              name="procedureId"
              label="Procedure"
              className="grid gap-2 sm:grid-cols-2"
              itemClassName="min-h-14"
              options={choosable.map((one) => [one.id, one.title] as const)}
            />
          )}
          <Ways key={procedureId} source={choosable.find((one) => one.id === procedureId)!} />
          <TextField name="reason" label="Why this way" />
          <PinFields people={leads} action="Go on this way" />
        </>
      )}
    </CommandDialog>
  );
}
