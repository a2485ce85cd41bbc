'use client';

import type { Step } from '@/core/procedure/types';
import { CommandDialog } from '@/features/transport/command-dialog';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

/** Something found that has to be done before the car leaves becomes a step of this job. */
export function AddStep({ orderId, step }: { orderId: string; step: Step | null }) {
  return (
    <CommandDialog
      command="step.add"
      about={orderId}
      opens="Add a step"
      title="A step for this job"
      start={{ text: '', minutes: null as TypedFigure }}
      input={(typed) => ({
        orderId,
        phase: step?.phase ?? 'on-wheels',
        end: step?.end ?? 'both',
        ...typed,
      })}
    >
      <TextField name="text" label="What is to be done" />
      <NumberField whole name="minutes" unit="min" label="Minutes, about" />
      <Send wide size="tall">
        Add it
      </Send>
    </CommandDialog>
  );
}
