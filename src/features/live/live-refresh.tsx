'use client';

import { useRouter } from 'next/navigation';
import { useLive } from './use-live';

/** Reads the page again when somebody changed something; what is being typed stays, since only what was read is new. */
export function LiveRefresh() {
  const router = useRouter();
  useLive(() => {
    if (document.visibilityState === 'visible') router.refresh();
  });
  return null;
}
