'use client';

import { GRADES, type Grade, type InspectionArea } from '@/core/ledger/kinds/arrival';
import { CommandForm } from '@/features/transport/command-form';
import { ChoiceField } from '@/ui/choice';
import { Send } from '@/ui/send';
import { AreaField } from '@/ui/text-field';
import { PhotoField } from '../photos/photo-field';

/** Grades one area of the car, with words and a photo. */
export function FindingForm({
  orderId,
  area,
  grade: first = '',
  onDone,
}: {
  orderId: string;
  area: InspectionArea;
  /** Chosen already, in the row of the area. */
  grade?: Grade | '';
  onDone: () => void;
}) {
  return (
    <CommandForm
      command="finding.record"
      about={area}
      className="grid gap-3"
      start={{ grade: first as string, text: '', photoId: null as string | null }}
      input={({ grade, ...typed }) => ({ orderId, area, grade: grade || undefined, ...typed })}
      onDone={onDone}
    >
      {({ text }) => (
        <>
          <ChoiceField
            name="grade"
            label="Grade"
            options={GRADES}
            className="grid grid-cols-2 gap-2 sm:grid-cols-4"
            itemClassName="min-h-14"
          />
          <AreaField name="text" label="What was found" hint="the customer reads it" />
          <div className="flex flex-wrap gap-3">
            <PhotoField
              orderId={orderId}
              target={{ stepId: null, corner: null, occasion: 'looked over', caption: text || area }}
            />
            <Send className="min-w-40">Record it</Send>
          </div>
        </>
      )}
    </CommandForm>
  );
}
