'use client';

import { type Remote, wrap } from 'comlink';
import type { CardDoors } from '@/workers/card.worker';

let doors: Remote<CardDoors> | null = null;

/** The worker that finds the card, made when it is first asked. */
export function cardFinder(): Remote<CardDoors> {
  doors ??= wrap<CardDoors>(
    new Worker(new URL('../../workers/card.worker.ts', import.meta.url), { type: 'module' }),
  );
  return doors;
}
