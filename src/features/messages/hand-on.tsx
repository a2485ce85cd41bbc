'use client';

import { useState } from 'react';
import { capital } from '@/core/wording';
import type { HAND_WAYS } from '@/core/follow-up/message-kinds';
import type { FieldError } from '@/contracts/answer';
import type { HandOnWords } from '@/contracts/hand-on';
import { postJson } from '@/features/transport/post';
import { useCommand, usePost } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CopyButton } from '@/ui/copy-button';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { LoopbackNotice } from './loopback-notice';

type Way = (typeof HAND_WAYS)[number];

/** A message that nothing here carries: copied, opened in mail or text, shared or photographed; and then said to be given. */
export function HandOn({ messageId, opens = 'Hand it on' }: { messageId: string; opens?: string }) {
  const post = usePost();
  const handed = useCommand('message.handed');
  const [shown, setShown] = useState<HandOnWords | null>(null);
  const [errors, setErrors] = useState<FieldError[]>([]);
  const open = async () => {
    const answer = await post(() => postJson<HandOnWords>(`/api/messages/${messageId}/words`, {}));
    if (!answer.ok) return setErrors(answer.errors);
    setErrors([]);
    setShown(answer.answer);
  };
  const given = async (how: Way) => {
    if (await handed.send({ messageId, how })) setShown(null);
  };
  return (
    <>
      <Button weight="pen" onClick={() => void open()}>
        {opens}
      </Button>
      <FormErrors errors={errors} />
      <Dialog
        open={shown !== null}
        onClose={() => setShown(null)}
        title="Not sent: hand it on"
        intro="Nothing here carries it out. Copy it, or open it in mail or text; then say that it is given."
      >
        {shown && (
          <>
            <p className="pb-2">
              To <strong>{shown.customer}</strong>
              {[shown.phone, shown.email].filter(Boolean).map((one) => `, ${one}`)}
              {!shown.phone && !shown.email && ': no telephone and no mail address is kept'}
            </p>
            <p
              className="border border-rule bg-card px-3 py-2 break-words whitespace-pre-line"
              data-testid="words"
            >
              {shown.words}
            </p>
            <LoopbackNotice base={shown.base} />
            <div className="grid grid-cols-2 gap-2 pt-3">
              <CopyButton text={shown.words} />
              {typeof navigator !== 'undefined' && 'share' in navigator && (
                <Button onClick={() => void navigator.share({ text: shown.words }).catch(() => undefined)}>
                  Share it
                </Button>
              )}
              <a className="btn" href={shown.mailto}>
                Open in mail
              </a>
              <a className="btn" href={shown.sms}>
                Open as a text
              </a>
            </div>
            <details className="pt-3">
              <summary className="cursor-pointer underline">
                A code, to open it on a telephone of the shop
              </summary>
              <div
                className="mx-auto w-56 bg-white p-2"
                role="img"
                aria-label="The message as a code to photograph"
                // The code is drawn on our own server from the words above.
                dangerouslySetInnerHTML={{ __html: shown.picture }}
              />
            </details>
            <p className="mt-4 border-t border-ink pt-2 font-semibold">Given to the customer:</p>
            <div className="grid grid-cols-2 gap-2 pt-2">
              {(['by mail', 'by text', 'in person', 'by another app'] as const).map((how) => (
                <Button key={how} disabled={handed.busy} onClick={() => void given(how)}>
                  {capital(how)}
                </Button>
              ))}
            </div>
            <FormErrors errors={handed.errors} />
          </>
        )}
      </Dialog>
    </>
  );
}
