const watching = globalThis as typeof globalThis & { wrenchwiseListening?: { count: number } };

/** One more, or one less, who listens for changes in this process. */
export function listens(by: 1 | -1): void {
  watching.wrenchwiseListening ??= { count: 0 };
  watching.wrenchwiseListening.count += by;
}
export const listening = (): number => watching.wrenchwiseListening?.count ?? 0;
