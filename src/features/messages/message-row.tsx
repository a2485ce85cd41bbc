'use client';

import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import type { QueuedMessage } from '@/server/messages/send';
import { useCommand } from '@/features/transport/use-command';
import { HandOn } from './hand-on';
import { FormErrors } from '@/ui/field';

/** One message and how it stands; what failed says why and is sent again or let go. */
export function MessageRow({
  message,
  title,
  when,
}: {
  message: QueuedMessage;
  title: string;
  when: string;
}) {
  const { send, busy, errors } = useCommand('message.again');
  const waits = message.state === 'queued' || message.state === 'failed';
  return (
    <li className="border-b border-rule py-2" data-testid="message">
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span>
          <strong>{title}</strong>, {message.channel === 'text' ? 'text' : 'mail'} to {message.customer},{' '}
          <Link href={`/orders/${message.orderId}`}>order {message.number}</Link>
        </span>
        <span
          className={
            ['failed', 'by hand'].includes(message.state) ? 'font-semibold text-danger' : 'font-semibold'
          }
        >
          {when}
        </span>
      </p>
      <p className="whitespace-pre-line text-soft">{message.words}</p>
      {message.why && message.state !== 'handed on' && (
        <p className="font-medium text-danger">
          {message.why}{' '}
          {message.tries > 0 && `Tried ${message.tries} ${message.tries === 1 ? 'time' : 'times'}.`}
        </p>
      )}
      {(waits || message.state === 'by hand') && (
        <p className="flex gap-2 pt-1">
          {message.state === 'queued' ? null : <HandOn messageId={message.id} />}
          {waits && (
            <Button disabled={busy} onClick={() => void send({ messageId: message.id, send: true })}>
              Send it now
            </Button>
          )}
          <Button disabled={busy} onClick={() => void send({ messageId: message.id, send: false })}>
            Let it go
          </Button>
        </p>
      )}
      <FormErrors errors={errors} />
    </li>
  );
}
