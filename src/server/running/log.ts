import 'server-only';
import { randomBytes } from 'node:crypto';
import { exchangeNow } from './exchange';
import pino, { type Logger } from 'pino';

const held = globalThis as typeof globalThis & { wrenchwiseLog?: Logger };

/** What is written of an error: never the values of a statement, which may be somebody’s password or address. */
export function plainError(error: unknown): object {
  if (!(error instanceof Error)) return { message: String(error) };
  const { code, digest } = error as Error & { code?: string; digest?: string };
  return {
    name: error.name,
    message: withoutValues(error.message),
    ...(code ? { code } : {}),
    ...(digest ? { digest } : {}),
    stack: error.stack?.split('\n').slice(1, 12).join('\n'),
  };
}

/** A message of the database quotes what it was given. */
const withoutValues = (message: string): string => message.replace(/'[^']*'/g, "'…'");

/** One line of JSON an event, on the error output: the system that runs the server keeps it and turns it over. */
export function log(): Logger {
  held.wrenchwiseLog ??= pino(
    {
      level: process.env.LOG_LEVEL ?? 'info',
      base: null,
      timestamp: pino.stdTimeFunctions.isoTime,
      serializers: { err: plainError },
    },
    pino.destination({ fd: 2, sync: true }),
  );
  return held.wrenchwiseLog;
}

/** A number a person can read out. */
export const newNumber = (): string => randomBytes(4).toString('hex').toUpperCase();
/** The number of the request that is being answered: on the screen where it failed, and on its line of the log. */
export const failureNumber = (): string => exchangeNow()?.number ?? newNumber();

/** What an address may be written down as: a page’s key, a calendar’s and what was searched for are nobody’s to read. */
export function plainPath(address: string): string {
  const [path = ''] = address.split('?');
  return path.replace(/^(\/(?:api\/)?(?:c|calendar))\/[^/]+/, '$1/…');
}
