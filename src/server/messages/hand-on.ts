import 'server-only';
import { Refusal } from '@/core/refusal';
import type { Db } from '../database';
import { readShop } from '../queries/shop';
import type { Row } from '../tables';
import { wordsToLeave } from './send';
import { subjectOf } from './templates';

/** A message that has not left, as somebody hands it on. @throws Refusal when it has */
export async function wordsToHandOn(tx: Db, messageId: string, at: Date, origin: string) {
  const message = await tx.row<
    Row<'message', 'order_id' | 'stage' | 'channel' | 'words' | 'state'> &
      Row<'customer_contact', 'name' | 'phone' | 'email'>
  >(
    `SELECT order_id, stage, channel, words, state, name, phone, email FROM message
       JOIN customer_contact ON customer_contact.customer_id = message.customer_id
      WHERE message.id = ? FOR UPDATE`,
    [messageId],
  );
  if (!message || !['by hand', 'failed', 'queued'].includes(message.state))
    throw new Refusal('gone', 'That message is not waiting any more.', 'messageId');
  return {
    customer: message.name,
    phone: message.phone.trim(),
    email: message.email.trim(),
    channel: message.channel,
    subject: subjectOf(message.stage, (await readShop(tx)).name),
    words: await wordsToLeave(tx, message, at, origin),
  };
}
