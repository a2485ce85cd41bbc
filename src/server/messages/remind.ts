import { REMINDER_STAGES, type ReminderStage, reminderStage } from '@/core/follow-up/reminders';
import type { FollowUpKind } from '@/core/ledger/kinds/coming-back';
import { capital } from '@/core/wording';
import { distanceText } from '@/core/units/distance';
import { shopDay, shortDay } from '@/core/units/shop-time';
import { db, transaction } from '../database';
import { dayText } from '../day-column';
import { findShop } from '../queries/shop';
import { queueMessage } from './queue';

/** What each come-back is called to a customer. A word after months is asked by the shop, not brought in. */
const SPOKEN: Record<Exclude<FollowUpKind, 'check-in'>, string> = {
  wheel: 'the wheel-nut check',
  chassis: 'the chassis re-torque',
  heights: 'its ride-height check',
  alignment: 'the alignment check',
};

interface Row {
  id: string;
  order_id: string;
  kind: keyof typeof SPOKEN;
  done_on: Date;
  odometer: number | null;
  due_odometer: number | null;
  due_on: Date | null;
  unit: 'km' | 'mi';
  last_odometer: number | null;
  spoken: string | null;
}

const day = (date: Date | null) => (date === null ? null : dayText(date));

function describeWhen(row: Row): string {
  const due = day(row.due_on);
  const parts = [
    row.due_odometer === null ? null : `at ${distanceText(row.due_odometer, row.unit)}`,
    due === null ? null : `${row.due_odometer === null ? '' : 'about '}${shortDay(due)}`,
  ];
  return parts.filter(Boolean).join(', ') || 'soon';
}

/**
 * Queues the reminders that open come-backs have reached: one for each car's order and stage, naming all that reached
 * it; a stage once spoken of, or passed over, is never spoken of again. Customers who want none get none.
 * @returns how many messages were queued
 */
export async function queueReminders(at: Date): Promise<number> {
  const shop = await findShop(db());
  if (!shop) return 0;
  const today = shopDay(at, shop.timeZone);
  const rows = await db().rows<Row>(
    `SELECT follow_up.id, follow_up.order_id, follow_up.kind, done_on, odometer, due_odometer, due_on, unit,
            (SELECT value FROM odometer_now WHERE odometer_now.vehicle_id = follow_up.vehicle_id ORDER BY at DESC LIMIT 1) AS last_odometer,
            (SELECT GROUP_CONCAT(stage) FROM reminder WHERE follow_up_id = follow_up.id) AS spoken
       FROM follow_up
       JOIN vehicle ON vehicle.id = follow_up.vehicle_id
       JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id
      WHERE closed_by IS NULL AND follow_up.kind <> 'check-in' AND NOT contact.no_reminders
      ORDER BY follow_up.order_id, follow_up.due_on`,
  );
  const reached = new Map<string, { row: Row; stage: ReminderStage }[]>();
  for (const row of rows) {
    const stage = reminderStage(
      {
        doneOn: day(row.done_on)!,
        dueOn: day(row.due_on),
        startOdometer: row.odometer,
        dueOdometer: row.due_odometer,
        lastOdometer: row.last_odometer,
      },
      today,
    );
    if (!stage || row.spoken?.split(',').includes(stage)) continue;
    const key = `${row.order_id} ${stage}`;
    reached.set(key, [...(reached.get(key) ?? []), { row, stage }]);
  }
  let queued = 0;
  for (const group of reached.values()) {
    if (await queueGroup(group, at)) queued += 1;
  }
  return queued;
}

async function queueGroup(group: { row: Row; stage: ReminderStage }[], at: Date): Promise<boolean> {
  const { stage, row: first } = group[0]!;
  const passed = REMINDER_STAGES.slice(0, REMINDER_STAGES.indexOf(stage) + 1);
  return transaction(async (tx) => {
    const mine: Row[] = [];
    for (const { row } of group) {
      // Whoever writes the stage's row speaks of it: another server, or this one before a restart, finds it taken.
      for (const one of passed) {
        const done = await tx.run('INSERT IGNORE INTO reminder (follow_up_id, stage, at) VALUES (?, ?, ?)', [
          row.id,
          one,
          at,
        ]);
        if (one === stage && done.affectedRows) mine.push(row);
      }
    }
    if (!mine.length) return false;
    const what = mine.map((row) => SPOKEN[row.kind]).join(' and ');
    const queued = await queueMessage(tx, {
      onceKey: `${stage} ${mine[0]!.id}`,
      orderId: first.order_id,
      stage,
      values: { what: capital(what), when: describeWhen(mine[0]!) },
      at,
    });
    for (const row of mine) {
      await tx.run('UPDATE reminder SET message_id = ? WHERE follow_up_id = ? AND stage = ?', [
        queued?.messageId ?? null,
        row.id,
        stage,
      ]);
    }
    return queued !== null;
  });
}
