'use client';

import { createContext, useContext, useEffect, useRef, useState } from 'react';
import type { Answered, FieldError } from '@/contracts/answer';
import type { Corner } from '@/core/corners';
import { usePost, useSend } from '@/features/transport/use-command';
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

/** A camera that stands in for the tablet’s: what it takes goes to no shop, only that it was taken is kept. */
export const StandInCameraContext = createContext<((target: PhotoTarget) => Promise<File | null>) | null>(
  null,
);

/**
 * Sends a picture and then binds it; both can be tried again, and the same picture is kept once. One that waits on the
 * device has no id yet.
 */
export function usePhoto(orderId: string) {
  const bind = useSend('photo.bind');
  const postAgain = usePost();
  const keepHere = useContext(KeepPhotoContext);
  const [busy, setBusy] = useState(false);
  const [errors, setErrors] = useState<FieldError[]>([]);
  const stays = useContext(StandInCameraContext) !== null;
  const sendOne = async (file: File, target: PhotoTarget): Promise<Answered<{ photoId: string | null }>> => {
    if (stays && keepHere) {
      const kept = await keepHere(file, target);
      return kept.ok ? { ok: true, answer: { photoId: null } } : kept;
    }
    const stored = await postAgain(() => uploadPhoto(file));
    if (!stored.ok && stored.errors[0]?.code === 'network' && keepHere) {
      const kept = await keepHere(file, target);
      return kept.ok ? { ok: true, answer: { photoId: null } } : kept;
    }
    if (!stored.ok) return stored;
    const { photoId } = stored.answer;
    const bound = await bind({ orderId, photoId, ...target });
    return bound.ok ? { ok: true, answer: { photoId } } : bound;
  };
  const send = async (file: File, target: PhotoTarget) => {
    setBusy(true);
    const answer = await sendOne(file, target);
    setBusy(false);
    setErrors(answer.ok ? [] : answer.errors);
    return answer;
  };
  return { send, busy, errors };
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
  const taken = useRef<File | null>(null);
  const camera = useContext(StandInCameraContext);
  const take = async () => {
    const file = input.current?.files?.[0];
    if (!file || taken.current === file) return;
    taken.current = file;
    const kept = await send(file, target);
    if (kept.ok && kept.answer.photoId) onKept?.(kept.answer.photoId);
    taken.current = null;
    if (input.current) input.current.value = '';
  };
  const shoot = async () => {
    const file = await camera!(target);
    if (file) await send(file, target);
  };
  // A picture chosen while the page was still coming to life is sent as soon as it has.
  useEffect(() => {
    void take();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, for what was chosen before
  }, []);
  return (
    <>
      <button
        type="button"
        className={className}
        disabled={busy}
        onClick={() => (camera ? void shoot() : input.current?.click())}
      >
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
        onChange={() => void take()}
      />
      {errors.map((error) => (
        <p key={error.code + error.field} role="alert" className="font-medium text-danger">
          {error.message}
        </p>
      ))}
    </>
  );
}
