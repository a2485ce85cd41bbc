import 'server-only';
/**
 * The server's clock. A demo or a test may set the day it begins with (`WRENCHWISE_NOW`, ISO); time then runs on from
 * there at its usual pace.
 */
const startedAt = Date.now();
const beginsAt = process.env.WRENCHWISE_NOW ? Date.parse(process.env.WRENCHWISE_NOW) : null;

export function now(): Date {
  return beginsAt === null ? new Date() : new Date(beginsAt + (Date.now() - startedAt));
}
