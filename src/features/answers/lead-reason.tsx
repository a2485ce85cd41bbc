'use client';

import type { ReactNode } from 'react';
import type { GivenOf } from '@/contracts/commands';
import { CommandDialog } from '@/features/transport/command-dialog';
import type { SentOf } from '@/features/transport/use-command';
import { PinFields, type PinPerson, noPin } from '@/ui/pin-fields';
import { TextField } from '@/ui/text-field';

/** What only a lead may let pass: a button, then a written reason and the lead's own PIN. */
export function LeadReason<
  N extends 'override.record' | 'alignment.accept' | 'hold.end' | 'heights.accept' | 'handoff.unsigned',
>({
  command,
  input,
  leads,
  button,
  title,
  intro,
  reasonLabel = 'Reason',
  action,
}: {
  command: N;
  /** Goes with lead, PIN and reason. */
  input: Omit<GivenOf<N>, 'leadId' | 'pin' | 'reason'>;
  leads: PinPerson[];
  button: string;
  title: string;
  intro: ReactNode;
  reasonLabel?: string;
  action: string;
}) {
  return (
    <CommandDialog
      command={command}
      about={JSON.stringify(input)}
      opens={button}
      title={title}
      intro={intro}
      start={{ reason: '', ...noPin(leads) }}
      input={({ personId, ...typed }) => ({ ...input, leadId: personId, ...typed }) as SentOf<N>}
    >
      <TextField name="reason" label={reasonLabel} />
      <PinFields people={leads} action={action} />
    </CommandDialog>
  );
}
