import type { Answered } from '@/contracts/answer';

/** What a route of ours answers with. */
export type Reply<Answer = unknown> = Answered<Answer>;

const NO_ANSWER: Reply<never> = {
  ok: false,
  errors: [
    {
      field: '',
      code: 'network',
      message: 'The shop’s server did not answer. What you typed is still here: try again.',
    },
  ],
};

/** A server that has not answered by then is as good as none; what it may yet record is known by its id. */
export const ANSWER_WITHIN_MS = 30_000;
/** Where what is asked can wait on the device instead, nobody stands waiting for it. */
export const OR_KEEP_WITHIN_MS = 8000;

async function post<Answer>(
  url: string,
  body: BodyInit,
  headers: HeadersInit,
  withinMs: number | null,
): Promise<Reply<Answer>> {
  try {
    const signal = withinMs === null ? null : AbortSignal.timeout(withinMs);
    const response = await fetch(url, { method: 'POST', body, headers, signal });
    return (await response.json()) as Reply<Answer>;
  } catch {
    return NO_ANSWER;
  }
}

/** Posts JSON to one of our own routes. */
export const postJson = <Answer>(url: string, body: unknown, withinMs = ANSWER_WITHIN_MS) =>
  post<Answer>(url, JSON.stringify(body), { 'Content-Type': 'application/json' }, withinMs);

/** Reads JSON from one of our own routes; null where it does not answer or has none. */
export async function getJson<Answer>(url: string): Promise<Answer | null> {
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(ANSWER_WITHIN_MS) });
    return response.ok ? ((await response.json()) as Answer) : null;
  } catch {
    return null;
  }
}

/** Posts a form with its files to one of our own routes: a picture may take its time. */
export const postForm = <Answer>(url: string, body: FormData) => post<Answer>(url, body, {}, null);
