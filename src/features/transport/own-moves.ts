import type { Entry } from '@/core/ledger/entries';

/** How far this page knows each chain to have come by what it sent itself: the live events of those it has heard already. */
const known = new Map<string, number>();

export function noteOwnMoves(moved: Record<string, number> | undefined): void {
  for (const [chain, count] of Object.entries(moved ?? {}))
    known.set(chain, Math.max(count, known.get(chain) ?? 0));
}

export const isOwnMove = (chain: string, count: number): boolean => count <= (known.get(chain) ?? 0);

/** How far what this page shows of an order has come: as it was read, and with what was recorded from here right after. */
const shown = new Map<string, number>();

export function noteShown(chain: string, count: number): void {
  shown.set(chain, Math.max(count, shown.get(chain) ?? 0));
}

/** Own entries that follow at once on what is shown are known here; where others wrote between, they are not. */
export function noteOwnEntries(entries: readonly Entry[] | undefined): void {
  for (const { chain, seq } of entries ?? []) if (shown.get(chain) === seq - 1) shown.set(chain, seq);
}

export const shownOf = (chain: string): number | undefined => shown.get(chain);
