'use client';

import { useRouter } from 'next/navigation';
import { createContext, useCallback, useContext, useMemo, useRef, useState } from 'react';
import type { Answered, Envelope, FieldError } from '@/contracts/answer';
import type { AnswerOf, CommandName, GivenOf } from '@/contracts/commands';
import { newId, nextDeviceSeq } from './device';
import { noteOwnEntries, noteOwnMoves, shownOf } from './own-moves';
import { OR_KEEP_WITHIN_MS, postJson } from './post';

/**
 * What a form may send of a value: the value itself, or as it was typed, which the command's schema reads; what was not
 * filled in is sent too, and refused at its field.
 */
export type Typed<T> =
  | undefined
  | null
  | (T extends string | number | boolean | null
      ? T | string
      : T extends readonly (infer One)[]
        ? readonly Typed<One>[]
        : T extends object
          ? { [K in keyof T]: Typed<T[K]> }
          : T);
export type SentOf<N extends CommandName> = N extends CommandName
  ? { [K in keyof GivenOf<N>]: Typed<GivenOf<N>[K]> }
  : never;

/** Asks for PIN or password again in place, so that nothing typed is lost; answers whether to go on. */
export const UnlockContext = createContext<(code: 'idle' | 'signed-out') => Promise<boolean>>(
  async () => false,
);

/** Where commands are posted: the shop's endpoint, or on a customer's page that page's own. */
export const CommandEndpoint = createContext('/api/commands');

/**
 * How commands go out and pages are read again. A page that works without network puts its own way here: it may keep a
 * command on the device when the server does not answer, and take what was recorded without reading the page again.
 */
export interface CommandRoute {
  send<N extends CommandName>(
    name: N,
    envelope: Envelope<GivenOf<N>>,
    online: () => Promise<Answered<AnswerOf<N>>>,
  ): Promise<Answered<AnswerOf<N>>>;
  /** Takes what was recorded into the page. @returns false when it has to be read again */
  took(recorded: Answered<unknown>): boolean;
  /** How far the page knows its order’s record. */
  seen(): number | undefined;
  refresh(): void;
}
export const CommandRouteContext = createContext<CommandRoute | null>(null);

/** How a page that asked for what it shows asks again; null where the server draws it. */
export const ReadAgainContext = createContext<(() => void) | null>(null);

/** Reads again what the page shows. */
export function useRefresh(): () => void {
  const router = useRouter();
  const route = useContext(CommandRouteContext);
  const readAgain = useContext(ReadAgainContext);
  return useCallback(() => {
    if (route) route.refresh();
    else if (readAgain) readAgain();
    else router.refresh();
  }, [route, readAgain, router]);
}

/** Posts, and where the tablet had gone idle, asks for the PIN and posts the same again. */
export function usePost() {
  const unlock = useContext(UnlockContext);
  return useCallback(
    async <Answer>(send: () => Promise<Answered<Answer>>): Promise<Answered<Answer>> => {
      const first = await send();
      const code = first.ok ? null : first.errors[0]?.code;
      if (code !== 'idle' && code !== 'signed-out') return first;
      return (await unlock(code)) ? send() : first;
    },
    [unlock],
  );
}

export interface CommandState {
  /** One is on its way. */
  busy: boolean;
  /** What was wrong with the last one, by field. */
  errors: FieldError[];
  clear(): void;
  setErrors(errors: FieldError[]): void;
}
export interface SentCommand<N extends CommandName> extends CommandState {
  /** @returns its answer; null when it was refused or not answered, as `errors` then say */
  send(input: GivenOf<N>): Promise<AnswerOf<N> | null>;
}

/**
 * Sends a command. A retry after a lost answer sends the same id, so it is recorded once.
 * @returns what came back; where it was recorded, the page has it by then
 */
export function useSend<N extends CommandName>(
  name: N,
): (input: GivenOf<N>) => Promise<Answered<AnswerOf<N>>> {
  const refresh = useRefresh();
  const route = useContext(CommandRouteContext);
  const postAgain = usePost();
  const endpoint = useContext(CommandEndpoint);
  const pending = useRef<{ content: string; id: string; deviceSeq: number } | null>(null);
  return useCallback(
    async (input) => {
      const content = JSON.stringify(input);
      if (pending.current?.content !== content) {
        pending.current = { content, id: newId(), deviceSeq: nextDeviceSeq() };
      }
      const { id, deviceSeq } = pending.current;
      const about = 'orderId' in input && typeof input.orderId === 'string' ? input.orderId : null;
      const seen = route ? route.seen() : about ? shownOf(about) : undefined;
      const envelope = { id, deviceSeq, ...(seen === undefined ? {} : { seen }), input };
      const online = () =>
        postAgain(() =>
          postJson<AnswerOf<N>>(`${endpoint}/${name}`, envelope, route ? OR_KEEP_WITHIN_MS : undefined),
        );
      const answer = await (route ? route.send(name, envelope, online) : online());
      // Refused is final for this id; only an answer that got lost is asked for again under the same one.
      if (answer.ok || answer.errors[0]?.code !== 'network') pending.current = null;
      if (answer.ok) {
        noteOwnMoves(answer.moved);
        noteOwnEntries(answer.entries);
        if (!route?.took(answer)) refresh();
      } else if (answer.errors[0]?.code === 'meanwhile') refresh();
      return answer;
    },
    [name, endpoint, postAgain, refresh, route],
  );
}

/** The same for what is not a form: a button that says whether it is on its way, and what was wrong. */
export function useCommand<N extends CommandName>(name: N): SentCommand<N> {
  const sendIt = useSend(name);
  const [busy, setBusy] = useState(false);
  const [errors, setErrors] = useState<FieldError[]>([]);
  const send = useCallback(
    async (input: GivenOf<N>): Promise<AnswerOf<N> | null> => {
      setBusy(true);
      const answer = await sendIt(input);
      setBusy(false);
      setErrors(answer.ok ? [] : answer.errors);
      return answer.ok ? answer.answer : null;
    },
    [sendIt],
  );
  return useMemo(() => ({ send, busy, errors, clear: () => setErrors([]), setErrors }), [send, busy, errors]);
}
