'use client';

import { useCallback, useMemo, useState } from 'react';
import { type Answered, type Envelope, refusedFor } from '@/contracts/answer';
import type { AnswerOf, CommandName, GivenOf } from '@/contracts/commands';
import { isOfflineCommand } from '@/contracts/offline-names';
import type { Consequence } from '@/core/practice/consequences';
import type { LookWay } from '@/core/practice/scenario';
import type { PerCorner } from '@/core/corners';
import type { Outcome, RackRead } from '@/practice/practice-try';
import { newId } from '../transport/device';
import { postJson } from '../transport/post';
import { type CommandRoute, usePost } from '../transport/use-command';
import type { BayBundle } from '../bay/bay-bundle';
import type { ReadGauges } from '../measuring/gauges';
import { usePracticeWrench } from './use-practice-wrench';
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
  const { orderId } = first;

  const act = useCallback(
    (body: object): Promise<Answered<Outcome>> =>
      postAgain(() => postJson<Outcome>(`/api/practice/${orderId}`, body)),
    [postAgain, orderId],
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
          orderId,
          photoId: null,
          uploadHash: await sha256Hex(await file.arrayBuffer()),
        },
      }),
    [move, orderId],
  );

  const wrench = usePracticeWrench(orderId, move);

  const gauges = useCallback<ReadGauges>(async () => {
    const got = await act({ kind: 'gauges', lengths: first.viewer.lengthUnit });
    return got.ok && got.answer.ok ? (got.answer.answer as PerCorner<string>) : null;
  }, [act, first.viewer.lengthUnit]);

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
    bundle: { ...bundle, ...wrench.bound },
    route,
    wrench: wrench.ask,
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
