'use client';

import { useRouter } from 'next/navigation';
import { useContext } from 'react';
import { postJson } from '@/features/transport/post';
import { forgetShown } from '@/features/transport/shown';
import { ReadAgainContext } from '@/features/transport/use-command';
import { dropAllDrafts } from '@/ui/draft';
import { PersonPin } from '@/ui/person-pin';
import type { PinPerson } from '@/ui/pin-fields';

/** Changes the person on this device. `onDone` is for where it opens over a page; alone it goes on to the day. */
export function PinForm({
  people,
  before,
  onDone,
}: {
  people: PinPerson[];
  /** Who was at the device: they find what they half typed, nobody else does. */
  before: string;
  onDone?: () => void;
}) {
  const router = useRouter();
  const readAgain = useContext(ReadAgainContext);
  return (
    <PersonPin
      people={people}
      action="Go on"
      onEnter={async (personId, pin) => {
        const answer = await postJson('/api/pin', { personId, pin });
        if (!answer.ok) return answer.errors;
        if (personId !== before) {
          dropAllDrafts();
          forgetShown();
        }
        if (onDone) onDone();
        else router.push('/');
        (readAgain ?? router.refresh)();
        return [];
      }}
    />
  );
}
