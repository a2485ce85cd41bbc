'use client';

import type { TapeUnit } from '@/core/calc/tape.parse';
import type { DroopItem } from '@/core/planner/droop-list';
import { CommandForm } from '@/features/transport/command-form';
import { ChoiceField } from '@/ui/choice';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

/** One figure as it was read at a hanging wheel. */
export function ReadInTheAir({
  orderId,
  item,
  lengths,
  again,
}: {
  orderId: string;
  item: DroopItem;
  lengths: TapeUnit;
  /** Both sides were read: it is folded away. */
  again: boolean;
}) {
  const form = (
    <CommandForm
      command="droop.read"
      about={item.id}
      className="grid grid-cols-[1fr_auto] items-end gap-2"
      start={{ side: 'left' as 'left' | 'right', text: '' }}
      input={(typed) => ({ orderId, id: item.id, lengths, ...typed })}
    >
      <div className="col-span-2">
        <ChoiceField
          name="side"
          label="Side"
          options={[
            ['left', 'left'],
            ['right', 'right'],
          ]}
        />
      </div>
      <TextField
        name="text"
        label={`Read, ${item.unit === 'mm' ? lengths : 'degrees'}`}
        inputMode="decimal"
      />
      <Send weight="line">Record it</Send>
    </CommandForm>
  );
  if (!again) return form;
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2 underline">Read it again</summary>
      {form}
    </details>
  );
}
