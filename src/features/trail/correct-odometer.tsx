'use client';

import type { Odometer } from '@/core/ledger/kinds/arrival';
import { CommandDialog } from '@/features/transport/command-dialog';
import { OdometerFields, emptyOdometer, odometerFrom } from '@/ui/unit-fields';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

/** Corrects a dial that was misread: what was counted from it is counted anew. */
export function CorrectOdometer({
  orderId,
  entryId,
  words,
  odometer,
}: {
  orderId: string;
  entryId: string;
  words: string;
  odometer: Odometer;
}) {
  const unit = 'unread' in odometer ? 'km' : odometer.unit;
  return (
    <CommandDialog
      command="odometer.correct"
      about={entryId}
      opens="Correct the dial"
      title="Correct this odometer"
      intro={`${words} The old entry stays in the trail; come-backs counted from it are counted anew.`}
      start={{
        odometer: { ...emptyOdometer(unit), value: 'unread' in odometer ? null : odometer.value },
        reason: '',
      }}
      input={({ odometer: typed, reason }) => ({ orderId, entryId, odometer: odometerFrom(typed), reason })}
    >
      <OdometerFields label="What the dial read" />
      <TextField name="reason" label="Why" />
      <Send wide className="mt-1">
        Record the correction
      </Send>
    </CommandDialog>
  );
}
