'use client';

import { useState } from 'react';
import { RULES_EDITION, type RunDocument, type RunState } from '@/core/procedure/engine';
import { chocksSetHere } from '@/core/procedure/order-of-work';
import { judgeSupport } from '@/core/procedure/support';
import type { OneEnd, Support } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
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

/** The ways to change how the ends stand, each with what speaks against it. */
export function SupportSheet({
  orderId,
  document,
  run,
  onDone,
}: {
  orderId: string;
  document: RunDocument;
  run: RunState;
  onDone: () => void;
}) {
  const { send, busy, errors, clear } = useCommand('support.set');
  const [chocked, setChocked] = useState(false);
  const [ends, setEnds] = useState<OneEnd[]>(['front', 'rear']);
  return (
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
                  if (await send({ orderId, ends, to, chocked })) onDone();
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
  );
}
