'use client';

import { STAND_INS, type StandIn } from '@/contracts/stand-ins';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';

/** One stand-in by its name: off until it is chosen, and the gateway can be let fail. */
export function StandInSwitch({
  standIn,
  chosen,
  working,
  mayChoose,
}: {
  standIn: StandIn;
  chosen: boolean;
  working: boolean;
  mayChoose: boolean;
}) {
  const { send, busy, errors } = useCommand('standin.set');
  const [name, what] = STAND_INS[standIn];
  return (
    <li className="border-b border-rule py-2" data-stand-in={standIn}>
      <p className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <span>
          <strong>{name}</strong>, {chosen ? (working ? 'in use' : 'in use, out of order') : 'off'}
        </span>
        {mayChoose && (
          <span className="flex gap-2">
            {chosen && standIn === 'gateway' && (
              <Button disabled={busy} onClick={() => void send({ standIn, chosen, working: !working })}>
                {working ? 'Let it fail' : 'Let it work again'}
              </Button>
            )}
            <Button disabled={busy} onClick={() => void send({ standIn, chosen: !chosen })}>
              {chosen ? `Turn the ${name.toLowerCase()} off` : `Use the stand-in ${name.toLowerCase()}`}
            </Button>
          </span>
        )}
      </p>
      <p className="text-soft">{what}</p>
      <FormErrors errors={errors} />
    </li>
  );
}
