'use client';

import { CommandForm } from '@/features/transport/command-form';
import { Send } from '@/ui/send';
import { AreaField } from '@/ui/text-field';

/** Closes a visit on its evidence. */
export function CloseVisit({ orderId }: { orderId: string }) {
  return (
    <CommandForm command="visit.close" start={{ note: '' }} input={({ note }) => ({ orderId, note })}>
      <AreaField name="note" label="Note with the visit" />
      <Send wide size="tall" className="mt-3">
        Close the visit
      </Send>
    </CommandForm>
  );
}
