/** A thread that opens one ZIP: hundreds of megabytes unpacked and hashed hold nobody else up. */
import workerpool from 'workerpool';
import { Refusal } from '../core/refusal';
import type { ZipAnswer, ZipAsked } from '../server/formats/zip-thread';
import { openZip } from '../server/formats/zip';

workerpool.worker({
  open({ zip, holds, limits }: ZipAsked): ZipAnswer {
    try {
      return { files: openZip(Buffer.from(zip), holds, limits) };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return { refusal: { code: error.code, message: error.message, field: error.field } };
    }
  },
});
