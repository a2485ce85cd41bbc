import 'server-only';
import { randomBytes, randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import type { Role } from '@/core/ledger/roles';
import { now } from '../clock';
import { db } from '../database';
import { sha256 } from '../entries/canonical';
import { endKeys } from '../outbox/keys';
import { matchesSecret } from './passwords';
import { clearTries, takeOneOf, takeSlowingTry } from './tries';
import type { Row } from '../tables';

export interface Person {
  id: string;
  name: string;
  roles: Role[];
  lengthUnit: 'in' | 'mm';
  torqueUnit: 'lbft' | 'nm';
}

export interface Session {
  person: Person;
  deviceId: string;
  /** Idle for five minutes, or opened by password too long ago: the PIN or the password is asked again. */
  needs: 'nothing' | 'pin' | 'password';
}

const PASSWORD_OPENS_FOR_MS = 12 * 3600_000;
const IDLE_MS = 5 * 60_000;
/** `last_seen` is written at most this often. */
const SEEN_STEP_MS = 15_000;
const PIN_TRIES = 5;
/** The demo's passwords stand in its documents: they open nothing beyond the machine itself. */
const KNOWN_TO_ALL = /^paint-pen-/;

interface PersonRow {
  id: string;
  name: string;
  roles: Role[];
  password_hash: string | null;
  pin_hash: string | null;
  length_unit: 'in' | 'mm';
  torque_unit: 'lbft' | 'nm';
  active: number;
}

const PERSON = 'person.id, name, roles, password_hash, pin_hash, length_unit, torque_unit, active';

const personOf = (row: PersonRow): Person => ({
  id: row.id,
  name: row.name,
  roles: row.roles,
  lengthUnit: row.length_unit,
  torqueUnit: row.torque_unit,
});

export async function personById(id: string): Promise<Person | null> {
  const row = await db().row<PersonRow>(`SELECT ${PERSON} FROM person WHERE id = ? AND active`, [id]);
  return row ? personOf(row) : null;
}

/** Somebody who works or once worked here; whoever records for them must look at `active`. */
export async function personAnyhow(id: string): Promise<(Person & { active: boolean }) | null> {
  const row = await db().row<PersonRow>(`SELECT ${PERSON} FROM person WHERE id = ?`, [id]);
  return row ? { ...personOf(row), active: Boolean(row.active) } : null;
}

async function openSession(personId: string, deviceId: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  const at = now();
  await db().run('UPDATE session SET ended_at = ? WHERE device_id = ? AND ended_at IS NULL', [at, deviceId]);
  await db().run(
    'INSERT INTO session (id_hash, person_id, device_id, created_at, last_seen) VALUES (?, ?, ?, ?, ?)',
    [sha256(token), personId, deviceId, at, at],
  );
  return token;
}

/** A device as its browser keeps it: the id, and a secret of which only the hash is kept here. */
const DEVICE_COOKIE = /^([0-9a-f-]{36})(?:\.([A-Za-z0-9_-]{43}))?$/;

/** Who a browser's cookie says it is, once its secret has been looked at. */
export interface KnownDevice {
  id: string;
  /** What its cookie has to hold from here on. */
  cookie: string;
}

async function giveSecret(id: string): Promise<KnownDevice> {
  const secret = randomBytes(32).toString('base64url');
  await db().run('UPDATE device SET secret_hash = ? WHERE id = ?', [sha256(secret), id]);
  return { id, cookie: `${id}.${secret}` };
}

/**
 * The device a browser is by its cookie, else a new one. A cookie of the release before, which held the id alone, is
 * believed once, and only beside a session that was opened on that device.
 */
export async function deviceFor(cookie: string | undefined, token?: string): Promise<KnownDevice> {
  const [, id, secret] = DEVICE_COOKIE.exec(cookie ?? '') ?? [];
  if (id) {
    const row = await db().row<Row<'device', 'secret_hash'>>('SELECT secret_hash FROM device WHERE id = ?', [
      id,
    ]);
    if (row?.secret_hash && secret && row.secret_hash === sha256(secret)) return { id, cookie: cookie! };
    const opened =
      row && !row.secret_hash && !secret && token
        ? await db().row('SELECT id_hash FROM session WHERE id_hash = ? AND device_id = ?', [
            sha256(token),
            id,
          ])
        : null;
    if (opened) return giveSecret(id);
  }
  const fresh = randomUUID();
  await db().run('INSERT INTO device (id, first_seen) VALUES (?, ?)', [fresh, now()]);
  return giveSecret(fresh);
}

/** @throws Refusal when it is not that person's password, or while too many wrong tries wait */
async function rightPassword(
  name: string,
  row: PersonRow | null,
  password: string,
  wrong: string,
): Promise<void> {
  await takeSlowingTry(`password ${name}`, 'password');
  if (!(await matchesSecret(row?.password_hash, password))) throw new Refusal('wrong', wrong, 'password');
  await clearTries(`password ${name}`);
}

/** Holds what somebody typed against their own password. @throws Refusal when it is not theirs */
export async function checkOwnPassword(personId: string, password: string): Promise<void> {
  const row = await db().row<PersonRow>(`SELECT ${PERSON} FROM person WHERE id = ? AND active`, [personId]);
  await rightPassword(row?.name ?? personId, row, password, 'That is not your password as it is now.');
}

/**
 * Signs in by name and password.
 * @returns the session token for the cookie
 * @throws Refusal on a wrong name or password (one answer for both), or while too many wrong tries wait
 */
export async function signIn(name: string, password: string, deviceId: string): Promise<string> {
  if (process.env.WRENCHWISE_LAN && KNOWN_TO_ALL.test(password))
    throw new Refusal(
      'demo-password',
      'That is a password of the demo, known to everybody: change it on the shop’s own machine, under your own settings, then sign in here.',
      'password',
    );
  const row = await db().row<PersonRow>(`SELECT ${PERSON} FROM person WHERE name = ? AND active`, [name]);
  await rightPassword(name, row, password, 'That name and password do not go together.');
  if (!row) throw new Error('nobody has the right password of nobody');
  await clearTries(`pin ${row.id}`);
  await db().run('UPDATE device SET password_at = ? WHERE id = ?', [now(), deviceId]);
  return openSession(row.id, deviceId);
}

/**
 * Checks a person's PIN, for a change of person, an approval, an override or a second check.
 * @param field the field a wrong PIN is blamed on
 * @throws Refusal when it is wrong, or locked after five wrong tries until that person signs in by password
 */
export async function checkPin(personId: string, pin: string, field = 'pin'): Promise<Person> {
  const row = await db().row<PersonRow>(`SELECT ${PERSON} FROM person WHERE id = ? AND active`, [personId]);
  if (!row?.pin_hash) throw new Refusal('no-pin', 'This person has no PIN: sign in by password.', field);
  const taken = await takeOneOf(
    PIN_TRIES,
    `pin ${personId}`,
    () =>
      new Refusal(
        'pin-locked',
        `${row.name}’s PIN is locked after five wrong tries: sign in by password.`,
        field,
      ),
  );
  if (!(await matchesSecret(row.pin_hash, pin))) {
    const left = PIN_TRIES - taken;
    throw new Refusal(
      'wrong-pin',
      left > 0 ? `Wrong PIN: ${left} tries left.` : 'Wrong PIN: it is locked now.',
      field,
    );
  }
  await clearTries(`pin ${personId}`);
  return personOf(row);
}

const openedBy = (passwordAt: Date | null | undefined): boolean =>
  Boolean(passwordAt && now().getTime() - passwordAt.getTime() < PASSWORD_OPENS_FOR_MS);

async function openedByPassword(deviceId: string): Promise<boolean> {
  const device = await db().row<Row<'device', 'password_at'>>('SELECT password_at FROM device WHERE id = ?', [
    deviceId,
  ]);
  return openedBy(device?.password_at);
}

/** Changes the person on a device by PIN; only where a password opened the device within twelve hours. */
export async function changePerson(personId: string, pin: string, deviceId: string): Promise<string> {
  if (!(await openedByPassword(deviceId))) {
    throw new Refusal('password-first', 'A PIN works here after somebody signs in by password.', 'pin');
  }
  await checkPin(personId, pin);
  return openSession(personId, deviceId);
}

/** Who is signed in with this token, or null. Looking at a live session keeps it awake. */
export async function sessionOf(token: string | undefined): Promise<Session | null> {
  if (!token) return null;
  const hash = sha256(token);
  const row = await db().row<
    PersonRow & { device_id: string; last_seen: Date } & Row<'device', 'password_at'>
  >(
    `SELECT ${PERSON}, session.device_id, session.last_seen,
            (SELECT password_at FROM device WHERE device.id = session.device_id) AS password_at FROM session
       JOIN person ON person.id = session.person_id
      WHERE session.id_hash = ? AND session.ended_at IS NULL AND person.active`,
    [hash],
  );
  if (!row) return null;
  const idle = now().getTime() - row.last_seen.getTime();
  let needs: Session['needs'] = 'nothing';
  if (!openedBy(row.password_at)) needs = 'password';
  else if (idle > IDLE_MS) needs = 'pin';
  else if (idle > SEEN_STEP_MS)
    await db().run('UPDATE session SET last_seen = ? WHERE id_hash = ?', [now(), hash]);
  return { person: personOf(row), deviceId: row.device_id, needs };
}

export async function endSession(token: string | undefined): Promise<void> {
  if (token) await db().run('UPDATE session SET ended_at = ? WHERE id_hash = ?', [now(), sha256(token)]);
}

/** A person signs out of a device: their moves there up to a number still count. */
export const endSessionKeys = (session: Session, upTo: number) =>
  endKeys(db(), session.person.id, upTo, session.deviceId);

export interface CrewMember {
  id: string;
  name: string;
  roles: Role[];
  hasPin: boolean;
}

/** The active crew by name. */
export async function crew(): Promise<CrewMember[]> {
  const rows = await db().rows<PersonRow>(`SELECT ${PERSON} FROM person WHERE active ORDER BY name`);
  return rows.map((row) => ({ id: row.id, name: row.name, roles: row.roles, hasPin: row.pin_hash !== null }));
}

/** Who can take a device over by PIN. */
export async function crewWithPins(): Promise<{ id: string; name: string }[]> {
  return (await crew()).filter((member) => member.hasPin).map(({ id, name }) => ({ id, name }));
}

/** People who came with an import and do not work here. */
export function peopleAway(): Promise<{ id: string; name: string }[]> {
  return db().rows('SELECT id, name FROM person WHERE NOT active AND password_hash IS NULL ORDER BY name');
}
