import { Refusal } from '@/core/refusal';
import { bufferOf } from '../bytes';
import { freshThreads } from '../threads';
import type { Files, Manifest, ZipLimits } from './zip';

export interface ZipAsked {
  zip: Uint8Array;
  holds: Manifest['holds'];
  limits: ZipLimits;
}
export type ZipAnswer =
  { files: Map<string, Uint8Array> } | { refusal: { code: string; message: string; field: string } };

/** Opens a ZIP as `openZip` does, in a thread of its own that ends with it. */
export async function openZipApart(asked: ZipAsked): Promise<Files> {
  const pool = freshThreads('zip-worker');
  try {
    const answer = (await pool.exec('open', [asked])) as ZipAnswer;
    if ('refusal' in answer)
      throw new Refusal(answer.refusal.code, answer.refusal.message, answer.refusal.field);
    return new Map([...answer.files].map(([name, bytes]) => [name, bufferOf(bytes)]));
  } finally {
    void pool.terminate(true);
  }
}
