'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Button, type ButtonProps } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

const TakeBackForm = dynamic(() => import('./take-back-form').then((all) => all.TakeBackForm));

/** Takes an entry back by a new one that says why; what that undoes is said first. */
export function TakeBack({
  orderId,
  entryId,
  words,
  label = 'Take back',
  button,
  onDone,
}: {
  orderId: string;
  entryId: string;
  words: string;
  label?: string;
  button?: ButtonProps;
  onDone?: () => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button aria-haspopup="dialog" {...button} onClick={() => setOpen(true)}>
        {label}
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Take it back"
        intro={`${words} It stays in the trail; a new entry says that it no longer counts.`}
      >
        <TakeBackForm
          orderId={orderId}
          entryId={entryId}
          onDone={() => {
            setOpen(false);
            onDone?.();
          }}
        />
      </Dialog>
    </>
  );
}
