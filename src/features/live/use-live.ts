'use client';

import { useEffect, useRef } from 'react';
import type { ChainMoved } from '@/contracts/live';

/** The live channel of this browser: one tab listens to the server and tells the others, since connections are few. */
const CHANNEL = 'wrenchwise live moves';
const LOCK = 'wrenchwise live moves';
const SETTLE_MS = 30;
/** A tab that hears through another asks for what it missed when it is clear that it does not listen itself. */
const NOT_LISTENING_MS = 1500;

/** What moved since the page was read, told to nobody then; null when it cannot be said. */
async function movedSince(readAt: number): Promise<ChainMoved[] | null> {
  const response = await fetch(`/api/live/since?ms=${Math.round(performance.now() - readAt)}`);
  const body = (await response.json()) as { ok: boolean; answer?: ChainMoved[] | null };
  return body.ok ? (body.answer ?? null) : [];
}

/**
 * Calls back with what moved in the record; many changes at once are one call. With null when nobody listened for a while:
 * anything may have moved.
 */
export function useLive(onChange: (moved: ChainMoved[] | null) => void, active = true): void {
  const latest = useRef(onChange);
  useEffect(() => {
    latest.current = onChange;
  }, [onChange]);
  useEffect(() => {
    if (!active || typeof BroadcastChannel === 'undefined') return undefined;
    let stop: (() => void) | null = null;
    // The page was read by the server when the browser asked for it: what moved before it runs here nobody has told it.
    let readAt = 0;
    const start = () => {
      stop ??= listen((moved) => latest.current(moved), readAt);
      readAt = performance.now();
    };
    // A page that is put away listens to nothing, so that the browser may keep it; it listens again when it is shown.
    const away = () => {
      stop?.();
      stop = null;
    };
    start();
    window.addEventListener('pagehide', away);
    window.addEventListener('pageshow', start);
    return () => {
      away();
      window.removeEventListener('pagehide', away);
      window.removeEventListener('pageshow', start);
    };
  }, [active]);
}

/** @param readAt when the page was read, by the page's own clock */
function listen(tell: (moved: ChainMoved[] | null) => void, readAt: number): () => void {
  const channel = new BroadcastChannel(CHANNEL);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let moved: ChainMoved[] = [];
  let missed = false;
  const told = (more: ChainMoved[] | null) => {
    if (more) moved = [...moved, ...more];
    else missed = true;
    clearTimeout(timer);
    timer = setTimeout(() => {
      const now = missed ? null : moved;
      moved = [];
      missed = false;
      tell(now);
    }, SETTLE_MS);
  };
  channel.onmessage = (event) => told(event.data as ChainMoved[] | null);
  const stop = new AbortController();
  let heardUpTo = readAt;
  const catchUp = async () => {
    const from = heardUpTo;
    heardUpTo = performance.now();
    try {
      const more = await movedSince(from);
      if (!stop.signal.aborted && more?.length !== 0) told(more);
    } catch {
      // Without network: it is read again when the network is back.
    }
  };
  const notListening = setTimeout(() => void catchUp(), NOT_LISTENING_MS);
  const toServer = () =>
    new Promise<void>((resolve) => {
      const source = new EventSource('/api/live');
      let lost = false;
      const leave = () => {
        source.close();
        resolve();
      };
      const say = (more: ChainMoved[] | null) => {
        told(more);
        channel.postMessage(more);
      };
      source.addEventListener('moved', (event) =>
        say(JSON.parse((event as MessageEvent<string>).data) as ChainMoved[]),
      );
      source.onopen = () => {
        clearTimeout(notListening);
        if (lost) say(null);
        else void catchUp();
        lost = false;
      };
      source.onerror = () => {
        lost = true;
        // A browser signed out, or a server gone: the page is read again when it is opened again.
        if (source.readyState === EventSource.CLOSED) leave();
      };
      stop.signal.addEventListener('abort', leave);
    });
  const begin = navigator.locks
    ? navigator.locks.request(LOCK, { signal: stop.signal }, toServer)
    : toServer();
  void begin.catch(() => undefined);
  return () => {
    stop.abort();
    clearTimeout(timer);
    clearTimeout(notListening);
    channel.close();
  };
}
