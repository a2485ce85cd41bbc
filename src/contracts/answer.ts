import type { Entry } from '@/core/ledger/entries';

/** What is wrong with what was given, by the field it was typed in. */
export interface FieldError {
  field: string;
  code: string;
  message: string;
}

/** What a command recorded, so that whoever sent it need not ask again. */
export interface Recorded {
  /** How far each chain has come that it appended to. */
  moved?: Record<string, number>;
  /** What it appended to work orders. */
  entries?: Entry[];
}
export type Answered<Answer> =
  ({ ok: true; answer: Answer } & Recorded) | { ok: false; errors: FieldError[] };

/** The first complaint of each field, which is the one that is shown at it. */
export const firstOfEach = (errors: readonly FieldError[]): FieldError[] =>
  errors.filter((one, at) => errors.findIndex(({ field }) => field === one.field) === at);

/** What is sent with every command. */
export interface Envelope<Input = unknown> {
  /** Made by the client and kept once. */
  id: string;
  /** The device's own running number. */
  deviceSeq: number;
  /** When it was done by the device's corrected clock; the server's own when absent. */
  at?: string;
  /** How far the page it was tapped on knew the order’s record; absent where a page does not say. */
  seen?: number;
  input: Input;
}

export const refusedFor = (code: string, message: string, field = '') => ({
  ok: false as const,
  errors: [{ field, code, message }],
});
