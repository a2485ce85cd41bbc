'use client';

import { useEffect, useRef, useState } from 'react';
import SignaturePad from 'signature_pad';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';

/** The customer's name and drawn signature. */
export function SignForm({ orderId, customer }: { orderId: string; customer: string }) {
  const { send, busy, errors } = useCommand('handoff.sign');
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const [signer, setSigner] = useState(customer);
  useEffect(() => {
    const own = new SignaturePad(canvas.current!, {
      penColor: '#1b1a17',
      backgroundColor: '#ffffff',
      minWidth: 1.2,
      maxWidth: 3.2,
    });
    pad.current = own;
    return () => own.off();
  }, []);
  const said = errors.find((error) => error.field === 'signature');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const signature = pad.current!.isEmpty() ? '' : pad.current!.toDataURL('image/png');
        void send({ orderId, signer, signature });
      }}
    >
      <Errors errors={errors}>
        <TextField
          name="signer"
          label="Who signs"
          value={signer}
          onChange={(event) => setSigner(event.target.value)}
        />
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
        {said && (
          <p role="alert" className="font-medium text-danger">
            {said.message}
          </p>
        )}
        <FormErrors errors={errors} shown={['signer', 'signature']} />
        <div className="mt-2 grid grid-cols-[auto_1fr] gap-3">
          <button type="button" className="btn min-h-14" onClick={() => pad.current?.clear()}>
            Clear
          </button>
          <button className="btn btn-pen min-h-14" disabled={busy}>
            {busy ? 'Sealing…' : 'Sign and hand over'}
          </button>
        </div>
      </Errors>
    </form>
  );
}
