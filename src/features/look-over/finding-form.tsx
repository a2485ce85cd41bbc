'use client';

import { useState } from 'react';
import { GRADES, type Grade, type InspectionArea } from '@/core/ledger/kinds/arrival';
import { useCommand } from '@/features/transport/use-command';
import { AreaField } from '@/ui/form';
import { Errors, FormErrors } from '@/ui/field';
import { PhotoButton } from '../photos/photo-upload';
import { Choice } from '@/ui/choice';

/** Grades one area of the car, with words and a photo. */
export function FindingForm({
  orderId,
  area,
  onDone,
}: {
  orderId: string;
  area: InspectionArea;
  onDone: () => void;
}) {
  const { send, busy, errors } = useCommand('finding.record');
  const [grade, setGrade] = useState<Grade | null>(null);
  const [text, setText] = useState('');
  const [photoId, setPhotoId] = useState<string | null>(null);
  return (
    <Errors errors={errors}>
      <Choice
        label="Grade"
        options={GRADES}
        value={grade}
        onValue={setGrade}
        className="grid grid-cols-2 gap-2 sm:grid-cols-4"
        itemClassName="min-h-14"
      />
      {errors
        .filter((error) => error.field === 'grade')
        .map((error) => (
          <p key={error.code} role="alert" className="font-medium text-danger">
            {error.message}
          </p>
        ))}
      <AreaField
        className="mt-3"
        name="text"
        label="What was found"
        hint="the customer reads it"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="mt-3 flex flex-wrap gap-3">
        <PhotoButton
          orderId={orderId}
          label={photoId ? 'Another photo' : 'Photo'}
          target={{ stepId: null, corner: null, occasion: 'looked over', caption: text || area }}
          onKept={setPhotoId}
        />
        <button
          type="button"
          className="btn btn-pen min-w-40"
          disabled={busy}
          onClick={async () => {
            if (await send({ orderId, area, grade, text, photoId })) onDone();
          }}
        >
          {busy ? 'Writing…' : 'Keep it'}
        </button>
      </div>
      <FormErrors errors={errors} shown={['grade', 'text']} />
    </Errors>
  );
}
