'use client';

import { useState } from 'react';
import { CommandDialog } from '@/features/transport/command-dialog';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/checkbox';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { PinFields, noPin } from '@/ui/pin-fields';
import { TextField } from '@/ui/text-field';
import type { BayProps } from './bay-props';

/**
 * Who may lower and drive this car: any tablet with network, or one that has taken it to go where there is none. While
 * one has it, no other opens or loosens; the lead takes it back after a look at the car.
 */
export function LoweringControl({ orderId, holder, leads }: Pick<BayProps, 'orderId' | 'holder' | 'leads'>) {
  const take = useCommand('lowering.take');
  const give = useCommand('lowering.give');
  const [asking, setAsking] = useState(false);
  return (
    <div className="flex flex-wrap items-center gap-3">
      {holder && (
        <p className="text-lg">
          <strong>{holder.mine ? 'This tablet' : holder.name}</strong> lowers and drives since {holder.since}
        </p>
      )}
      {!holder && (
        <>
          <Button onClick={() => setAsking(true)}>Lower from this tablet alone</Button>
          <Dialog
            open={asking}
            onClose={() => setAsking(false)}
            title="Lower from this tablet alone"
            intro="For where there is no network: from now on no other tablet lowers, drives, opens or loosens anything on this car, until this one gives it back, or the lead takes it back after a look at the car."
          >
            <div className="grid grid-cols-2 gap-3">
              <Button
                weight="pen"
                size="tallest"
                disabled={take.busy}
                onClick={async () => {
                  if (await take.send({ orderId })) setAsking(false);
                }}
              >
                This tablet alone
              </Button>
              <Button size="tallest" onClick={() => setAsking(false)}>
                Leave it as it is
              </Button>
            </div>
            <FormErrors errors={take.errors} />
          </Dialog>
        </>
      )}
      {holder?.mine && (
        <Button disabled={give.busy} onClick={() => void give.send({ orderId })}>
          Give it back
        </Button>
      )}
      {holder && !holder.mine && (
        <CommandDialog
          command="lowering.back"
          about={orderId}
          opens="Take it back"
          title="Take lowering back"
          intro={`What ${holder.name} still has to send comes back as tasks, not as moves of the car. Look at the car itself first.`}
          start={{ looked: false, reason: '', ...noPin(leads) }}
          input={({ personId, ...typed }) => ({ orderId, leadId: personId, ...typed })}
        >
          <CheckField
            name="looked"
            label="The lead has looked at the car: what is open, loose, and how it stands"
          />
          <TextField name="reason" label="Why it is taken back" />
          <PinFields people={leads} action="Take it back" />
        </CommandDialog>
      )}
      <FormErrors errors={[...take.errors, ...give.errors]} />
    </div>
  );
}
