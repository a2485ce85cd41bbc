import 'server-only';
import { createTransport } from 'nodemailer';
import type { Gateway } from './gateway';

/** The mail server this machine sends by, and whom mail comes from; null until both are set. */
export function smtpSettings(): { url: string; from: string } | null {
  const { SMTP_URL: url, MAIL_FROM: from } = process.env;
  return url && from ? { url, from } : null;
}

/** The host mail leaves by, without the secret in its address. */
export const smtpHost = (url: string): string => (URL.canParse(url) ? new URL(url).host : 'the mail server');

/** How long a mail server may take to answer: a queue behind it waits meanwhile. */
const PATIENCE_MS = 15_000;

/**
 * Carries mail out by SMTP. The same message again has the same id, so that a mail server or reader that sees it twice
 * shows one.
 */
export function smtpGateway({ url, from }: { url: string; from: string }): Gateway {
  const transport = createTransport({
    url,
    connectionTimeout: PATIENCE_MS,
    greetingTimeout: PATIENCE_MS,
    socketTimeout: PATIENCE_MS,
  } as Parameters<typeof createTransport>[0]);
  return {
    // A mail server keeps no list of what it took.
    took: async () => false,
    async take({ id, to, subject, words }) {
      const domain = /@([^\s>]+)/.exec(from)?.[1] ?? 'localhost';
      try {
        await transport.sendMail({ from, to, subject, text: words, messageId: `<${id}@${domain}>` });
      } catch (error) {
        throw new Error(`The mail server did not take it: ${(error as Error).message}`);
      }
    },
  };
}
