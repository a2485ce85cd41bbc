'use client';

import { useRef, useState } from 'react';
import { CORNERS, type Corner } from '@/core/corners';
import { PHOTO_OCCASIONS, WALKAROUND_SHOTS } from '@/core/ledger/photo-shots';
import { CORNER_NAMES } from '@/core/procedure/engine';
import type { FieldError } from '@/contracts/answer';
import { useCommand, usePost } from '@/features/transport/use-command';
import { Errors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { uploadPhoto } from './upload';

interface Sending {
  key: string;
  file: File;
  /** 0 to 1 while it goes out. */
  progress: number;
  state: 'sending' | 'kept' | 'failed';
  why: string;
}

/** Several pictures at once, each with its progress; one that failed is tried again without choosing it anew. */
export function PhotoMany({ orderId, steps }: { orderId: string; steps: { id: string; text: string }[] }) {
  const bind = useCommand('photo.bind');
  const postAgain = usePost();
  const [sending, setSending] = useState<Sending[]>([]);
  const form = useRef<HTMLFormElement>(null);
  const patch = (key: string, more: Partial<Sending>) =>
    setSending((all) => all.map((one) => (one.key === key ? { ...one, ...more } : one)));

  const send = async (one: Sending) => {
    const f = fieldsOf(form.current!);
    patch(one.key, { state: 'sending', progress: 0, why: '' });
    const stored = await postAgain(() => uploadPhoto(one.file, (progress) => patch(one.key, { progress })));
    const words = (errors: FieldError[]) => errors.map((error) => error.message).join(' ');
    if (!stored.ok) return patch(one.key, { state: 'failed', why: words(stored.errors) });
    const done = await bind.send({
      orderId,
      photoId: stored.answer.photoId,
      stepId: f.stepId || null,
      corner: (f.corner || null) as Corner | null,
      occasion: f.occasion || null,
      shot: f.shot || null,
      caption: f.caption ?? '',
    });
    if (!done) return patch(one.key, { state: 'failed', why: 'It arrived, but was not bound: see beside.' });
    patch(one.key, { state: 'kept', progress: 1 });
  };

  return (
    <form ref={form} className="grid gap-3 sm:grid-cols-2" onSubmit={(event) => event.preventDefault()}>
      <Errors errors={bind.errors}>
        <SelectField
          name="occasion"
          label="Occasion"
          defaultValue="during the work"
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
        <SelectField
          name="stepId"
          label="Step"
          options={[['', 'no step'], ...steps.map((step) => [step.id, step.text] as const)]}
        />
        <SelectField
          name="corner"
          label="Corner"
          options={[['', 'no corner'], ...CORNERS.map((corner) => [corner, CORNER_NAMES[corner]] as const)]}
        />
        <TextField className="sm:col-span-2" name="caption" label="Words under it" />
        <div className="sm:col-span-2">
          <label className="btn btn-pen w-full">
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
                const fresh = files.map((file, index) => ({
                  key: `${Date.now()} ${index} ${file.name}`,
                  file,
                  progress: 0,
                  state: 'sending' as const,
                  why: '',
                }));
                setSending((all) => [...fresh, ...all]);
                // One after another: a tablet's network carries one picture better than eight.
                void fresh.reduce((before, one) => before.then(() => send(one)), Promise.resolve());
              }}
            />
          </label>
          {bind.errors.map((error) => (
            <p key={error.field + error.code} role="alert" className="font-medium text-danger">
              {error.message}
            </p>
          ))}
        </div>
      </Errors>
      <ul className="sm:col-span-2" aria-live="polite">
        {sending.map((one) => (
          <li key={one.key} className="border-b border-rule py-1.5">
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
            {one.state === 'sending' && (
              <progress
                className="h-2 w-full accent-[var(--pen)]"
                value={one.progress}
                aria-label={one.file.name}
              />
            )}
            {one.state === 'failed' && (
              <span className="flex items-center justify-between gap-3">
                <span role="alert" className="font-medium text-danger">
                  {one.why}
                </span>
                <button type="button" className="btn" onClick={() => void send(one)}>
                  Try again
                </button>
              </span>
            )}
          </li>
        ))}
      </ul>
    </form>
  );
}
