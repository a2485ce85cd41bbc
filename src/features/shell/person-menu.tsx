'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { lastDeviceSeq } from '@/features/transport/device';
import { postJson } from '@/features/transport/post';
import { Dialog } from '@/ui/dialog';
import type { PinPerson } from '@/ui/person-pin';
import { forgetWhenSent } from '../offline/forget';

const PinForm = dynamic(() => import('../sign-in/pin-form').then((one) => one.PinForm));

/** Who is at the device, and a quick change to somebody else by PIN. */
export function PersonMenu({ name, role, people }: { name: string; role: string; people: PinPerson[] }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="btn border-transparent whitespace-nowrap"
        aria-label={`${name}, ${role}: change person`}
      >
        {name}
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Change person">
        <PinForm people={people} onDone={() => setOpen(false)} />
        <button
          type="button"
          className="btn btn-plain mt-4 w-full"
          onClick={async () => {
            await postJson('/api/sign-out', { lastQueued: lastDeviceSeq() });
            await forgetWhenSent();
            router.push('/sign-in');
          }}
        >
          Sign {name} out of this device
        </button>
      </Dialog>
    </>
  );
}
