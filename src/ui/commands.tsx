'use client';

import { useRouter } from 'next/navigation';
import { createContext, useCallback, useContext, useMemo, useRef, useState } from 'react';
import type { FieldError } from '@/server/commands/execute';

export type Answer = { ok: true; answer: Record<string, unknown> } | { ok: false; errors: FieldError[] };

const DEVICE_SEQ = 'wl-device-seq';

/** The device's own running number for what it records. */
export function nextDeviceSeq(): number {
  const next = Number(localStorage.getItem(DEVICE_SEQ) ?? 0) + 1;
  localStorage.setItem(DEVICE_SEQ, String(next));
  return next;
}

/** The number of the last thing this device recorded, or queued. */
export const lastDeviceSeq = (): number => Number(localStorage.getItem(DEVICE_SEQ) ?? 0);

export const newId = (): string => crypto.randomUUID();

const NO_ANSWER: Answer = {
  ok: false,
  errors: [
    {
      field: '',
      code: 'network',
      message: 'The shop’s server did not answer. What you typed is still here: try again.',
    },
  ],
};

/** Asks for PIN or password again in place, so that nothing typed is lost; answers whether to go on. */
export const UnlockContext = createContext<(code: 'idle' | 'signed-out') => Promise<boolean>>(
  async () => false,
);

/** Where commands are posted: the shop's door, or on a customer's page that page's own. */
export const CommandDoor = createContext('/api/commands');

export interface Envelope {
  id: string;
  deviceSeq: number;
  input: object;
}
/**
 * How commands go out and pages are read again. A page that works without network puts its own way here: it may keep a
 * command on the device when the server does not answer.
 */
export interface CommandRoute {
  send(name: string, envelope: Envelope, online: () => Promise<Answer>): Promise<Answer>;
  refresh(): void;
}
export const CommandRouteContext = createContext<CommandRoute | null>(null);

/** Reads again what the page shows. */
export function useRefresh(): () => void {
  const router = useRouter();
  const route = useContext(CommandRouteContext);
  return useCallback(() => (route ? route.refresh() : router.refresh()), [route, router]);
}

/** A server that has not answered by then is as good as none; what it may yet record is known by its id. */
const ANSWER_WITHIN_MS = 8000;

async function post(url: string, body: BodyInit, headers: HeadersInit): Promise<Answer> {
  try {
    // A picture may take its time; words do not.
    const signal = typeof body === 'string' ? AbortSignal.timeout(ANSWER_WITHIN_MS) : null;
    const response = await fetch(url, { method: 'POST', body, headers, signal });
    return (await response.json()) as Answer;
  } catch {
    return NO_ANSWER;
  }
}

/** Posts JSON to one of our own routes. */
export const postJson = (url: string, body: unknown) =>
  post(url, JSON.stringify(body), { 'Content-Type': 'application/json' });

/** Posts a form with its files to one of our own routes. */
export const postForm = (url: string, body: FormData) => post(url, body, {});

/** Posts, and where the tablet had gone idle, asks for the PIN and posts the same again. */
export function usePost() {
  const unlock = useContext(UnlockContext);
  return useCallback(
    async (send: () => Promise<Answer>): Promise<Answer> => {
      const first = await send();
      const code = first.ok ? null : first.errors[0]?.code;
      if (code !== 'idle' && code !== 'signed-out') return first;
      return (await unlock(code)) ? send() : first;
    },
    [unlock],
  );
}

/**
 * Gives commands and keeps what came back: `errors` by field, `busy` while one is on its way. A retry after a lost
 * answer sends the same id, so it is recorded once.
 */
export function useCommand(name: string) {
  const refresh = useRefresh();
  const route = useContext(CommandRouteContext);
  const postAgain = usePost();
  const door = useContext(CommandDoor);
  const [busy, setBusy] = useState(false);
  const [errors, setErrors] = useState<FieldError[]>([]);
  const pending = useRef<{ content: string; id: string; deviceSeq: number } | null>(null);

  const give = useCallback(
    async (input: object): Promise<Record<string, unknown> | null> => {
      setBusy(true);
      const content = JSON.stringify(input);
      if (pending.current?.content !== content) {
        pending.current = { content, id: newId(), deviceSeq: nextDeviceSeq() };
      }
      const { id, deviceSeq } = pending.current;
      const envelope = { id, deviceSeq, input };
      const online = () => postAgain(() => postJson(`${door}/${name}`, envelope));
      const answer = await (route ? route.send(name, envelope, online) : online());
      setBusy(false);
      if (!answer.ok) {
        // Refused is final for this id; only an answer that got lost is asked for again under the same one.
        if (answer.errors[0]?.code !== 'network') pending.current = null;
        setErrors(answer.errors);
        return null;
      }
      pending.current = null;
      setErrors([]);
      refresh();
      return answer.answer;
    },
    [name, door, postAgain, refresh, route],
  );
  return useMemo(() => ({ give, busy, errors, clear: () => setErrors([]), setErrors }), [give, busy, errors]);
}
