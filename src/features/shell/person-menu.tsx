'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { lastDeviceSeq } from '@/features/transport/device';
import { postJson } from '@/features/transport/post';
import { forgetShown } from '@/features/transport/shown';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { dropAllDrafts } from '@/ui/draft';
import type { PinPerson } from '@/ui/pin-fields';
import { forgetWhenSent } from '../offline/forget';

const PinForm = dynamic(() => import('../sign-in/pin-form').then((one) => one.PinForm));

/** Who is at the device, and a quick change to somebody else by PIN. */
export function PersonMenu({
  id,
  name,
  role,
  people,
}: {
  id: string;
  name: string;
  /** What they may do here, told with the name. */
  role?: string;
  people: PinPerson[];
}) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
        className="border-transparent whitespace-nowrap"
        aria-label={`${[name, role].filter(Boolean).join(', ')}: change person`}
      >
        {name}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Change person">
        <PinForm before={id} people={people} onDone={() => setOpen(false)} />
        <Button
          weight="plain"
          wide
          className="mt-4"
          onClick={async () => {
            await postJson('/api/sign-out', { lastQueued: lastDeviceSeq() });
            await forgetWhenSent();
            dropAllDrafts();
            forgetShown();
            router.push('/sign-in');
          }}
        >
          Sign {name} out of this device
        </Button>
      </Dialog>
    </>
  );
}
