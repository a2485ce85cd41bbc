'use client';

import { useState } from 'react';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { usePhoto } from './photo-upload';

/** What the stand-in camera sees: each a scene, with the words, shot and occasion it is kept under. */
const SIGHTS = [
  ['side', 'left side, as it came', 'as it came', 'left side', 0],
  ['side', 'left side, lifted', 'on its wheels', 'left side', 0.8],
  ['front', 'left front corner', 'during the work', 'left front corner', 0],
  ['rear', 'right rear corner', 'during the work', 'right rear corner', 0],
  ['fastener', 'a fastener and its stripe', 'during the work', null, 0],
  ['tape', 'a tape on the fender', 'during the work', null, 0],
  ['part', 'a part beside the old one', 'during the work', null, 0],
] as const;

const addressOf = (scene: string, words: string, raised: number, seed: number) =>
  `/api/camera?scene=${scene}&words=${encodeURIComponent(words)}&raised=${raised}&seed=${seed}`;

/** The stand-in camera: drawn pictures to practice with, kept like any other. */
export function StandInCamera({ orderId }: { orderId: string }) {
  const { send, busy, errors } = usePhoto(orderId);
  const [open, setOpen] = useState(false);
  const [seed, setSeed] = useState(7);
  return (
    <>
      <Button wide onClick={() => setOpen(true)}>
        Stand-in camera
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Stand-in camera"
        intro="Drawn pictures, for practice: choose one, and it is kept like a photograph."
        wide
      >
        <ul className="grid grid-cols-2 gap-4 sm:grid-cols-3">
          {SIGHTS.map(([scene, words, occasion, shot, raised]) => {
            const address = addressOf(scene, words, raised, seed);
            return (
              <li key={words}>
                <button
                  type="button"
                  disabled={busy}
                  className="block w-full cursor-pointer border border-rule text-left hover:border-ink"
                  onClick={async () => {
                    const picture = await (await fetch(address)).blob();
                    const file = new File([picture], 'stand-in.jpg', { type: 'image/jpeg' });
                    const kept = await send(file, {
                      stepId: null,
                      corner: null,
                      occasion,
                      shot,
                      caption: words,
                    });
                    if (kept.ok) setOpen(false);
                  }}
                >
                  {/* eslint-disable-next-line @next/next/no-img-element */}
                  <img src={address} alt={words} className="aspect-[4/3] w-full object-cover" />
                  <span className="block px-2 py-1">{words}</span>
                </button>
              </li>
            );
          })}
        </ul>
        <Button className="mt-4" onClick={() => setSeed((before) => (before % 90) + 1)}>
          In another light
        </Button>
        <FormErrors errors={errors} />
      </Dialog>
    </>
  );
}
