'use client';

import { useEffect, useRef } from 'react';

/** The live channel of this browser: one tab listens to the server and tells the others, since connections are few. */
const CHANNEL = 'wrenchwise live';
const LOCK = 'wrenchwise live';
const SETTLE_MS = 30;

/** Calls back when somebody changed something; many changes at once are one call. */
export function useLive(onChange: () => void, active = true): void {
  const latest = useRef(onChange);
  useEffect(() => {
    latest.current = onChange;
  }, [onChange]);
  useEffect(() => {
    if (!active || typeof BroadcastChannel === 'undefined') return undefined;
    const channel = new BroadcastChannel(CHANNEL);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const told = () => {
      clearTimeout(timer);
      timer = setTimeout(() => latest.current(), SETTLE_MS);
    };
    channel.onmessage = told;
    const stop = new AbortController();
    const listen = () =>
      new Promise<void>((resolve) => {
        const source = new EventSource('/api/live');
        const leave = () => {
          source.close();
          resolve();
        };
        source.addEventListener('changed', () => {
          told();
          channel.postMessage('changed');
        });
        // A browser signed out, or a server gone: the page is read again when it is opened again.
        source.onerror = () => {
          if (source.readyState === EventSource.CLOSED) leave();
        };
        stop.signal.addEventListener('abort', leave);
      });
    const begin = navigator.locks ? navigator.locks.request(LOCK, { signal: stop.signal }, listen) : listen();
    void begin.catch(() => undefined);
    return () => {
      stop.abort();
      clearTimeout(timer);
      channel.close();
    };
  }, [active]);
}
