'use client';

import { useState } from 'react';
import { CommandForm } from '@/features/transport/command-form';
import { useAsked } from '@/ui/field';
import { PinFields, type PinPerson, noPin } from '@/ui/pin-fields';
import { Send } from '@/ui/send';
import { SheetFields } from './sheet-fields';
import { type ValueLine, noValue } from './value-lines';

function Record({ leads }: { leads: PinPerson[] | null }) {
  const words = useAsked('confirm') ? 'That is what the sheet says: record it' : 'Record these values';
  return leads ? (
    <div className="no-print mt-4 max-w-xl border-t-2 border-ink pt-3">
      <p className="mb-2">Values are the lead’s: name and PIN.</p>
      <PinFields people={leads} action={words} />
    </div>
  ) : (
    <Send size="tall" className="no-print mt-4 px-10">
      {words}
    </Send>
  );
}

/** Every value of an order on one page: one source, all fasteners, both sides at once. */
export function OrderValues({
  orderId,
  lines,
  unit,
  leads,
  platform,
}: {
  orderId: string;
  lines: ValueLine[];
  unit: 'lbft' | 'nm';
  /** Leads to choose from where somebody else looks; none when a lead does. */
  leads: PinPerson[] | null;
  platform: string;
}) {
  const [said, setSaid] = useState('');
  return (
    <CommandForm
      command="values.set"
      start={{ unit, source: '', values: lines.map(noValue), ...noPin(leads ?? []) }}
      input={({ values, personId, pin, unit: chosen, source }, confirmed) => ({
        orderId,
        unit: chosen as 'lbft' | 'nm',
        source,
        values: values.map(({ value, angleDeg }, at) => ({ fastenerIds: lines[at]!.keys, value, angleDeg })),
        leadId: leads ? personId : null,
        pin: leads ? pin : null,
        confirmed,
      })}
      onDone={({ values, keptFor }) =>
        setSaid(
          `${values} values recorded. ${
            keptFor
              ? `Kept for the next job: ${keptFor}.`
              : 'Not kept for the next job: this car has no platform named.'
          }`,
        )
      }
    >
      {({ unit: chosen }, set) => (
        <>
          <SheetFields lines={lines} unit={chosen} set={set}>
            <p className="mt-1 text-soft">
              {platform
                ? `What is recorded is kept for ${platform} with the kits of this plan.`
                : 'The car has no platform named, so nothing is kept for the next job. Name it on the car’s page.'}
            </p>
          </SheetFields>
          {said && (
            <p role="status" className="mt-3 font-semibold">
              {said}
            </p>
          )}
          <Record leads={leads} />
        </>
      )}
    </CommandForm>
  );
}
