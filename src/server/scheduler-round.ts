const held = globalThis as typeof globalThis & { wrenchwiseRound?: string };

/** A round of the shop’s machine has just ended well. */
export function roundDone(): void {
  held.wrenchwiseRound = new Date().toISOString();
}
/** When one last did in this process; null where none has. */
export const lastRound = (): string | null => held.wrenchwiseRound ?? null;
