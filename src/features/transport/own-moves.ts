/** How far this page knows each chain to have come by what it sent itself: the live events of those it has heard already. */
const known = new Map<string, number>();

export function noteOwnMoves(moved: Record<string, number> | undefined): void {
  for (const [chain, count] of Object.entries(moved ?? {}))
    known.set(chain, Math.max(count, known.get(chain) ?? 0));
}

export const isOwnMove = (chain: string, count: number): boolean => count <= (known.get(chain) ?? 0);
