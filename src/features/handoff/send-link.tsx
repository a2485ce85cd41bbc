'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { newId } from '@/features/transport/device';
import { postJson } from '@/features/transport/post';
import { useCommand, usePost } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CopyButton } from '@/ui/copy-button';
import { Dialog } from '@/ui/dialog';
import { HandOn } from '@/features/messages/hand-on';
import { LoopbackNotice } from '@/features/messages/loopback-notice';
import { FormErrors } from '@/ui/field';

export interface ShownLink {
  until: string;
  worksStill: boolean;
  views: { when: string; what: string }[];
}

const WHAT: Record<string, string> = {
  page: 'looked at',
  photo: 'a picture',
  pdf: 'the PDF',
  zip: 'the ZIP',
};

/** The customer's page: shown once with its code to be photographed, sent, or taken away; and when it was looked at. */
export function SendLink({
  orderId,
  link,
  reach,
}: {
  orderId: string;
  link: ShownLink | null;
  /** The number or address it goes to; null where somebody hands it on. */
  reach: string | null;
}) {
  const router = useRouter();
  const postAgain = usePost();
  const send = useCommand('link.send');
  const revoke = useCommand('link.revoke');
  const [made, setMade] = useState<{ address: string; picture: string } | null>(null);
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [asking, setAsking] = useState<'code' | 'away' | null>(null);
  const [sent, setSent] = useState<{ messageId: string | null; byHand: boolean } | null>(null);
  const make = async () => {
    const answer = await postAgain(() =>
      postJson(`/api/orders/${orderId}/link`, { id: newId(), deviceSeq: Date.now() % 1_000_000 }),
    );
    if (!answer.ok) return setErrors(answer.errors);
    setErrors([]);
    setMade(answer.answer as { address: string; picture: string });
    router.refresh();
  };
  return (
    <section>
      <h2 className="border-b border-ink pb-1">The customer’s page</h2>
      <p className="py-2">
        {link?.worksStill
          ? `Works until ${link.until}.`
          : link
            ? 'Its time is over: give it a new address.'
            : 'Status, offers to answer, the handoff to sign. It has no address yet.'}
      </p>
      <div className="grid grid-cols-2 gap-2">
        <Button
          size="tall"
          disabled={send.busy}
          onClick={async () => setSent((await send.send({ orderId })) ?? null)}
        >
          {reach ? 'Send it' : 'Write it, to hand on'}
        </Button>
        <Button size="tall" onClick={() => (link?.worksStill ? setAsking('code') : void make())}>
          Show its code
        </Button>
        {link && (
          <Button className="col-span-2" onClick={() => setAsking('away')}>
            End this page
          </Button>
        )}
      </div>
      <Dialog
        open={asking !== null}
        onClose={() => setAsking(null)}
        title={asking === 'code' ? 'Give it a new address?' : 'End this page?'}
        intro={
          asking === 'code'
            ? 'Only a hash of its address is kept, so that a code can only be shown of a new one. The address the customer has stops working then.'
            : 'The customer’s address stops working, for its pictures and papers too. A new one can be given later.'
        }
      >
        <div className="grid grid-cols-2 gap-3">
          <Button
            weight="pen"
            size="tall"
            disabled={revoke.busy}
            onClick={async () => {
              if (asking === 'code') await make();
              else await revoke.send({ orderId });
              setAsking(null);
            }}
          >
            {asking === 'code' ? 'Make a new address' : 'End its address'}
          </Button>
          <Button size="tall" onClick={() => setAsking(null)}>
            Leave it as it is
          </Button>
        </div>
      </Dialog>
      {sent && !sent.byHand && (
        <p role="status" className="mt-2 font-medium">
          Waits to go out to {reach}; Messages says when it has left. An address given before stops working
          then.
        </p>
      )}
      {sent?.byHand && sent.messageId && (
        <div role="status" className="mt-2 font-medium">
          <p className="pb-2">
            Not sent: nothing here carries it out. It stands under Messages until it is given.
          </p>
          <HandOn messageId={sent.messageId} />
        </div>
      )}
      <FormErrors errors={[...errors, ...send.errors, ...revoke.errors]} />
      {link && link.views.length > 0 && (
        <table className="ledger mt-3">
          <thead>
            <tr>
              <th scope="col">Looked at</th>
              <th scope="col">What</th>
            </tr>
          </thead>
          <tbody>
            {link.views.slice(0, 6).map((view, index) => (
              <tr key={index}>
                <td>{view.when}</td>
                <td>{WHAT[view.what] ?? view.what}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Dialog
        open={made !== null}
        onClose={() => setMade(null)}
        title="The customer’s page"
        intro="Shown this once: only a hash of the address is kept here. One given before has stopped working."
      >
        {made && (
          <>
            <div
              className="mx-auto w-64 bg-white p-2"
              role="img"
              aria-label="The address as a code to photograph"
              // The code is drawn on our own server from the address alone.
              dangerouslySetInnerHTML={{ __html: made.picture }}
            />
            <p className="mt-3 break-all border border-rule bg-card p-3" data-testid="link-address">
              {made.address}
            </p>
            <LoopbackNotice base={made.address} />
            <CopyButton text={made.address} weight="pen" size="tall" wide className="mt-3" />
          </>
        )}
      </Dialog>
    </section>
  );
}
