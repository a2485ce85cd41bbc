import 'server-only';
import { randomUUID } from 'node:crypto';
import { outsideQuiet, fillWords } from '@/core/follow-up/reminders';
import type { Db } from '../database';
import { readShop } from '../queries/shop';
import type { Channel, MessageStage } from '@/core/follow-up/message-kinds';
import { type Carriers, carriersNow, channelFor } from './carriers';
import { readTemplates } from './templates';
import type { Row } from '../tables';

interface Queued {
  /** Two with the same key are one message. */
  onceKey: string;
  orderId: string;
  stage: MessageStage;
  /** What the template's names stand for, besides shop, car and order. `link` is filled when it is sent. */
  values: Record<string, string>;
  at: Date;
}

type AddresseeRow = Row<'vehicle', 'customer_id' | 'label'> &
  Row<'work_order', 'number'> &
  Row<'customer_contact', 'phone' | 'email'>;

/** A message as it would leave now: its words, which way, and whom it is for. Names without a value stay as they are. */
export async function messageWords(
  tx: Db,
  { orderId, stage, values }: Pick<Queued, 'orderId' | 'stage' | 'values'>,
): Promise<{ words: string; channel: Channel | null; customerId: string; carriers: Carriers }> {
  const to = (await tx.row<AddresseeRow>(
    `SELECT vehicle.customer_id, number, label, phone, email FROM work_order
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
       JOIN customer_contact ON customer_contact.customer_id = vehicle.customer_id
      WHERE work_order.id = ?`,
    [orderId],
  ))!;
  const carriers = await carriersNow(tx);
  const channel = channelFor(to, carriers);
  const words = fillWords((await readTemplates(tx))[stage][channel ?? 'mail'], {
    shop: (await readShop(tx)).name,
    car: to.label,
    order: String(to.number),
    ...values,
  });
  return { words, channel, customerId: to.customer_id, carriers };
}

/**
 * Queues one message, not before the shop's quiet hours are over; where nothing carries it out, it waits for somebody to
 * hand it on.
 * @returns its id, and whether it waits for a hand; null when the same was queued before
 */
export async function queueMessage(
  tx: Db,
  message: Queued,
): Promise<{ messageId: string; byHand: boolean } | null> {
  const shop = await readShop(tx);
  const { words, channel, customerId, carriers } = await messageWords(tx, message);
  const byHand = !channel || !carriers[channel];
  const id = randomUUID();
  const done = await tx.run(
    `INSERT IGNORE INTO message (id, once_key, customer_id, order_id, stage, channel, words, state, why, not_before, created_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      id,
      message.onceKey,
      customerId,
      message.orderId,
      message.stage,
      channel ?? 'mail',
      words,
      byHand ? 'by hand' : 'queued',
      channel ? '' : 'No telephone and no mail address is kept of this customer.',
      outsideQuiet(message.at, shop.timeZone, shop.quietFrom, shop.quietTo),
      message.at,
    ],
  );
  return done.affectedRows ? { messageId: id, byHand } : null;
}
