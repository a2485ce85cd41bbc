'use client';

import { useEffect, useRef } from 'react';

/** The live channel of this browser: one tab listens to the server and tells the others, since connections are few. */
const CHANNEL = 'wrenchwise live chains';
const LOCK = 'wrenchwise live';
const SETTLE_MS = 30;

/** Calls back with the chains that somebody changed; many changes at once are one call. */
export function useLive(onChange: (chains: string[]) => void, active = true): void {
  const latest = useRef(onChange);
  useEffect(() => {
    latest.current = onChange;
  }, [onChange]);
  useEffect(() => {
    if (!active || typeof BroadcastChannel === 'undefined') return undefined;
    const channel = new BroadcastChannel(CHANNEL);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const moved = new Set<string>();
    const told = (chains: string[]) => {
      for (const chain of chains) moved.add(chain);
      clearTimeout(timer);
      timer = setTimeout(() => {
        latest.current([...moved]);
        moved.clear();
      }, SETTLE_MS);
    };
    channel.onmessage = (event) => told(event.data as string[]);
    const stop = new AbortController();
    const listen = () =>
      new Promise<void>((resolve) => {
        const source = new EventSource('/api/live');
        const leave = () => {
          source.close();
          resolve();
        };
        source.addEventListener('changed', (event) => {
          const chains = JSON.parse((event as MessageEvent<string>).data) as string[];
          told(chains);
          channel.postMessage(chains);
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
