'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';
import { PersonPin } from '@/ui/person-pin';
import type { BayProps } from './bay-props';

/**
 * Who may lower and drive this car: any tablet with network, or one that has taken it to go where there is none. While
 * one has it, no other opens or loosens; the lead takes it back after a look at the car.
 */
export function LoweringControl({ orderId, holder, leads }: Pick<BayProps, 'orderId' | 'holder' | 'leads'>) {
  const take = useCommand('lowering.take');
  const give = useCommand('lowering.give');
  const back = useCommand('lowering.back');
  const [open, setOpen] = useState(false);
  const [looked, setLooked] = useState(false);
  const [reason, setReason] = useState('');
  return (
    <div className="flex flex-wrap items-center gap-3">
      {holder ? (
        <>
          <p className="text-[1.1rem]">
            <strong>{holder.mine ? 'This tablet' : holder.name}</strong> lowers and drives since{' '}
            {holder.since}
          </p>
          {holder.mine ? (
            <button
              type="button"
              className="btn"
              disabled={give.busy}
              onClick={() => void give.send({ orderId })}
            >
              Give it back
            </button>
          ) : (
            <button type="button" className="btn" onClick={() => setOpen(true)}>
              Take it back
            </button>
          )}
        </>
      ) : (
        <button
          type="button"
          className="btn"
          disabled={take.busy}
          onClick={() => void take.send({ orderId })}
        >
          Lower from this tablet alone
        </button>
      )}
      <FormErrors errors={[...take.errors, ...give.errors]} shown={[]} />
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Take lowering back"
        intro={`What ${holder?.name ?? 'that tablet'} still has to send comes back as tasks, not as moves of the car. Look at the car itself first.`}
      >
        <Errors errors={back.errors}>
          <div className="grid gap-3">
            <CheckField
              name="looked"
              label="The lead has looked at the car: what is open, loose, and how it stands"
              checked={looked}
              onChecked={(checked) => setLooked(checked)}
            />
            <TextField
              name="reason"
              label="Why it is taken back"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <PersonPin
              people={leads}
              action="Take it back"
              errors={back.errors}
              busy={back.busy}
              onEnter={async (leadId, pin) => {
                if (await back.send({ orderId, leadId, pin, reason, looked })) setOpen(false);
              }}
            />
            <FormErrors errors={back.errors} shown={['reason', 'looked', 'pin', 'leadId']} />
          </div>
        </Errors>
      </Dialog>
    </div>
  );
}
