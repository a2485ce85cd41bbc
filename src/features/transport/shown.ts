'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Shown, ShownAnswer } from '@/contracts/shown';
import { ANSWER_WITHIN_MS } from './post';

/** What pages showed last: one that is come back to stands there at once, at the line it was left, and is read again. */
const kept = new Map<string, Shown<unknown>>();

/** Whoever is at the device next finds nothing of what was shown to somebody else. */
export const forgetShown = (): void => kept.clear();

async function ask<What>(from: string): Promise<ShownAnswer<What>> {
  try {
    const response = await fetch(from, { signal: AbortSignal.timeout(ANSWER_WITHIN_MS) });
    return (await response.json()) as ShownAnswer<What>;
  } catch {
    return { failed: 'The shop’s server did not answer.' };
  }
}

/**
 * What a page shows that was built without it, from one of our own routes. Whoever may not look is sent to where they are
 * let in. What stands there stays while it is read again, and where it cannot be.
 */
export function useShown<What>(from: string) {
  const router = useRouter();
  const [{ shown, failed }, setState] = useState(() => ({
    shown: (kept.get(from) as Shown<What> | undefined) ?? null,
    failed: '',
  }));
  /** Of two that are on their way, the one asked for last counts. */
  const asked = useRef(0);
  const readAgain = useCallback(() => {
    asked.current += 1;
    const mine = asked.current;
    void ask<What>(from).then((answer) => {
      if (mine !== asked.current) return;
      if ('wayIn' in answer) {
        forgetShown();
        router.replace(answer.wayIn);
      } else if ('failed' in answer) {
        setState((before) => ({ ...before, failed: answer.failed }));
      } else {
        kept.set(from, answer);
        setState({ shown: answer, failed: '' });
      }
    });
  }, [from, router]);
  useEffect(() => {
    readAgain();
    return () => {
      asked.current += 1;
    };
  }, [readAgain]);
  return { shown, failed, readAgain };
}
