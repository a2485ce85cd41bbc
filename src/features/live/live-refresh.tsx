'use client';

import { usePathname } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { isOwnMove } from '../transport/own-moves';
import { useRefresh } from '../transport/use-command';
import { concerns, shownOn } from './page-concerns';
import { useComeBack } from './use-come-back';
import { useLive } from './use-live';

/** A page that shows the whole shop is read again this often at most; one that shows an order, at once. */
const WHOLE_SHOP_MS = 1000;

/**
 * Reads the page again when something it shows has changed, but for what it sent itself and has read since; what is being
 * typed stays, since only what was read is new.
 */
export function LiveRefresh() {
  const refresh = useRefresh();
  const shows = shownOn(usePathname());
  const last = useRef(0);
  /** Something moved while nobody looked. */
  const missed = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const readAgain = (wait: number) => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      last.current = Date.now();
      if (document.visibilityState === 'visible') refresh();
      else missed.current = true;
    }, wait);
  };
  useLive((moved) => {
    if (moved && !moved.some((one) => concerns(shows, one) && !isOwnMove(one.chain, one.count))) return;
    readAgain(shows.what === 'lists' ? Math.max(0, last.current + WHOLE_SHOP_MS - Date.now()) : 0);
  }, shows.what !== 'nothing');
  useComeBack(() => {
    if (shows.what !== 'nothing') readAgain(0);
  });
  useEffect(() => {
    const seen = () => {
      if (document.visibilityState !== 'visible' || !missed.current) return;
      missed.current = false;
      refresh();
    };
    document.addEventListener('visibilitychange', seen);
    return () => document.removeEventListener('visibilitychange', seen);
  }, [refresh]);
  return null;
}
