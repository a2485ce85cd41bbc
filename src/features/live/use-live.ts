'use client';

import { useEffect, useRef } from 'react';
import type { ChainMoved } from '@/contracts/live';

/** The live channel of this browser: one tab listens to the server and tells the others, since connections are few. */
const CHANNEL = 'wrenchwise live moves';
const LOCK = 'wrenchwise live moves';
const SETTLE_MS = 30;

/** Calls back with what moved in the record; many changes at once are one call. */
export function useLive(onChange: (moved: ChainMoved[]) => void, active = true): void {
  const latest = useRef(onChange);
  useEffect(() => {
    latest.current = onChange;
  }, [onChange]);
  useEffect(() => {
    if (!active || typeof BroadcastChannel === 'undefined') return undefined;
    const channel = new BroadcastChannel(CHANNEL);
    let timer: ReturnType<typeof setTimeout> | undefined;
    let moved: ChainMoved[] = [];
    const told = (more: ChainMoved[]) => {
      moved = [...moved, ...more];
      clearTimeout(timer);
      timer = setTimeout(() => {
        const now = moved;
        moved = [];
        latest.current(now);
      }, SETTLE_MS);
    };
    channel.onmessage = (event) => told(event.data as ChainMoved[]);
    const stop = new AbortController();
    const listen = () =>
      new Promise<void>((resolve) => {
        const source = new EventSource('/api/live');
        const leave = () => {
          source.close();
          resolve();
        };
        source.addEventListener('moved', (event) => {
          const more = JSON.parse((event as MessageEvent<string>).data) as ChainMoved[];
          told(more);
          channel.postMessage(more);
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
