import 'server-only';
import { randomUUID } from 'node:crypto';
import { type WrenchReading, torqueOfReading } from '@/contracts/wrench-reading';
import { Refusal } from '@/core/refusal';
import { now } from '../clock';
import { execute } from '../commands/execute';
import { type Db, db } from '../database';
import type { Person } from '../sessions/sessions';
import type { Row } from '../tables';

export interface WrenchLink {
  wrenchId: string;
  /** The fastener that waits for the next reading on this tablet. */
  waiting: { orderId: string; fastenerId: string } | null;
}
export interface TrayReading {
  id: string;
  nm: number;
  angleDeg: number | null;
  at: string;
  why: string;
}

type LinkRow = Row<'wrench_link', 'wrench_id' | 'order_id' | 'fastener_id'>;

/** The wrench bound to a tablet, or null. */
export async function linkOf(tx: Db, deviceId: string): Promise<WrenchLink | null> {
  const row = await tx.row<LinkRow>(
    'SELECT wrench_id, order_id, fastener_id FROM wrench_link WHERE device_id = ?',
    [deviceId],
  );
  return (
    row && {
      wrenchId: row.wrench_id,
      waiting:
        row.order_id && row.fastener_id ? { orderId: row.order_id, fastenerId: row.fastener_id } : null,
    }
  );
}

/** Readings nobody waited for on this tablet, newest first. */
export async function trayOf(tx: Db, deviceId: string): Promise<TrayReading[]> {
  const rows = await tx.rows<Row<'wrench_reading', 'id' | 'nm' | 'angle_deg' | 'at' | 'why'>>(
    "SELECT id, nm, angle_deg, at, why FROM wrench_reading WHERE device_id = ? AND state = 'tray' ORDER BY at DESC LIMIT 20",
    [deviceId],
  );
  return rows.map((row) => ({
    id: row.id,
    nm: Number(row.nm),
    angleDeg: row.angle_deg === null ? null : Number(row.angle_deg),
    at: row.at.toISOString(),
    why: row.why,
  }));
}

/** Binds a wrench to one tablet; another tablet that had it loses it. Null lets it go. */
export async function bindWrench(deviceId: string, wrenchId: string | null): Promise<void> {
  if (!wrenchId) {
    await db().run('DELETE FROM wrench_link WHERE device_id = ?', [deviceId]);
    return;
  }
  if (!(await db().row('SELECT id FROM wrench WHERE id = ? AND active', [wrenchId])))
    throw new Refusal('no-wrench', 'Choose a wrench the shop has.', 'wrenchId');
  await db().run('DELETE FROM wrench_link WHERE wrench_id = ? OR device_id = ?', [wrenchId, deviceId]);
  await db().run('INSERT INTO wrench_link (device_id, wrench_id, bound_at) VALUES (?, ?, ?)', [
    deviceId,
    wrenchId,
    now(),
  ]);
}

/** Says which fastener waits for the next reading on this tablet; none when it is null. */
export async function waitFor(
  deviceId: string,
  waiting: { orderId: string; fastenerId: string } | null,
): Promise<void> {
  await db().run('UPDATE wrench_link SET order_id = ?, fastener_id = ? WHERE device_id = ?', [
    waiting?.orderId ?? null,
    waiting?.fastenerId ?? null,
    deviceId,
  ]);
}

async function keepReading(
  deviceId: string,
  wrenchId: string,
  reading: WrenchReading,
  state: 'tray' | 'used',
  why: string,
): Promise<void> {
  await db().run(
    'INSERT INTO wrench_reading (id, device_id, wrench_id, nm, angle_deg, at, state, why) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [randomUUID(), deviceId, wrenchId, reading.nm, reading.angleDeg, now(), state, why.slice(0, 300)],
  );
}

const record = (
  person: Person,
  deviceId: string,
  fastener: { orderId: string; fastenerId: string },
  wrenchId: string,
  reading: WrenchReading,
  confirmed: boolean,
) =>
  execute(
    'torque.record',
    {
      id: randomUUID(),
      deviceSeq: 0,
      input: torqueOfReading(fastener, wrenchId, reading, confirmed),
    },
    { person, deviceId },
  );

/**
 * Takes a reading as it arrives: it fills the entry that waits on the tablet; one nobody waits for, or that was refused,
 * goes to the tray with the reason.
 * @returns what became of it, in words
 */
export async function takeReading(
  person: Person,
  deviceId: string,
  reading: WrenchReading,
): Promise<{ used: boolean; words: string }> {
  const link = await linkOf(db(), deviceId);
  if (!link) throw new Refusal('not-bound', 'No wrench is bound to this tablet.', 'wrenchId');
  if (!link.waiting) {
    await keepReading(deviceId, link.wrenchId, reading, 'tray', 'Nobody was waiting for it.');
    return { used: false, words: 'Nobody was waiting for it: it lies in the tray.' };
  }
  const answer = await record(person, deviceId, link.waiting, link.wrenchId, reading, false);
  const words = answer.ok ? '' : answer.errors.map((error) => error.message).join(' ');
  await keepReading(deviceId, link.wrenchId, reading, answer.ok ? 'used' : 'tray', words);
  return { used: answer.ok, words };
}

/** Writes a reading of the tray to a fastener after all, looked at and confirmed. @throws Refusal when it is not there */
export async function useTrayReading(
  person: Person,
  deviceId: string,
  readingId: string,
  fastener: { orderId: string; fastenerId: string },
): Promise<void> {
  const row = await db().row<Row<'wrench_reading', 'wrench_id' | 'nm' | 'angle_deg'>>(
    "SELECT wrench_id, nm, angle_deg FROM wrench_reading WHERE id = ? AND device_id = ? AND state = 'tray'",
    [readingId, deviceId],
  );
  if (!row) throw new Refusal('no-reading', 'That reading is not in the tray any more.', 'readingId');
  const reading = { nm: Number(row.nm), angleDeg: row.angle_deg === null ? null : Number(row.angle_deg) };
  const answer = await record(person, deviceId, fastener, row.wrench_id, reading, true);
  if (!answer.ok) throw new Refusal(answer.errors[0]!.code, answer.errors[0]!.message, 'readingId');
  await db().run("UPDATE wrench_reading SET state = 'used' WHERE id = ?", [readingId]);
}

export async function dropTrayReading(deviceId: string, readingId: string): Promise<void> {
  await db().run("UPDATE wrench_reading SET state = 'dropped' WHERE id = ? AND device_id = ?", [
    readingId,
    deviceId,
  ]);
}
