'use client';

import { CommandForm } from '@/features/transport/command-form';
import type { SentOf } from '@/features/transport/use-command';
import { Send } from '@/ui/send';
import { ASKED_HERE, HowAskedFields, askedOf } from './how-asked';

/** What is asked: one version of it, or the height on trial. */
export type AskedOf = { orderId: string } & (
  | { version: number; offerId?: string; planVersion?: number; heightId?: never }
  | { heightId: string; offerId?: never; version?: never; planVersion?: never }
);

/** The customer's yes or no to one version of something: in the shop, or by phone with somebody who heard it. */
export function AnswerForm({
  command,
  input,
  small,
  outlined,
}: {
  command: 'plan.answer' | 'offer.answer' | 'quote.answer' | 'proposal.answer' | 'trial.answer';
  input: AskedOf;
  small?: boolean;
  /** Something else comes before it here: the yes is possible, and not what is asked for. */
  outlined?: boolean;
}) {
  const both = command === 'proposal.answer';
  return (
    <CommandForm
      command={command}
      about={`${input.offerId ?? input.heightId ?? ''} ${input.version ?? ''}`}
      className="flex flex-wrap items-end gap-3"
      start={{ ...ASKED_HERE, yes: true }}
      input={({ yes, ...asked }) => ({ ...input, yes, ...askedOf(asked) }) as SentOf<typeof command>}
    >
      {({ how }, set) => (
        <>
          <HowAskedFields label="Asked" how={how} widths={{ how: 'w-36', witness: 'w-44' }} />
          <div className={small ? 'flex gap-2' : 'grid w-full grid-cols-2 gap-3'}>
            <Send weight={outlined ? 'line' : undefined} onClick={() => set('yes', true)}>
              {small ? 'Yes' : both ? 'Yes, to plan and price' : 'The customer says yes'}
            </Send>
            <Send weight="line" onClick={() => set('yes', false)}>
              {small ? 'No' : 'The customer says no'}
            </Send>
          </div>
        </>
      )}
    </CommandForm>
  );
}
