'use client';

import { useRef, useState } from 'react';
import type { FieldError } from '@/server/commands/execute';
import { CORNERS, type Corner } from '@/core/calc/fields';
import { CORNER_NAMES } from '@/core/procedure/engine';
import { useCommand, usePost } from '@/ui/commands';
import { Errors, FormErrors, SelectField, TextField } from '@/ui/form';

export interface PhotoTarget {
  stepId: string | null;
  corner: Corner | null;
  occasion: string | null;
  caption: string;
  fastenerId?: string | null;
}

/** Sends a picture and then binds it; both can be tried again, and the same picture is kept once. */
export function usePhoto(orderId: string) {
  const bind = useCommand('photo.bind');
  const postAgain = usePost();
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<FieldError[]>([]);
  /** @returns the picture's id once it is stored and bound, or null */
  const send = async (file: File, target: PhotoTarget): Promise<string | null> => {
    setBusy(true);
    setFailed([]);
    const upload = async () => {
      const body = new FormData();
      body.set('file', file);
      try {
        const response = await fetch('/api/photos', { method: 'POST', body });
        return (await response.json()) as
          { ok: true; answer: Record<string, unknown> } | { ok: false; errors: FieldError[] };
      } catch {
        return {
          ok: false as const,
          errors: [
            { field: 'file', code: 'network', message: 'The picture did not get through: try again.' },
          ],
        };
      }
    };
    const stored = await postAgain(upload);
    const bound = stored.ok && (await bind.give({ orderId, photoId: stored.answer.photoId, ...target }));
    if (!stored.ok) setFailed(stored.errors);
    setBusy(false);
    return stored.ok && bound ? String(stored.answer.photoId) : null;
  };
  return { send, busy, errors: [...failed, ...bind.errors] };
}

/** One tap: the tablet's camera or a file, bound to a step. */
export function PhotoButton({
  orderId,
  target,
  label,
  className = 'btn',
  onKept,
}: {
  orderId: string;
  target: PhotoTarget;
  label: string;
  className?: string;
  onKept?: (photoId: string) => void;
}) {
  const { send, busy, errors } = usePhoto(orderId);
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className={className} disabled={busy} onClick={() => input.current?.click()}>
        {busy ? 'Sending…' : label}
      </button>
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        aria-hidden
        className="sr-only"
        tabIndex={-1}
        onChange={async (event) => {
          const file = event.target.files?.[0];
          const photoId = file ? await send(file, target) : null;
          if (photoId) onKept?.(photoId);
          if (input.current) input.current.value = '';
        }}
      />
      {errors.map((error) => (
        <p key={error.code + error.field} role="alert" className="font-medium text-danger">
          {error.message}
        </p>
      ))}
    </>
  );
}

const OCCASIONS = ['as it came', 'on its wheels', 'handed over', 'come-back'] as const;

/** A picture for any step, corner or occasion of the order. */
export function PhotoForm({ orderId, steps }: { orderId: string; steps: { id: string; text: string }[] }) {
  const { send, busy, errors } = usePhoto(orderId);
  const form = useRef<HTMLFormElement>(null);
  return (
    <form
      ref={form}
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={async (event) => {
        event.preventDefault();
        const data = new FormData(event.currentTarget);
        const file = data.get('file');
        if (!(file instanceof File) || file.size === 0) return;
        const text = (name: string) => String(data.get(name) ?? '') || null;
        const done = await send(file, {
          stepId: text('stepId'),
          corner: text('corner') as Corner | null,
          occasion: text('occasion'),
          caption: text('caption') ?? '',
        });
        if (done) form.current?.reset();
      }}
    >
      <Errors errors={errors}>
        <TextField
          className="sm:col-span-2"
          name="file"
          label="Camera or file"
          type="file"
          accept="image/jpeg,image/png,image/webp"
          required
        />
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
        <SelectField
          name="occasion"
          label="Occasion"
          options={[['', 'none'], ...OCCASIONS.map((occasion) => [occasion, occasion] as const)]}
        />
        <TextField name="caption" label="Words under it" />
        <div className="sm:col-span-2">
          <FormErrors errors={errors} shown={['file', 'stepId', 'caption']} />
          <button className="btn btn-pen mt-2 w-full" disabled={busy}>
            {busy ? 'Sending…' : 'Keep the picture'}
          </button>
        </div>
      </Errors>
    </form>
  );
}
