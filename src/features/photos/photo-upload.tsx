'use client';

import { createContext, useContext, useRef, useState } from 'react';
import type { Answered, FieldError } from '@/contracts/answer';
import type { Corner } from '@/core/corners';
import { useCommand, usePost } from '@/features/transport/use-command';
import { uploadPhoto } from './upload';

export interface PhotoTarget {
  stepId: string | null;
  corner: Corner | null;
  occasion: string | null;
  caption: string;
  fastenerId?: string | null;
  shot?: string | null;
}

/** Where a page works without network: keeps the picture on the device until the server answers. */
export const KeepPhotoContext = createContext<
  ((file: File, target: PhotoTarget) => Promise<Answered<unknown>>) | null
>(null);

/** Sends a picture and then binds it; both can be tried again, and the same picture is kept once. */
export function usePhoto(orderId: string) {
  const bind = useCommand('photo.bind');
  const postAgain = usePost();
  const keepHere = useContext(KeepPhotoContext);
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<FieldError[]>([]);
  /** @returns the picture's id once it is stored and bound, or null */
  const send = async (file: File, target: PhotoTarget): Promise<string | null> => {
    setBusy(true);
    setFailed([]);
    const stored = await postAgain(() => uploadPhoto(file));
    if (!stored.ok && stored.errors[0]?.code === 'network' && keepHere) {
      const kept = await keepHere(file, target);
      setBusy(false);
      if (!kept.ok) setFailed(kept.errors);
      return null;
    }
    const bound = stored.ok && (await bind.send({ orderId, photoId: stored.answer.photoId, ...target }));
    if (!stored.ok) setFailed(stored.errors);
    setBusy(false);
    return stored.ok && bound ? stored.answer.photoId : null;
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
