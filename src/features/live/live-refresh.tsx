'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { isOwnMove } from '../transport/own-moves';
import { concerns, shownOn } from './page-concerns';
import { useLive } from './use-live';

/** A page that shows the whole shop is read again this often at most; one that shows an order, at once. */
const WHOLE_SHOP_MS = 1000;

/**
 * Reads the page again when something it shows has changed, but for what it sent itself and has read since; what is being
 * typed stays, since only what was read is new.
 */
export function LiveRefresh() {
  const router = useRouter();
  const shows = shownOn(usePathname());
  const last = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  useLive((moved) => {
    if (!moved.some((one) => concerns(shows, one) && !isOwnMove(one.chain, one.count))) return;
    const wait = shows.what === 'lists' ? Math.max(0, last.current + WHOLE_SHOP_MS - Date.now()) : 0;
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      last.current = Date.now();
      if (document.visibilityState === 'visible') router.refresh();
    }, wait);
  }, shows.what !== 'nothing');
  return null;
}
