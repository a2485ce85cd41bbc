'use client';

import dynamic from 'next/dynamic';
import { Link } from '@/ui/link';
import { type ReactNode, useCallback, useRef, useState } from 'react';
import { UnlockContext } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import type { PinPerson } from '@/ui/pin-fields';

const PinForm = dynamic(() => import('../sign-in/pin-form').then((one) => one.PinForm));

/** Where a tablet had gone idle in the middle of something: the PIN is asked over the page, and what was typed stays. */
export function Unlock({
  people,
  before,
  children,
}: {
  people: PinPerson[];
  /** Who is at the device. */
  before: string;
  children: ReactNode;
}) {
  const [asking, setAsking] = useState<'idle' | 'signed-out' | null>(null);
  const settle = useRef<(ok: boolean) => void>(() => undefined);
  const unlock = useCallback(
    (code: 'idle' | 'signed-out') =>
      new Promise<boolean>((resolve) => {
        settle.current = resolve;
        setAsking(code);
      }),
    [],
  );
  const close = (ok: boolean) => {
    setAsking(null);
    settle.current(ok);
  };
  return (
    <UnlockContext.Provider value={unlock}>
      {children}
      <Dialog
        open={asking !== null}
        onClose={() => close(false)}
        title={asking === 'idle' ? 'Still you?' : 'Signed out'}
        intro={
          asking === 'idle'
            ? 'It was idle for five minutes. Your PIN, and it goes on.'
            : 'Sign in again in another tab, then try again here: what you typed stays.'
        }
      >
        {asking === 'idle' ? (
          <PinForm before={before} people={people} onDone={() => close(true)} />
        ) : (
          <Link href="/sign-in" target="_blank" className="btn btn-pen">
            Sign in
          </Link>
        )}
      </Dialog>
    </UnlockContext.Provider>
  );
}
