import 'server-only';
import { Refusal } from '@/core/refusal';

/** Bodies of requests, counted as they come: what is larger than may be is refused before the rest of it is taken in. */

const KB = 1024;
export const LARGEST = {
  signIn: 10 * KB,
  command: 256 * KB,
  calc: 256 * KB,
  /** A move that was queued, with its signature. */
  queued: 256 * KB,
} as const;

/** What a form may add around the file it carries. */
export const FORM_AROUND = 64 * KB;

const describeSize = (bytes: number) =>
  bytes >= 1_000_000 ? `${Math.round(bytes / 1_000_000)} MB` : `${Math.round(bytes / KB)} kB`;
const tooLarge = (most: number, field: string) =>
  new Refusal('too-large', `That is larger than ${describeSize(most)}, the most that is taken here.`, field);

/** All bytes of a body. @throws Refusal as soon as there are more than may be */
export async function bytesOf(request: Request, most: number, field = ''): Promise<Buffer<ArrayBuffer>> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge(most, field);
  if (!request.body) return Buffer.alloc(0);
  const reader = request.body.getReader();
  const parts: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return Buffer.concat(parts, size) as Buffer<ArrayBuffer>;
    size += value.byteLength;
    if (size > most) {
      void reader.cancel().catch(() => undefined);
      throw tooLarge(most, field);
    }
    parts.push(value);
  }
}

/** A body that has to be a JSON object. @throws Refusal when it is none, or too large */
export async function jsonOf(request: Request, most: number): Promise<Record<string, unknown>> {
  const text = (await bytesOf(request, most)).toString('utf8');
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Refusal('bad-json', 'What was sent cannot be read: it is not JSON.');
  }
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    throw new Refusal('bad-json', 'What was sent cannot be read: it is no object of named fields.');
  return value as Record<string, unknown>;
}

/**
 * A body that has to be a form with files.
 * @param said what is said to somebody whose file is too large
 * @throws Refusal when it is none, or too large
 */
export async function formOf(
  request: Request,
  most: number,
  field = 'file',
  said?: string,
): Promise<FormData> {
  const bytes = await bytesOf(request, most, field).catch((error: unknown) => {
    throw said && error instanceof Refusal ? new Refusal(error.code, said, field) : error;
  });
  const type = request.headers.get('content-type') ?? '';
  try {
    return await new Response(bytes, { headers: { 'content-type': type } }).formData();
  } catch {
    throw new Refusal('bad-form', 'What was sent cannot be read: it is no form with a file.', field);
  }
}
