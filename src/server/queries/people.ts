import type { Role } from '@/core/ledger/roles';
import type { Db } from '../database';

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
  const rows = await tx.rows<{
    id_hash: string;
    person_id: string;
    name: string;
    device_name: string;
    device_id: string;
    created_at: Date;
    last_seen: Date;
  }>(
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
  person: string;
  what: string;
  about: string;
  facts: Record<string, unknown>;
}

const PAGE = 60;

/** The shop's own chain, newest first: who changed what about people, tools, settings, the week and devices. */
export async function auditPage(
  tx: Db,
  before: number | null,
): Promise<{ lines: AuditLine[]; more: boolean }> {
  const rows = await tx.rows<{ seq: number; canonical: string; name: string | null }>(
    `SELECT seq, canonical, person.name FROM entry LEFT JOIN person ON person.id = entry.person_id
      WHERE chain = 'shop' ${before ? 'AND seq < ?' : ''} ORDER BY seq DESC LIMIT ${PAGE + 1}`,
    before ? [before] : [],
  );
  const lines = rows.slice(0, PAGE).map((row) => {
    const entry = JSON.parse(row.canonical) as {
      at: string;
      data: { what: string; id: string; facts: Record<string, unknown> };
    };
    return {
      seq: row.seq,
      at: entry.at,
      person: row.name ?? 'the shop’s own machine',
      what: entry.data.what,
      about: entry.data.id,
      facts: entry.data.facts,
    };
  });
  return { lines, more: rows.length > PAGE };
}

/** Sign-ins that went wrong and queued moves whose signature did not fit: what somebody may want to know of. */
export async function doubtfulDoings(tx: Db) {
  const [tries, forged] = await Promise.all([
    tx.rows<{ who: string; wrong: number; last_at: Date }>(
      'SELECT who, wrong, last_at FROM sign_in_try WHERE wrong > 0 ORDER BY last_at DESC LIMIT 30',
    ),
    tx.rows<{ taken_at: Date; name: string; device_id: string }>(
      "SELECT taken_at, name, device_id FROM outbox_taken WHERE how = 'forged' ORDER BY taken_at DESC LIMIT 30",
    ),
  ]);
  return {
    tries: tries.map((row) => ({ ...row, last_at: row.last_at.toISOString() })),
    forged: forged.map((row) => ({ ...row, taken_at: row.taken_at.toISOString() })),
  };
}
