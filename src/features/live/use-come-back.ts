'use client';

import { useEffect, useRef } from 'react';

/** A page whose clock stood still for so long was asleep. */
const ASLEEP_MS = 20_000;
const LOOK_EVERY_MS = 5000;
/** A glance at another tab is no absence. */
const AWAY_MS = 3000;

/**
 * Calls back when somebody comes back to the page: by Back or Forward, to its tab after a while, or to a device that slept.
 * What happened meanwhile was heard by nobody.
 */
export function useComeBack(onBack: () => void): void {
  const latest = useRef(onBack);
  useEffect(() => {
    latest.current = onBack;
  }, [onBack]);
  useEffect(() => {
    let hiddenAt: number | null = null;
    let lookedAt = Date.now();
    const back = () => latest.current();
    const shown = (event: PageTransitionEvent) => event.persisted && back();
    const seen = () => {
      if (document.visibilityState === 'hidden') hiddenAt ??= Date.now();
      else {
        if (hiddenAt !== null && Date.now() - hiddenAt > AWAY_MS) back();
        hiddenAt = null;
      }
    };
    const timer = setInterval(() => {
      if (Date.now() - lookedAt > ASLEEP_MS) back();
      lookedAt = Date.now();
    }, LOOK_EVERY_MS);
    window.addEventListener('pageshow', shown);
    // The pages one walks back through are kept as they were shown.
    window.addEventListener('popstate', back);
    document.addEventListener('visibilitychange', seen);
    return () => {
      clearInterval(timer);
      window.removeEventListener('pageshow', shown);
      window.removeEventListener('popstate', back);
      document.removeEventListener('visibilitychange', seen);
    };
  }, []);
}
