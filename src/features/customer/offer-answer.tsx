'use client';

import type { GivenOf } from '@/contracts/commands';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import type { AskedOf } from '../answers/answer-form';
import { FormErrors } from '@/ui/field';

/** Yes or no to one version of what is offered; the answer says that it came from this page. */
export function AnswerOnPage({
  command,
  input,
  yes,
  no,
}: {
  command: 'offer.answer' | 'quote.answer' | 'proposal.answer' | 'trial.answer';
  input: AskedOf;
  yes: string;
  no: string;
}) {
  const { send, busy, errors } = useCommand(command);
  const answer = (value: boolean) =>
    void send({ ...input, yes: value, how: 'on the link', witness: null } as GivenOf<typeof command>);
  return (
    <>
      <div className="mt-3 grid grid-cols-2 gap-3">
        <Button weight="pen" size="tall" disabled={busy} onClick={() => answer(true)}>
          {yes}
        </Button>
        <Button size="tall" disabled={busy} onClick={() => answer(false)}>
          {no}
        </Button>
      </div>
      <FormErrors errors={errors} />
    </>
  );
}
