/** A thread of its own that opens one ZIP: hundreds of megabytes unpacked and hashed hold nobody else up. */
import { parentPort } from 'node:worker_threads';
import { Refusal } from '../core/refusal';
import type { ZipAnswer, ZipAsked } from '../server/formats/zip-thread';
import { openZip } from '../server/formats/zip';

parentPort?.once('message', ({ zip, holds, limits }: ZipAsked) => {
  const say = (answer: ZipAnswer) => parentPort?.postMessage(answer);
  try {
    say({ files: openZip(Buffer.from(zip), holds, limits) });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    say({ refusal: { code: error.code, message: error.message, field: error.field } });
  }
});
