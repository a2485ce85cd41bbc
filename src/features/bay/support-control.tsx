'use client';

import { useState } from 'react';
import { RULES_EDITION, type RunDocument, type RunState, SUPPORT_WORDS } from '@/core/procedure/engine';
import { chocksSetHere } from '@/core/procedure/order-of-work';
import { judgeSupport } from '@/core/procedure/support';
import type { OneEnd, Support } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { CheckLine } from '@/ui/checkbox';
import { Choice } from '@/ui/choice';

const CHOICES: { to: Support; words: string }[] = [
  { to: 'on-wheels', words: 'Lower it onto its wheels' },
  { to: 'raised', words: 'Raised, on lift or stands' },
  { to: 'axle-held', words: 'Raised, axle or arms held' },
  { to: 'at-height', words: 'Jacked to ride height' },
];
const WHICH: { words: string; ends: OneEnd[] }[] = [
  { words: 'Front', ends: ['front'] },
  { words: 'Both ends', ends: ['front', 'rear'] },
  { words: 'Rear', ends: ['rear'] },
];

/** How each end stands, and the way to change it. It refuses to lower with something open, and says what. */
export function SupportControl({
  orderId,
  document,
  run,
}: {
  orderId: string;
  document: RunDocument;
  run: RunState;
}) {
  const { send, busy, errors, clear } = useCommand('support.set');
  const [open, setOpen] = useState(false);
  const [chocked, setChocked] = useState(false);
  const [ends, setEnds] = useState<OneEnd[]>(['front', 'rear']);
  const { front, rear } = run.car.support;
  return (
    <>
      <Button
        className="min-w-0 justify-start px-3 text-left"
        onClick={() => {
          clear();
          setOpen(true);
        }}
      >
        <span className="sr-only">It stands</span>
        <span data-testid="support">
          {front === rear
            ? SUPPORT_WORDS[front]
            : `front ${SUPPORT_WORDS[front]}, rear ${SUPPORT_WORDS[rear]}`}
        </span>
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="How it stands">
        <>
          <Choice
            label="Which end"
            className="grid grid-cols-3 gap-2"
            itemClassName=""
            options={WHICH.map((one) => [one.words, one.words] as const)}
            value={WHICH.find((one) => one.ends.join() === ends.join())?.words ?? null}
            onValue={(words) => {
              clear();
              setEnds(WHICH.find((one) => one.words === words)!.ends);
            }}
          />
          {chocksSetHere(document, run) && (
            <CheckLine className="mt-3 items-center gap-3" checked={chocked} onChecked={setChocked}>
              The wheels that stay down are chocked again
            </CheckLine>
          )}
          <ul className="mt-3">
            {CHOICES.map(({ to, words }) => {
              const stands = ends.every((end) => run.car.support[end] === to);
              const refused = stands ? [] : judgeSupport(document, run, ends, to, RULES_EDITION, chocked);
              return (
                <li key={to} className="border-t border-rule py-2">
                  <Button
                    size="tallest"
                    wide
                    className="justify-start text-2xl"
                    disabled={busy || stands}
                    aria-describedby={refused.length ? `no-${to}` : undefined}
                    onClick={async () => {
                      if (await send({ orderId, ends, to, chocked })) setOpen(false);
                    }}
                  >
                    {stands ? `${words}: as it stands` : words}
                  </Button>
                  {refused.map((reason) => (
                    <p
                      key={reason.message}
                      id={`no-${to}`}
                      className="hatch mt-1 px-3 py-2 text-lg font-semibold"
                    >
                      {reason.message}
                    </p>
                  ))}
                </li>
              );
            })}
          </ul>
          <FormErrors errors={errors} />
        </>
      </Dialog>
    </>
  );
}
