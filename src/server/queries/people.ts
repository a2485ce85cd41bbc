import 'server-only';
import type { Role } from '@/core/ledger/roles';
import type { Db } from '../database';
import { comeBackJobId, comeBackVehicle } from '../week/job-id';
import type { Row, Cell } from '../tables';

export interface PersonRow {
  id: string;
  name: string;
  roles: Role[];
  skills: string[];
  sessions: number;
}
export interface SessionRow {
  /** What it is named by: the hash of its token, which opens nothing. */
  id: string;
  personId: string;
  person: string;
  device: string;
  deviceId: string;
  since: string;
  lastSeen: string;
}

export const crewWithSkills = (tx: Db) =>
  tx.rows<PersonRow>(
    `SELECT id, name, roles, skills,
            (SELECT COUNT(*) FROM session WHERE session.person_id = person.id AND ended_at IS NULL) AS sessions
       FROM person WHERE active ORDER BY name`,
  );

/** Sessions that are open: one's own, or everybody's. */
export async function openSessions(tx: Db, personId: string | null): Promise<SessionRow[]> {
  const rows = await tx.rows<
    Row<'session', 'id_hash' | 'person_id' | 'device_id' | 'created_at' | 'last_seen'> &
      Row<'person', 'name'> & { device_name: Cell<'device', 'name'> }
  >(
    `SELECT id_hash, person_id, person.name, device.name AS device_name, device_id, session.created_at, last_seen
       FROM session
       JOIN person ON person.id = session.person_id
       JOIN device ON device.id = session.device_id
      WHERE ended_at IS NULL ${personId ? 'AND person_id = ?' : ''}
      ORDER BY last_seen DESC LIMIT 200`,
    personId ? [personId] : [],
  );
  return rows.map((row) => ({
    id: row.id_hash,
    personId: row.person_id,
    person: row.name,
    device: row.device_name || `device ${row.device_id.slice(0, 4)}`,
    deviceId: row.device_id,
    since: row.created_at.toISOString(),
    lastSeen: row.last_seen.toISOString(),
  }));
}

export interface AuditLine {
  seq: number;
  at: string;
  /** Null where the shop’s own machine noted it. */
  person: string | null;
  what: string;
  /** What it is about: an id, or a word where there is only one of its kind. */
  id: string;
  facts: Record<string, unknown>;
}

/** Every id a line of the shop's chain speaks of: what it is about, and who, where and which job in its facts. */
const idsIn = ({ id, facts }: { id: string; facts: Record<string, unknown> }) => [
  id,
  ...Object.entries(facts).flatMap(([key, value]) =>
    key.endsWith('Id') && typeof value === 'string' ? [value] : [],
  ),
];

/** What people, cars, orders, customers, tools and the rest are called, of those of these ids that are one. */
async function namesOf(tx: Db, ids: string[]): Promise<Record<string, string>> {
  if (!ids.length) return {};
  const marks = ids.map(() => '?').join(', ');
  const rows = await tx.rows<{ id: string; name: string }>(
    `SELECT id, name FROM person WHERE id IN (${marks})
      UNION ALL SELECT id, label FROM vehicle WHERE id IN (${marks})
      UNION ALL SELECT work_order.id, CONCAT(label, ', order ', number) FROM work_order
        JOIN vehicle ON vehicle.id = vehicle_id WHERE work_order.id IN (${marks})
      UNION ALL SELECT customer_id, name FROM customer_contact WHERE customer_id IN (${marks})
      UNION ALL SELECT id, name FROM wrench WHERE id IN (${marks})
      UNION ALL SELECT id, name FROM shop_place WHERE id IN (${marks})
      UNION ALL SELECT id, name FROM kit WHERE id IN (${marks})
      UNION ALL SELECT id, label FROM week_rush WHERE id IN (${marks})`,
    Array.from({ length: 8 }, () => ids).flat(),
  );
  for (const begins of ids.map(comeBackVehicle)) {
    if (begins === null) continue;
    const car = await tx.row<Row<'vehicle', 'id' | 'label'>>(
      'SELECT id, label FROM vehicle WHERE id LIKE ? LIMIT 1',
      [`${begins}%`],
    );
    if (car) rows.push({ id: comeBackJobId(car.id), name: car.label });
  }
  return Object.fromEntries(rows.map((row) => [row.id, row.name]));
}

const PAGE = 60;

/** The shop's own chain, newest first: who changed what about people, tools, settings, the week and devices. */
export async function auditPage(
  tx: Db,
  before: number | null,
): Promise<{ lines: AuditLine[]; names: Record<string, string>; more: boolean }> {
  const rows = await tx.rows<Row<'entry', 'seq' | 'canonical'> & { name: string | null }>(
    `SELECT seq, canonical, person.name FROM entry LEFT JOIN person ON person.id = entry.person_id
      WHERE chain = 'shop' ${before ? 'AND seq < ?' : ''} ORDER BY seq DESC LIMIT ${PAGE + 1}`,
    before ? [before] : [],
  );
  const read = rows.slice(0, PAGE).map((row) => ({
    ...row,
    entry: JSON.parse(row.canonical) as {
      at: string;
      data: { what: string; id: string; facts: Record<string, unknown> };
    },
  }));
  const names = await namesOf(tx, [...new Set(read.flatMap((row) => idsIn(row.entry.data)))]);
  const lines = read.map(({ seq, name, entry }) => ({
    seq,
    at: entry.at,
    person: name,
    ...entry.data,
  }));
  return { lines, names, more: rows.length > PAGE };
}

/** Sign-ins that went wrong and queued moves whose signature did not fit: what somebody may want to know of. */
export async function suspiciousActivity(tx: Db) {
  const [tries, forged] = await Promise.all([
    tx.rows<Row<'sign_in_try', 'who' | 'wrong' | 'last_at'>>(
      'SELECT who, wrong, last_at FROM sign_in_try WHERE wrong > 0 ORDER BY last_at DESC LIMIT 30',
    ),
    tx.rows<Row<'outbox_taken', 'taken_at' | 'name' | 'device_id'>>(
      "SELECT taken_at, name, device_id FROM outbox_taken WHERE how = 'forged' ORDER BY taken_at DESC LIMIT 30",
    ),
  ]);
  return {
    tries: tries.map((row) => ({ ...row, last_at: row.last_at.toISOString() })),
    forged: forged.map((row) => ({ ...row, taken_at: row.taken_at.toISOString() })),
  };
}
