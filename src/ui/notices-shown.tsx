'use client';

import { useEffect } from 'react';
import { Toaster, toast } from 'sonner';
import type { Notice } from './notice';

/** Long enough to read a line. */
const SHOWN_MS = 8000;
/** What can be put back waits for somebody who first finishes what is in hand, and reaches with a glove. */
const UNDO_MS = 20_000;

/** Notices at the foot of the page, in its own look; read aloud as they come. */
export function NoticesShown({ last }: { last: Notice }) {
  useEffect(() => {
    const { words, undo } = last;
    toast(words, undo ? { action: { label: 'Put it back', onClick: undo }, duration: UNDO_MS } : {});
  }, [last]);
  return (
    <Toaster
      position="bottom-left"
      duration={SHOWN_MS}
      toastOptions={{
        unstyled: true,
        classNames: {
          toast:
            'flex w-96 items-center font-body text-base justify-between gap-4 border-2 border-ink bg-card px-4 py-2 text-ink',
          actionButton: 'btn btn-plain shrink-0',
        },
      }}
    />
  );
}
