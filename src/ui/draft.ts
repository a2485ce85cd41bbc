/**
 * What was typed into a form and not sent yet, kept in the browser so that a reload or a flat battery costs nothing. It is
 * the device's own, never a secret, gone when it is sent, and with whoever signs out.
 */
const PREFIX = 'wl-draft ';
/** What lay longer than this is of another day’s work. */
const KEPT_MS = 3 * 24 * 3600_000;

export interface Draft {
  /** When it was typed, by the device's clock. */
  at: number;
  values: Record<string, unknown>;
}

export function readDraft(key: string): Draft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(PREFIX + key) ?? 'null') as Draft | null;
    if (draft && Date.now() - draft.at < KEPT_MS) return draft;
    localStorage.removeItem(PREFIX + key);
  } catch {
    // A browser without room or leave to keep things works without drafts.
  }
  return null;
}

export function keepDraft(key: string, values: Record<string, unknown>): void {
  try {
    localStorage.setItem(PREFIX + key, JSON.stringify({ at: Date.now(), values } satisfies Draft));
  } catch {
    // As above.
  }
}

/** What is to be kept in a moment, by its key: whoever drops a draft drops this too. */
const waiting = new Map<string, ReturnType<typeof setTimeout>>();
const PAUSE_MS = 400;

export function stopKeeping(key: string): void {
  clearTimeout(waiting.get(key));
  waiting.delete(key);
}

/** Keeps a draft once nothing was typed for a moment. */
export function keepDraftSoon(key: string, values: Record<string, unknown>): void {
  stopKeeping(key);
  waiting.set(
    key,
    setTimeout(() => {
      waiting.delete(key);
      keepDraft(key, values);
    }, PAUSE_MS),
  );
}

export const dropDraft = (key: string): void => {
  stopKeeping(key);
  try {
    localStorage.removeItem(PREFIX + key);
  } catch {
    // As above.
  }
};

/** Somebody else comes to the device: what the one before half typed is not theirs. */
export function dropAllDrafts(): void {
  for (const key of [...waiting.keys()]) stopKeeping(key);
  try {
    for (const key of Object.keys(localStorage)) if (key.startsWith(PREFIX)) localStorage.removeItem(key);
  } catch {
    // As above.
  }
}

/** What of a form may lie on the device: no secrets, no files. */
export function withoutSecrets(
  values: Record<string, unknown>,
  secret: ReadonlySet<string>,
  at = '',
): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(values)
      .filter(([key, value]) => !secret.has(at + key) && !isFiles(value))
      .map(([key, value]) => [
        key,
        value && typeof value === 'object' && !Array.isArray(value)
          ? withoutSecrets(value as Record<string, unknown>, secret, `${at}${key}.`)
          : value,
      ]),
  );
}

const isFiles = (value: unknown) => typeof FileList !== 'undefined' && value instanceof FileList;
