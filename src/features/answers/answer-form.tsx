'use client';

import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { useHowAsked } from './how-asked';

/** The customer's yes or no to one version of something: in the shop, or by phone with somebody who heard it. */
export function AnswerForm({
  command,
  input,
  small,
}: {
  command: 'plan.answer' | 'offer.answer' | 'quote.answer';
  input: { orderId: string; version: number; offerId?: string };
  small?: boolean;
}) {
  const { send, busy, errors } = useCommand(command);
  const { asked, fields } = useHowAsked();
  const answer = (yes: boolean) => void send({ ...input, yes, ...asked });
  return (
    <Errors errors={errors}>
      <div className="flex flex-wrap items-end gap-3">
        {fields('Asked', { how: 'w-36', witness: 'w-44' })}
        <div className={small ? 'flex gap-2' : 'grid w-full grid-cols-2 gap-3'}>
          <button type="button" className="btn btn-pen" disabled={busy} onClick={() => answer(true)}>
            {small ? 'Yes' : 'The customer says yes'}
          </button>
          <button type="button" className="btn" disabled={busy} onClick={() => answer(false)}>
            {small ? 'No' : 'The customer says no'}
          </button>
        </div>
      </div>
      <FormErrors errors={errors} shown={['witness', 'how']} />
    </Errors>
  );
}
