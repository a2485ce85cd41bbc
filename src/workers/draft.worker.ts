import { expose } from 'comlink';
import type { Anatomy } from '@/core/anatomy/types';
import { type Draft, type DraftWish, draftsFor } from '@/core/procedure/draft';
import { attempt } from '@/core/refusal';

const doors = {
  /** Finds every way, the cheapest first; refused in words where there is none. */
  drafts(anatomy: Anatomy, wish: DraftWish): { drafts: Draft[]; refused: string; ms: number } {
    const began = performance.now();
    const found = attempt(() => draftsFor(anatomy, wish));
    return {
      drafts: found.ok ? found.value : [],
      refused: found.ok ? '' : found.refusal.message,
      ms: performance.now() - began,
    };
  },
};
export type DraftDoors = typeof doors;

expose(doors);
