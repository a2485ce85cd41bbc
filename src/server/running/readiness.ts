import 'server-only';
import { readdir, statfs } from 'node:fs/promises';
import path from 'node:path';
import { now } from '../clock';
import { dataFolder, db } from '../database';
import { lastRound } from '../scheduler-round';

export const CHECKS = ['database', 'schema', 'disk', 'clock', 'messages', 'rounds'] as const;
export type CheckName = (typeof CHECKS)[number];

export interface Check {
  name: CheckName;
  ok: boolean;
  /** How it stands, and what to do where it does not. */
  words: string;
  /** Where there are two ways to be wrong, with a remedy each. */
  code?: 'behind' | 'later';
}

const LEAST_FREE_MB = 500;
/** The server's clock and the database's may differ by this, and no more: entries are ordered by one and aged by the other. */
const CLOCKS_APART_S = 5;
/** A message that is due leaves within seconds; one that failed is tried again for a quarter of an hour. */
const OLDEST_MESSAGE_S = 30 * 60;
/** Rounds come every two seconds. */
const ROUND_WITHIN_S = 60;
const ANSWERS_WITHIN_MS = 3000;

type Judged = Omit<Check, 'name'>;

async function database(): Promise<Judged> {
  await db().row('SELECT 1 AS one');
  return { ok: true, words: 'It answers.' };
}

async function schema(): Promise<Judged> {
  const folder = path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), 'db', 'migrations');
  const files = (await readdir(folder)).filter((name) => name.endsWith('.sql'));
  const rows = await db().rows<{ name: string; finished: number }>('SELECT name, finished FROM migration');
  const done = new Set(rows.filter(({ finished }) => finished).map(({ name }) => name));
  const missing = files.filter((name) => !done.has(name));
  const unknown = rows.filter(({ name }) => !files.includes(name));
  if (missing.length)
    return {
      ok: false,
      code: 'behind',
      words: `${missing.join(', ')} has not run: stop the server and start it again.`,
    };
  if (unknown.length)
    return {
      ok: false,
      code: 'later',
      words: `The database is of a later version (${unknown.map(({ name }) => name).join(', ')}): start that one.`,
    };
  return { ok: true, words: `All ${files.length} parts of it are there.` };
}

async function disk(): Promise<Judged> {
  const { bavail, bsize } = await statfs(dataFolder());
  const free = Math.floor((bavail * bsize) / 1024 / 1024);
  const least = Number(process.env.LEAST_FREE_MB ?? LEAST_FREE_MB);
  return free >= least
    ? { ok: true, words: `${free} MB free.` }
    : {
        ok: false,
        words: `${free} MB free, at least ${least} are asked for: make room where the records lie.`,
      };
}

async function clock(): Promise<Judged> {
  const row = await db().row<{ apart: number }>(
    'SELECT TIMESTAMPDIFF(MICROSECOND, ?, UTC_TIMESTAMP(6)) / 1000000 AS apart',
    [new Date()],
  );
  const apart = Math.abs(row!.apart);
  return apart <= CLOCKS_APART_S
    ? { ok: true, words: 'Server and database agree.' }
    : {
        ok: false,
        words: `Server and database are ${Math.round(apart)} s apart: let both be set by the network’s time.`,
      };
}

async function messages(): Promise<Judged> {
  const at = now().getTime();
  const row = await db().row<{ late: number; oldest: Date | null }>(
    "SELECT COUNT(*) AS late, MIN(not_before) AS oldest FROM message WHERE state = 'queued' AND not_before < ?",
    [new Date(at - OLDEST_MESSAGE_S * 1000)],
  );
  return row!.late
    ? {
        ok: false,
        words: `${row!.late} due to leave, the oldest for ${Math.round((at - row!.oldest!.getTime()) / 60_000)} min: look under Messages why.`,
      }
    : { ok: true, words: 'Nothing waits that should have left.' };
}

async function rounds(): Promise<Judged> {
  if (process.env.WRENCHWISE_NO_CLOCK) return { ok: true, words: 'Another server does them.' };
  const last = lastRound();
  const age = last === null ? process.uptime() : (Date.now() - Date.parse(last)) / 1000;
  return age <= ROUND_WITHIN_S
    ? { ok: true, words: 'Messages, reminders and the rack’s folder are looked at.' }
    : { ok: false, words: `None has ended well for ${Math.round(age)} s: the log says why.` };
}

const JUDGES: Record<CheckName, () => Promise<Judged>> = { database, schema, disk, clock, messages, rounds };

async function judge(name: CheckName): Promise<Check> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<Judged>((resolve) => {
    timer = setTimeout(() => resolve({ ok: false, words: 'It did not answer in time.' }), ANSWERS_WITHIN_MS);
  });
  try {
    return { name, ...(await Promise.race([JUDGES[name](), late])) };
  } catch (error) {
    const code = (error as { code?: string }).code ?? 'no answer';
    return { name, ok: false, words: `It could not be asked (${code}).` };
  } finally {
    clearTimeout(timer);
  }
}

/** Whether a server can do its work: each thing it stands on, one by one. */
export const readiness = (names: readonly CheckName[] = CHECKS): Promise<Check[]> =>
  Promise.all(names.map(judge));
