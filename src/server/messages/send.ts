import 'server-only';
import { fillWords } from '@/core/follow-up/reminders';
import { type Db, db, transaction } from '../database';
import { linkAddress, renewLink } from '../links/links';
import { type Carriers, carriersNow } from './carriers';
import type { Gateway } from './gateway';
import type { Channel, MessageStage } from '@/core/follow-up/message-kinds';
import { subjectOf } from './templates';
import { readShop } from '../queries/shop';
import type { Row } from '../tables';

const MOST_TRIES = 5;
const FIRST_WAIT_MS = 60_000;

type MessageRow = Row<'message', 'id' | 'customer_id' | 'order_id' | 'stage' | 'channel' | 'words' | 'tries'>;

/** Sends one message that is due, if there is one nobody else is sending. @returns whether there was one */
async function sendNext(at: Date, given: Carriers | null): Promise<boolean> {
  return transaction(async (tx) => {
    const message = await tx.row<MessageRow>(
      `SELECT id, customer_id, order_id, stage, channel, words, tries FROM message
        WHERE state = 'queued' AND not_before <= ? ORDER BY not_before, id LIMIT 1 FOR UPDATE SKIP LOCKED`,
      [at],
    );
    if (!message) return false;
    const gateway = (given ?? (await carriersNow(tx)))[message.channel];
    if (!gateway) {
      // What carried it when it was written is gone: somebody hands it on.
      await tx.run("UPDATE message SET state = 'by hand', why = '' WHERE id = ?", [message.id]);
      return true;
    }
    // Taken before a crash could note it: the customer has it, and gets it once.
    if (!(await gateway.took(message.id))) {
      try {
        await deliver(tx, message, at, gateway);
      } catch (error) {
        await noteFailure(tx, message, at, error instanceof Error ? error.message : 'It was not delivered.');
        return true;
      }
    }
    await tx.run("UPDATE message SET state = 'sent', sent_at = ?, tries = tries + 1, why = '' WHERE id = ?", [
      at,
      message.id,
    ]);
    return true;
  });
}

/** A message as it leaves; the address of a customer's page is made then, and only then. */
export async function wordsToLeave(
  tx: Db,
  message: Pick<MessageRow, 'stage' | 'words' | 'order_id'>,
  at: Date,
  origin?: string,
): Promise<string> {
  if (message.stage !== 'link') return message.words;
  return fillWords(message.words, { link: linkAddress(await renewLink(tx, message.order_id, at), origin) });
}

async function deliver(tx: Db, message: MessageRow, at: Date, gateway: Gateway): Promise<void> {
  const to = await tx.row<Row<'customer_contact', 'phone' | 'email'>>(
    'SELECT phone, email FROM customer_contact WHERE customer_id = ?',
    [message.customer_id],
  );
  const address = message.channel === 'text' ? to?.phone : to?.email;
  if (!address?.trim()) throw new Error('No telephone and no mail address is kept of this customer.');
  await gateway.take({
    id: message.id,
    channel: message.channel,
    to: address,
    subject: subjectOf(message.stage, (await readShop(tx)).name),
    words: await wordsToLeave(tx, message, at),
    at: at.toISOString(),
  });
}

/** A failed message is tried again, each time after twice as long, and then stays failed where somebody sees it. */
async function noteFailure(tx: Db, message: MessageRow, at: Date, why: string): Promise<void> {
  const tries = message.tries + 1;
  const given = tries >= MOST_TRIES;
  await tx.run('UPDATE message SET state = ?, tries = ?, why = ?, not_before = ? WHERE id = ?', [
    given ? 'failed' : 'queued',
    tries,
    why.slice(0, 300),
    new Date(at.getTime() + FIRST_WAIT_MS * 2 ** (tries - 1)),
    message.id,
  ]);
}

/** Sends everything whose time has come. Several servers may do so at once: each message is one's alone. */
export async function sendQueued(at: Date, given: Carriers | null = null): Promise<number> {
  let sent = 0;
  while (await sendNext(at, given)) sent += 1;
  return sent;
}

export interface QueuedMessage {
  id: string;
  orderId: string;
  number: number;
  customer: string;
  stage: MessageStage;
  channel: Channel;
  words: string;
  state: Row<'message', 'state'>['state'];
  tries: number;
  why: string;
  notBefore: string;
  sentAt: string | null;
}

/** How many messages did not get out. */
export async function failedMessages(): Promise<number> {
  const row = await db().row<{ count: number }>(
    "SELECT COUNT(*) AS count FROM message WHERE state = 'failed'",
  );
  return row!.count;
}

/** The newest messages and how each stands. */
export async function messagesNow(most = 60): Promise<QueuedMessage[]> {
  const rows = await db().rows<
    Row<
      'message',
      'id' | 'order_id' | 'stage' | 'channel' | 'words' | 'state' | 'tries' | 'why' | 'not_before' | 'sent_at'
    > &
      Row<'work_order', 'number'> &
      Row<'customer_contact', 'name'>
  >(
    // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
    `SELECT message.id, order_id, number, name, stage, channel, words, state, tries, why, not_before, sent_at
       FROM message JOIN work_order ON work_order.id = order_id
       JOIN customer_contact ON customer_contact.customer_id = message.customer_id
      ORDER BY FIELD(state, 'by hand', 'failed', 'queued', 'sent', 'handed on', 'dropped'), message.created_at DESC LIMIT ${most}`,
  );
  return rows.map((row) => ({
    id: row.id,
    orderId: row.order_id,
    number: row.number,
    customer: row.name,
    stage: row.stage,
    channel: row.channel,
    words: row.words,
    state: row.state,
    tries: row.tries,
    why: row.why,
    notBefore: row.not_before.toISOString(),
    sentAt: row.sent_at?.toISOString() ?? null,
  }));
}
