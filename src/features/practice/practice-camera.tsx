'use client';

import { useCallback, useState } from 'react';
import type { PhotoTarget } from '../photos/photo-upload';

interface Taken {
  address: string;
  words: string;
}

/** Which of the stand-in camera’s scenes comes nearest to what is to be shown. */
const sceneOf = ({ fastenerId, corner }: PhotoTarget) =>
  fastenerId ? 'fastener' : corner?.endsWith('F') ? 'front' : corner ? 'rear' : 'part';

/** The camera of a practice car: it takes a drawn picture, so that nobody photographs a car that is not there. */
export function usePracticeCamera() {
  const [taken, setTaken] = useState<Taken[]>([]);
  const [failed, setFailed] = useState(false);
  const count = taken.length;
  const take = useCallback(
    async (target: PhotoTarget): Promise<File | null> => {
      const words = target.caption || 'what was done here';
      const asked = new URLSearchParams({
        practice: 'yes',
        scene: sceneOf(target),
        words: words.slice(0, 60),
        seed: String(count + 1),
      });
      const address = `/api/camera?${asked.toString()}`;
      const got = await fetch(address).catch(() => null);
      setFailed(!got?.ok);
      if (!got?.ok) return null;
      const picture = await got.blob();
      setTaken((before) => [{ address, words }, ...before]);
      return new File([picture], 'practice.jpg', { type: 'image/jpeg' });
    },
    [count],
  );
  return { take, taken, failed };
}

/** The last picture, as it was taken. */
export function PhotoTaken({ taken, failed }: { taken: readonly Taken[]; failed: boolean }) {
  const [last] = taken;
  if (failed)
    return (
      <p role="alert" className="mt-2 text-lg font-semibold">
        The stand-in camera did not answer: no picture was taken. Take it again.
      </p>
    );
  if (!last) return null;
  return (
    <figure className="mt-2 flex items-center gap-3">
      {/* eslint-disable-next-line @next/next/no-img-element */}
      <img src={last.address} alt={last.words} className="h-20 w-28 border border-rule object-cover" />
      <figcaption className="text-lg" role="status">
        Taken: {last.words}. {taken.length} in all, drawn ones.
      </figcaption>
    </figure>
  );
}
