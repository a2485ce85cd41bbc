'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { type TypedFigure } from '@/ui/figure-fields';
import { TorqueField } from '@/ui/unit-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

/** Corrects what a torque entry says of its wrench and reading; after the handoff it makes another packet version. */
export function CorrectTorque({
  orderId,
  entryId,
  words,
  wrenches,
  wrenchId,
  closed,
}: {
  orderId: string;
  entryId: string;
  words: string;
  wrenches: { id: string; name: string }[];
  wrenchId: string;
  closed: boolean;
}) {
  return (
    <CommandDialog
      command="torque.correct"
      about={entryId}
      opens="Correct"
      title="Correct this torque"
      intro={`${words} The old entry stays in the trail.${closed ? ' It was handed over: the packet gets another version, the signed one is kept, and the customer is told.' : ''}`}
      start={{ wrenchId, reading: { value: null as TypedFigure, unit: 'lbft' }, reason: '' }}
      input={({ reading, ...typed }) => ({
        orderId,
        entryId,
        ...typed,
        reading: reading.value === null ? { clicked: true as const } : reading,
      })}
    >
      <SelectField
        name="wrenchId"
        label="Wrench"
        options={wrenches.map((wrench) => [wrench.id, wrench.name] as const)}
      />
      <TorqueField name="reading" label="Reading" hint="leave blank: it clicked at its value" />
      <TextField name="reason" label="Why" />
      <Send wide className="mt-1">
        Record the correction
      </Send>
    </CommandDialog>
  );
}
