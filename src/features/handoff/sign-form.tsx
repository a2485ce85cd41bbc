'use client';

import { useEffect, useRef } from 'react';
import SignaturePad from 'signature_pad';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { WrongAt, useDescribed } from '@/ui/field';
import { Held } from '@/ui/held';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

/** A box signed in with a finger or a pen; the form holds the drawing as a picture. */
function Signature({ value, set }: { value: string; set: (drawn: string) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const drawn = useRef(set);
  const { id } = useDescribed('signature', undefined, true);
  useEffect(() => {
    drawn.current = set;
  });
  useEffect(() => {
    const own = new SignaturePad(canvas.current!, {
      penColor: '#1b1a17',
      backgroundColor: '#ffffff',
      minWidth: 1.2,
      maxWidth: 3.2,
    });
    own.addEventListener('endStroke', () => drawn.current(own.toDataURL('image/png')));
    pad.current = own;
    return () => own.off();
  }, []);
  return (
    <>
      <p className="label mt-3">Signature</p>
      <canvas
        ref={canvas}
        width={620}
        height={180}
        role="img"
        aria-label="Box for the signature"
        data-testid="signature"
        className="w-full touch-none border-2 border-ink bg-white"
        style={{ aspectRatio: '620/180' }}
      />
      <WrongAt name="signature" id={id} />
      <div className="mt-2 grid grid-cols-[auto_1fr] gap-3">
        <Button
          size="tall"
          disabled={!value}
          onClick={() => {
            pad.current?.clear();
            set('');
          }}
        >
          Clear
        </Button>
        <Send size="tall" busy="Sealing…">
          Sign and hand over
        </Send>
      </div>
    </>
  );
}

/** The customer's name and drawn signature. */
export function SignForm({ orderId, customer }: { orderId: string; customer: string }) {
  return (
    <CommandForm
      command="handoff.sign"
      keeps
      start={{ signer: customer, signature: '' }}
      input={(typed) => ({ orderId, ...typed })}
    >
      <TextField name="signer" label="Who signs" />
      <Held<string> name="signature" value={undefined} first="">
        {({ value, set }) => <Signature value={value} set={set} />}
      </Held>
    </CommandForm>
  );
}
