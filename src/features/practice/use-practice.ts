'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type Answered, type Envelope, refusedFor } from '@/contracts/answer';
import type { AnswerOf, CommandName, GivenOf } from '@/contracts/commands';
import { isOfflineCommand } from '@/contracts/offline-names';
import type { Consequence } from '@/core/practice/consequences';
import type { LookWay } from '@/core/practice/scenario';
import type { WrenchAsk } from '@/contracts/wrench-ask';
import type { PerCorner } from '@/core/corners';
import type { Outcome, RackRead } from '@/practice/practice-try';
import type { TrayReading } from '@/server/devices/torque-wrench';
import { newId } from '../transport/device';
import { postJson } from '../transport/post';
import { type CommandRoute, usePost } from '../transport/use-command';
import type { BayBundle } from '../bay/bay-bundle';
import type { ReadGauges } from '../measuring/gauges';
import type { PhotoTarget } from '../photos/photo-upload';
import { sha256Hex } from '../offline/signing';

/** What the lead would say yes to, check or enter: on a practice car it is one's own tap. */
const BY_LEAD: Partial<Record<CommandName, { what: 'approve' | 'value' | 'check'; about: string }>> = {
  'step.approve': { what: 'approve', about: 'stepId' },
  'value.set': { what: 'value', about: 'fastenerId' },
  'torque.check': { what: 'check', about: 'fastenerId' },
};

export interface LookedAt {
  place: string;
  name: string;
  words: string;
}

/** A practice car as it is worked: taps go to it and to nothing of the shop. */
export function usePractice(first: BayBundle) {
  const [bundle, setBundle] = useState(first);
  const [happened, setHappened] = useState<Consequence[]>([]);
  const [seen, setSeen] = useState<LookedAt[]>([]);
  const postAgain = usePost();
  const id = useRef(first.orderId);
  const bundleNow = useRef(bundle);
  useEffect(() => {
    bundleNow.current = bundle;
  }, [bundle]);

  const act = useCallback(
    (body: object): Promise<Answered<Outcome>> =>
      postAgain(() => postJson<Outcome>(`/api/practice/${id.current}`, body)),
    [postAgain],
  );

  const move = useCallback(
    async <Answer>(body: object): Promise<Answered<Answer>> => {
      const got = await act(body);
      if (!got.ok) return got;
      const outcome = got.answer;
      if (outcome.ok) {
        setBundle((before) => ({
          ...before,
          entries: [
            ...before.entries,
            ...outcome.entries.filter((entry) => !before.entries.some((known) => known.id === entry.id)),
          ],
        }));
        return { ok: true, answer: outcome.answer as Answer };
      }
      if ('happened' in outcome) {
        setHappened(outcome.happened);
        return { ok: false, errors: [] };
      }
      return refusedFor(outcome.code, outcome.message, outcome.field);
    },
    [act],
  );

  const route = useMemo<CommandRoute>(
    () => ({
      async send<N extends CommandName>(
        name: N,
        envelope: Envelope<GivenOf<N>>,
      ): Promise<Answered<AnswerOf<N>>> {
        const { id: commandId, input } = envelope;
        if (isOfflineCommand(name)) return move({ kind: 'move', id: commandId, name, input });
        const lead = BY_LEAD[name];
        if (!lead) return refusedFor('not-here', 'That is not done on a practice car.');
        const about = (input as Record<string, unknown>)[lead.about];
        return move({ kind: 'lead', id: commandId, what: lead.what, about });
      },
      took: () => true,
      seen: () => undefined,
      refresh: () => undefined,
    }),
    [move],
  );

  const look = useCallback(
    async (place: { at: string; name: string }, way: LookWay) => {
      const got = await act({ kind: 'look', place: place.at, way });
      const words =
        got.ok && got.answer.ok && got.answer.seen
          ? got.answer.seen.words
          : 'Nothing was seen: the server did not answer. Look again.';
      setSeen((before) => [{ place: place.at, name: place.name, words }, ...before]);
    },
    [act],
  );

  const mend = useCallback(
    async (place: LookedAt) => {
      const got = await act({ kind: 'mend', place: place.place });
      const words = !got.ok
        ? 'The server did not answer. Try again.'
        : got.answer.ok && got.answer.mended
          ? `${place.name}: put right.`
          : `${place.name}: nothing was wrong that had been seen there. It took a few minutes.`;
      setSeen((before) => [{ ...place, words }, ...before]);
    },
    [act],
  );

  const keepPhoto = useCallback(
    async (file: File, target: PhotoTarget): Promise<Answered<unknown>> =>
      move({
        kind: 'move',
        id: newId(),
        name: 'photo.bind',
        input: {
          ...target,
          orderId: id.current,
          photoId: null,
          uploadHash: await sha256Hex(await file.arrayBuffer()),
        },
      }),
    [move],
  );

  const wrench = useCallback(
    async (ask: WrenchAsk): Promise<Answered<{ words?: string }>> => {
      const { link, tray } = bundleNow.current;
      const set = (more: Partial<BayBundle>) => setBundle((before) => ({ ...before, ...more }));
      const dropped = (readingId: string) => tray.filter((one) => one.id !== readingId);
      const laid = (
        reading: Pick<TrayReading, 'nm' | 'angleDeg'>,
        why: string,
      ): Answered<{ words?: string }> => {
        set({ tray: [{ ...reading, id: newId(), at: new Date().toISOString(), why }, ...tray] });
        return { ok: true, answer: { words: why } };
      };
      const record = (
        reading: Pick<TrayReading, 'nm' | 'angleDeg'>,
        fastenerId: string,
        confirmed: boolean,
      ) =>
        move({
          kind: 'move',
          id: newId(),
          name: 'torque.record',
          input: {
            orderId: id.current,
            fastenerId,
            wrenchId: link!.wrenchId,
            reading: reading.angleDeg === null ? { value: reading.nm, unit: 'nm' } : { clicked: true },
            angleDeg: reading.angleDeg,
            nut: 'next',
            by: 'wrench',
            confirmed,
          },
        });
      switch (ask.ask) {
        case 'bind':
          set({ link: ask.wrenchId === null ? null : { wrenchId: ask.wrenchId, waiting: null } });
          return { ok: true, answer: {} };
        case 'wait':
          // Asked as the wrench is bound, before this page knows it.
          setBundle((before) =>
            before.link ? { ...before, link: { ...before.link, waiting: ask.waiting } } : before,
          );
          return { ok: true, answer: {} };
        case 'pull': {
          if (!link) return refusedFor('not-bound', 'No wrench is bound to this tablet.');
          if (!link.waiting) return laid(ask, 'Nobody was waiting for it: it lies in the tray.');
          const got = await record(ask, link.waiting.fastenerId, false);
          return got.ok
            ? { ok: true, answer: {} }
            : laid(ask, got.errors.map(({ message }) => message).join(' '));
        }
        case 'use': {
          const reading = tray.find((one) => one.id === ask.readingId);
          if (!reading || !link) return refusedFor('no-reading', 'That reading is not in the tray any more.');
          const got = await record(reading, ask.fastenerId, true);
          if (got.ok) set({ tray: dropped(ask.readingId) });
          return got.ok ? { ok: true, answer: {} } : got;
        }
        case 'drop':
          set({ tray: dropped(ask.readingId) });
          return { ok: true, answer: {} };
      }
    },
    [move],
  );

  const gauges = useCallback<ReadGauges>(async () => {
    const got = await act({ kind: 'gauges', lengths: bundleNow.current.viewer.lengthUnit });
    return got.ok && got.answer.ok ? (got.answer.answer as PerCorner<string>) : null;
  }, [act]);

  const rack = useCallback(
    async (moves: object): Promise<Answered<RackRead>> => {
      const got = await act({ kind: 'rack', moves });
      if (!got.ok) return got;
      if (got.answer.ok) return { ok: true, answer: got.answer.answer as RackRead };
      return 'code' in got.answer
        ? refusedFor(got.answer.code, got.answer.message, got.answer.field)
        : refusedFor('rack', 'The rack gave no sheet.');
    },
    [act],
  );

  return {
    bundle,
    route,
    wrench,
    gauges,
    rack,
    keepPhoto,
    happened,
    backOneStep: () => setHappened([]),
    seen,
    look,
    mend,
    end: () => act({ kind: 'end' }),
  };
}
