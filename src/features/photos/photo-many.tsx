'use client';

import { useState } from 'react';
import { CORNER_NAMES, CORNERS, type Corner } from '@/core/corners';
import { PHOTO_OCCASIONS, WALKAROUND_SHOTS } from '@/core/ledger/photo-shots';
import type { FieldError } from '@/contracts/answer';
import { usePost, useSend } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Combobox, among } from '@/ui/combobox';
import { Form } from '@/ui/form';
import { Progress } from '@/ui/progress';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';
import { uploadPhoto } from './upload';

interface Step {
  id: string;
  text: string;
}

interface Sending {
  key: string;
  file: File;
  /** 0 to 1 while it goes out. */
  progress: number;
  state: 'sending' | 'kept' | 'failed';
  why: string;
}

interface TypedPhoto {
  occasion: string;
  shot: string;
  step: Step | null;
  corner: Corner | '';
  caption: string;
}

const START: TypedPhoto = { occasion: 'during the work', shot: '', step: null, corner: '', caption: '' };

function PhotoFields({ steps }: { steps: Step[] }) {
  return (
    <>
      <SelectField
        name="occasion"
        label="Occasion"
        options={PHOTO_OCCASIONS.map((occasion) => [occasion, occasion] as const)}
      />
      <TextField
        name="shot"
        label="Shot"
        list="photo-shots"
        placeholder="left side"
        hint="the same name before and after makes a pair"
      />
      <datalist id="photo-shots">
        {WALKAROUND_SHOTS.map((shot) => (
          <option key={shot}>{shot}</option>
        ))}
      </datalist>
      <Combobox<Step>
        name="step"
        label="Step"
        nothing="no step"
        placeholder="Words of the step"
        find={among(steps, (step) => step.text)}
        idOf={(step) => step.id}
        wordsOf={(step) => step.text}
      />
      <SelectField
        name="corner"
        label="Corner"
        options={[['', 'no corner'], ...CORNERS.map((corner) => [corner, CORNER_NAMES[corner]] as const)]}
      />
      <TextField className="sm:col-span-2" name="caption" label="Words under it" />
    </>
  );
}

/** One picture on its way: how far it is, and why it did not get through. */
function SendingLine({ one, onAgain }: { one: Sending; onAgain: () => void }) {
  return (
    <li className="border-b border-rule py-1.5">
      <span className="flex justify-between gap-3">
        <span className="truncate">{one.file.name}</span>
        <span className="font-head whitespace-nowrap">
          {one.state === 'kept'
            ? 'kept'
            : one.state === 'failed'
              ? 'not kept'
              : `${Math.round(one.progress * 100)}%`}
        </span>
      </span>
      {one.state === 'sending' && <Progress share={one.progress} label={one.file.name} />}
      {one.state === 'failed' && (
        <span className="flex items-center justify-between gap-3">
          <span role="alert" className="font-medium text-danger">
            {one.why}
          </span>
          <Button onClick={onAgain}>Try again</Button>
        </span>
      )}
    </li>
  );
}

/** Several pictures at once, each with its progress; one that failed is tried again without choosing it anew. */
export function PhotoMany({ orderId, steps }: { orderId: string; steps: Step[] }) {
  const bind = useSend('photo.bind');
  const postAgain = usePost();
  const [sending, setSending] = useState<Sending[]>([]);
  const patch = (key: string, more: Partial<Sending>) =>
    setSending((all) => all.map((one) => (one.key === key ? { ...one, ...more } : one)));

  const send = async (one: Sending, { occasion, shot, step, corner, caption }: TypedPhoto) => {
    const failed = (errors: FieldError[]) =>
      patch(one.key, { state: 'failed', why: errors.map((error) => error.message).join(' ') });
    patch(one.key, { state: 'sending', progress: 0, why: '' });
    const stored = await postAgain(() => uploadPhoto(one.file, (progress) => patch(one.key, { progress })));
    if (!stored.ok) return failed(stored.errors);
    const bound = await bind({
      orderId,
      photoId: stored.answer.photoId,
      stepId: step?.id ?? null,
      corner: corner || null,
      occasion: occasion || null,
      shot: shot || null,
      caption,
    });
    return bound.ok ? patch(one.key, { state: 'kept', progress: 1 }) : failed(bound.errors);
  };

  const sendAll = (files: File[], typed: TypedPhoto) => {
    const fresh = files.map((file, index) => ({
      key: `${Date.now()} ${index} ${file.name}`,
      file,
      progress: 0,
      state: 'sending' as const,
      why: '',
    }));
    setSending((all) => [...fresh, ...all]);
    // One after another: a tablet's network carries one picture better than eight.
    void fresh.reduce((before, one) => before.then(() => send(one, typed)), Promise.resolve());
  };

  return (
    <Form<TypedPhoto>
      className="grid gap-3 sm:grid-cols-2"
      draft={null}
      start={START}
      onSend={() => Promise.resolve([])}
    >
      {(typed) => (
        <>
          <PhotoFields steps={steps} />
          <label className="btn btn-pen sm:col-span-2">
            Camera or files
            <input
              type="file"
              multiple
              accept="image/jpeg,image/png,image/webp"
              className="sr-only"
              data-testid="photo-files"
              onChange={(event) => {
                const files = [...(event.target.files ?? [])];
                event.target.value = '';
                sendAll(files, typed);
              }}
            />
          </label>
          <ul className="sm:col-span-2" aria-live="polite">
            {sending.map((one) => (
              <SendingLine key={one.key} one={one} onAgain={() => void send(one, typed)} />
            ))}
          </ul>
        </>
      )}
    </Form>
  );
}
