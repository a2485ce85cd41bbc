'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { type Answered, refusedFor } from '@/contracts/answer';
import type { WrenchAsk } from '@/contracts/wrench-ask';
import { type WrenchReading, torqueOfReading } from '@/contracts/wrench-reading';
import type { TrayReading, WrenchLink } from '@/server/devices/torque-wrench';
import type { AskWrench } from '../bay/wrench-route';
import { newId } from '../transport/device';

interface Bound {
  link: WrenchLink | null;
  tray: TrayReading[];
}

/**
 * The torque wrench of a practice car: bound, waited for and pulled as in the bay, its readings moves of that car. What it is
 * bound to and what lies in its tray is this page’s own, and gone with it.
 */
export function usePracticeWrench(orderId: string, move: (body: object) => Promise<Answered<unknown>>) {
  const [bound, setBound] = useState<Bound>({ link: null, tray: [] });
  const now = useRef(bound);
  useEffect(() => {
    now.current = bound;
  }, [bound]);

  const ask = useCallback<AskWrench>(
    async (asked: WrenchAsk) => {
      const { link, tray } = now.current;
      const done = { ok: true as const, answer: {} };
      const drop = (readingId: string) =>
        setBound((before) => ({ ...before, tray: before.tray.filter(({ id }) => id !== readingId) }));
      const lay = ({ nm, angleDeg }: WrenchReading, why: string) => {
        const reading = { id: newId(), nm, angleDeg, at: new Date().toISOString(), why };
        setBound((before) => ({ ...before, tray: [reading, ...before.tray] }));
        return { ok: true as const, answer: { words: why } };
      };
      const record = (reading: WrenchReading, fastenerId: string, confirmed: boolean) =>
        move({
          kind: 'move',
          id: newId(),
          name: 'torque.record',
          input: torqueOfReading({ orderId, fastenerId }, link!.wrenchId, reading, confirmed),
        });
      switch (asked.ask) {
        case 'bind':
          setBound((before) => ({
            ...before,
            link: asked.wrenchId === null ? null : { wrenchId: asked.wrenchId, waiting: null },
          }));
          return done;
        case 'wait':
          // Asked as the wrench is bound, before this page knows it.
          setBound((before) => ({
            ...before,
            link: before.link && { ...before.link, waiting: asked.waiting },
          }));
          return done;
        case 'pull': {
          if (!link) return refusedFor('not-bound', 'No wrench is bound to this tablet.');
          if (!link.waiting) return lay(asked, 'Nobody was waiting for it: it lies in the tray.');
          const got = await record(asked, link.waiting.fastenerId, false);
          return got.ok ? done : lay(asked, got.errors.map(({ message }) => message).join(' '));
        }
        case 'use': {
          const reading = tray.find(({ id }) => id === asked.readingId);
          if (!reading || !link) return refusedFor('no-reading', 'That reading is not in the tray any more.');
          const got = await record(reading, asked.fastenerId, true);
          if (got.ok) drop(asked.readingId);
          return got.ok ? done : got;
        }
        case 'drop':
          drop(asked.readingId);
          return done;
      }
    },
    [orderId, move],
  );
  return { bound, ask };
}
