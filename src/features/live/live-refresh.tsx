'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { chainsShown, shows } from './chains-shown';
import { useLive } from './use-live';

/** A page that shows the whole shop is read again this often at most; one that shows an order, at once. */
const WHOLE_SHOP_MS = 1000;

/**
 * Reads the page again when something it shows has changed; what is being typed stays, since only what was read is new.
 */
export function LiveRefresh() {
  const router = useRouter();
  const shown = chainsShown(usePathname());
  const last = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  useLive((moved) => {
    if (!shows(shown, moved)) return;
    const wait = shown === 'all' ? Math.max(0, last.current + WHOLE_SHOP_MS - Date.now()) : 0;
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      last.current = Date.now();
      if (document.visibilityState === 'visible') router.refresh();
    }, wait);
  }, shown !== 'none');
  return null;
}
