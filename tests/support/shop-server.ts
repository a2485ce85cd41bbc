import type { FieldError } from '@/contracts/answer';

export interface Asked {
  url: string;
  method: string;
  body: Record<string, unknown>;
  /** What a command was given. */
  input: Record<string, unknown>;
}

type Answer = object | ((asked: Asked) => object | Promise<object>);

/** What the shop says yes with, and no. */
export const yes = (answer: object = {}, more: object = {}) => ({ ok: true, answer, ...more });
export const no = (...errors: (Partial<FieldError> & { message: string })[]) => ({
  ok: false,
  errors: errors.map((one) => ({ field: '', code: 'any.invalid', ...one })),
});
/** It does not answer at all. */
export const SILENT = { silent: true };

/**
 * The shop's server as a page meets it: what was asked of it stands in `asked`; an address is answered by the one of the
 * answers whose words stand in it, and what nobody thought of is a failure of the test.
 */
export function shopServer(answers: Record<string, Answer>) {
  const asked: Asked[] = [];
  const replies = { ...answers };
  globalThis.fetch = (async (to: RequestInfo | URL, init: RequestInit = {}) => {
    const url = String(to);
    const text = typeof init.body === 'string' ? init.body : null;
    const body = text
      ? (JSON.parse(text) as Record<string, unknown>)
      : init.body
        ? Object.fromEntries((init.body as FormData).entries())
        : {};
    const one: Asked = {
      url,
      method: init.method ?? 'GET',
      body,
      input: (body.input as Record<string, unknown> | undefined) ?? {},
    };
    asked.push(one);
    const key = Object.keys(replies).find((words) => url.includes(words));
    if (key === undefined) throw new Error(`Nobody answers ${url}`);
    const reply = replies[key]!;
    const answer = typeof reply === 'function' ? await (reply as (asked: Asked) => object)(one) : reply;
    if (answer === SILENT) throw new TypeError('network');
    const status = 'status' in answer ? Number(answer.status) : 200;
    return { ok: status < 400, status, json: async () => structuredClone(answer) } as Response;
  }) as typeof fetch;
  return {
    asked,
    replies,
    inputs: (words: string) => asked.filter(({ url }) => url.includes(words)).map(({ input }) => input),
  };
}
