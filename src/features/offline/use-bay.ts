'use client';

import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { Refusal } from '@/core/refusal';
import { type Answered, type Envelope, refusedFor } from '@/contracts/answer';
import type { AnswerOf, OfflineName } from '@/contracts/commands';
import { isOfflineCommand } from '@/contracts/offline-names';
import { newId, nextDeviceSeq } from '@/features/transport/device';
import type { CommandRoute } from '@/features/transport/use-command';
import { type BayBundle, type BayNews, knownOf, stateOf, withEntries, withNews } from '../bay/bay-bundle';
import type { PhotoTarget } from '../photos/photo-upload';
import { deviceTime, enqueue, keepOffset, onOutbox, sendWaiting, setAside, waiting } from './outbox';
import type { predictEntries } from './predict';
import { keyReady, sha256Hex } from './signing';
import { type Waiting, mayWorkOffline, store } from './store';

const ANSWER_WITHIN_MS = 5000;
const TRY_EVERY_MS = 2500;

const neverChanges = () => () => undefined;

type Read = BayBundle | 'signed-out' | 'none' | null;

/** Asks the server what is new of the car since what is kept here; null when it does not answer. */
async function fetchBundle(orderId: string, kept: BayBundle | null): Promise<Read> {
  try {
    const known = kept?.orderId === orderId ? knownOf(kept) : null;
    const asked = known ? `?${new URLSearchParams({ after: String(known.count), last: known.lastId })}` : '';
    const response = await fetch(`/api/bay/${orderId}${asked}`, {
      signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
    });
    const body = (await response.json()) as { ok: boolean; answer?: BayNews };
    if (body.ok) return withNews(kept, body.answer!);
    if (response.status === 404) return 'none';
    // A server in trouble is asked again, as one that does not answer.
    return response.status >= 500 ? null : 'signed-out';
  } catch {
    return null;
  }
}

/** Was this read of the same car, for the same person, before what is here already? */
const isOlder = (read: BayBundle, here: BayBundle | null): boolean =>
  here !== null &&
  here.orderId === read.orderId &&
  here.viewer.id === read.viewer.id &&
  (here.entries.length > read.entries.length ||
    (here.entries.length === read.entries.length && here.readAt > read.readAt));

export interface Bay {
  bundle: BayBundle | null;
  pending: Waiting[];
  /** What the shop refused for good, of whatever car: kept here until it has been read. */
  refused: Waiting[];
  online: boolean;
  /** This browser can keep things: else the page says that offline is off. */
  able: boolean;
  tasks: string[];
  clearTasks(): void;
  route: CommandRoute;
  missing: boolean;
  send(): void;
  /** Somebody came back to a page nobody looked at: it is read again before the next tap is taken. */
  comeBack(): void;
  /** Keeps a picture here with the move that binds it; the answer the screen needs. */
  keepPhoto(file: File, target: PhotoTarget): Promise<Answered<unknown>>;
}

/**
 * The bay of one car, with or without network: shows what the server last said and what waits here on top of it; gives
 * commands to the server, and keeps on the device what it does not answer.
 */
export function useBay(orderId: string | null, first: BayBundle | null): Bay {
  // Until the page runs in the browser nothing is said of it.
  const able = useSyncExternalStore(neverChanges, mayWorkOffline, () => true);
  const [bundle, setBundle] = useState<BayBundle | null>(first);
  const [pending, setPending] = useState<Waiting[]>([]);
  const [refused, setRefused] = useState<Waiting[]>([]);
  const [online, setOnline] = useState(true);
  const [tasks, setTasks] = useState<string[]>([]);
  const [missing, setMissing] = useState(false);
  const kept = useRef({ bundle, pending });
  /** A reading that taps wait for: what they were made on may be old. */
  const reading = useRef<Promise<void> | null>(null);
  const offline = useRef(false);
  useEffect(() => {
    offline.current = !online;
  }, [online]);
  useEffect(() => {
    kept.current = { bundle, pending };
  }, [bundle, pending]);

  const keep = useCallback(
    async (fresh: BayBundle) => {
      setOnline(true);
      // Answers may come in another order than they were asked for: the page never goes back to an older one.
      if (isOlder(fresh, kept.current.bundle)) return;
      kept.current = { ...kept.current, bundle: fresh };
      setBundle(fresh);
      if (able) await (await store()).put('bundles', fresh);
    },
    [able],
  );

  const reload = useCallback(async () => {
    if (!orderId) return;
    const fresh = await fetchBundle(orderId, kept.current.bundle);
    if (fresh === null) setOnline(false);
    else if (fresh === 'none') setMissing(true);
    else if (fresh === 'signed-out') setOnline(true);
    else {
      await keep(fresh);
      // Only a page read just now tells the server's clock.
      if (able) await keepOffset(fresh.readAt);
    }
  }, [able, orderId, keep]);

  const readPending = useCallback(async () => {
    if (!able || !orderId) return;
    setPending(await waiting(orderId));
    setRefused(await setAside());
  }, [able, orderId]);

  const send = useCallback(async () => {
    if (!able || !(await waiting()).length) return;
    const { sent, tasks: back, left } = await sendWaiting();
    if (back.length) setTasks((before) => [...new Set([...before, ...back])]);
    if (left) setOnline(false);
    if (sent) await reload();
    await readPending();
  }, [able, reload, readPending]);

  // What this device kept of the car, when the page itself came from the device; then what the server says.
  useEffect(() => {
    if (!orderId) return undefined;
    let gone = false;
    const begin = async () => {
      if (!able) return;
      const db = await store();
      const known = await db.get('bundles', orderId);
      if (first) {
        // Read anew for somebody else at the tablet: it is theirs from here on.
        if (!gone) await keep(first);
        await keepOffset(first.readAt);
        await keyReady(first.viewer.id);
      } else if (known && !gone) {
        setBundle(known);
      }
      await readPending();
      if (!first) await reload();
      await send();
    };
    void begin();
    const stop = onOutbox(() => void readPending());
    const timer = setInterval(() => void send(), TRY_EVERY_MS);
    const back = () => void send().then(() => reload());
    const lost = () => setOnline(false);
    window.addEventListener('online', back);
    window.addEventListener('offline', lost);
    return () => {
      gone = true;
      stop();
      clearInterval(timer);
      window.removeEventListener('online', back);
      window.removeEventListener('offline', lost);
    };
  }, [orderId, first, able, keep, readPending, reload, send]);

  // Without network the car is looked for again every few seconds; with it, the live events say when.
  useEffect(() => {
    if (online) return undefined;
    const timer = setInterval(() => void reload(), TRY_EVERY_MS * 2);
    return () => clearInterval(timer);
  }, [online, reload]);

  const queue = useCallback(
    async <N extends OfflineName>(
      name: N,
      envelope: Envelope,
      picture?: Blob,
    ): Promise<Answered<AnswerOf<N>>> => {
      const { bundle: car, pending: before } = kept.current;
      if (!able || !car)
        return refusedFor(
          'network',
          'The shop’s server did not answer, and this browser keeps nothing without it.',
        );
      const keeping = await import('./keep-move').catch(() => null);
      if (!keeping)
        return refusedFor(
          'network',
          'The shop’s server did not answer. What you typed is still here: try again.',
        );
      const checked = keeping.checkInput(name, envelope.input);
      if (!checked.ok) return checked;
      const at = await deviceTime();
      const ahead = before.flatMap((move) => move.entries);
      const mover = {
        deviceId: car.deviceId,
        personId: car.viewer.id,
        commandId: envelope.id,
        offline: true,
      };
      let made: ReturnType<typeof predictEntries<N>>;
      try {
        made = keeping.predictEntries(name, checked.input, {
          bundle: car,
          state: stateOf(car, ahead),
          mover,
          at,
          waiting: ahead.length,
        });
      } catch (error) {
        if (error instanceof Refusal) return refusedFor(error.code, error.message, error.field);
        throw error;
      }
      const ok = await enqueue(
        {
          id: envelope.id,
          name,
          deviceSeq: envelope.deviceSeq,
          at,
          personId: car.viewer.id,
          deviceId: car.deviceId,
          input: envelope.input as Record<string, unknown>,
        },
        car.orderId,
        made.entries,
        picture,
      );
      if (!ok)
        return refusedFor(
          'network',
          'This tablet has no key of yours yet: it is given where the network reaches.',
        );
      setOnline(false);
      const now = await waiting(car.orderId);
      kept.current = { ...kept.current, pending: now };
      setPending(now);
      return { ok: true, answer: made.answer, entries: [] };
    },
    [able],
  );

  const take = useCallback(
    (recorded: Answered<unknown>): boolean => {
      const car = kept.current.bundle;
      if (!recorded.ok || !car || !recorded.entries) return false;
      // What was kept on the device waits in sight already.
      if (!recorded.moved) return true;
      if (Object.keys(recorded.moved).some((chain) => chain !== car.orderId)) return false;
      const grown = withEntries(car, recorded.entries);
      const last = recorded.entries.at(-1);
      if (!grown || !last) return false;
      void keep({ ...grown, readAt: last.receivedAt });
      // The newest word of the server's clock.
      if (able) void keepOffset(last.receivedAt);
      return true;
    },
    [able, keep],
  );

  const route = useMemo<CommandRoute>(
    () => ({
      async send(name, envelope, ask) {
        if (reading.current) await reading.current;
        if (!isOfflineCommand(name)) {
          const answer = await ask();
          if (!answer.ok && answer.errors[0]?.code === 'network') setOnline(false);
          return answer;
        }
        // Known to be without network: a tap does not wait to find it out again.
        if (offline.current && able) return queue(name, envelope);
        // What waits goes first: a later move never overtakes an earlier one.
        if (kept.current.pending.length) {
          await send();
          if (kept.current.pending.length) return queue(name, envelope);
        }
        const answer = await ask();
        if (answer.ok || answer.errors[0]?.code !== 'network') return answer;
        setOnline(false);
        return queue(name, envelope);
      },
      took: take,
      seen: () => kept.current.bundle?.entries.at(-1)?.seq,
      refresh: () => void reload(),
    }),
    [able, queue, reload, send, take],
  );

  const comeBack = useCallback(() => {
    const read = send()
      .then(reload)
      .finally(() => {
        if (reading.current === read) reading.current = null;
      });
    reading.current = read;
  }, [send, reload]);

  const keepPhoto = useCallback(
    async (file: File, target: PhotoTarget) => {
      const uploadHash = await sha256Hex(await file.arrayBuffer());
      const orderId = kept.current.bundle?.orderId;
      const input = { ...target, orderId, photoId: null, uploadHash };
      return queue('photo.bind', { id: newId(), deviceSeq: nextDeviceSeq(), input }, file);
    },
    [queue],
  );

  return {
    bundle,
    pending,
    refused,
    online,
    able,
    tasks,
    clearTasks: () => setTasks([]),
    route,
    missing,
    send: () => void send().then(() => reload()),
    comeBack,
    keepPhoto,
  };
}
