/** Bytes that came from a thread, or go to one, as the packages here take them; nothing is copied. */
export const bufferOf = (sent: Uint8Array): Buffer =>
  Buffer.from(sent.buffer, sent.byteOffset, sent.byteLength);
