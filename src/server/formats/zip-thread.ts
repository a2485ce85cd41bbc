import path from 'node:path';
import { Refusal } from '@/core/refusal';
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
  const file = path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), '.build', 'zip-worker.mjs');
  // Asked of the process: the bundler would otherwise look for the thread's file at build time.
  const { Worker } = process.getBuiltinModule('node:worker_threads');
  const worker = new Worker(file);
  try {
    const answer = await new Promise<ZipAnswer>((resolve, reject) => {
      worker.once('message', resolve);
      worker.once('error', reject);
      worker.once('exit', () => reject(new Error('the thread that opens ZIPs ended')));
      worker.postMessage(asked);
    });
    if ('refusal' in answer)
      throw new Refusal(answer.refusal.code, answer.refusal.message, answer.refusal.field);
    return new Map(
      [...answer.files].map(([name, bytes]) => [
        name,
        Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength),
      ]),
    );
  } finally {
    void worker.terminate();
  }
}
