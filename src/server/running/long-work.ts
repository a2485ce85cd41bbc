import 'server-only';
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { dataFolder } from '../database';

/**
 * Work that takes long enough to be asked after: how far it is lies in the data folder, where whoever shows it finds it, also
 * after a kill. What `npm run backup` does is written there by itself.
 */

export const LONG_WORK = ['verify', 'backup', 'export', 'import'] as const;
export type LongWorkName = (typeof LONG_WORK)[number];

export interface LongWork {
  what: LongWorkName;
  beganAt: string;
  movedAt: string;
  done: number;
  of: number;
  /** With what it is busy; at its end what came of it. */
  words: string;
  endedAt?: string;
  /** Did it end well? */
  well?: boolean;
  /** Where to go on, for work that can. */
  place?: unknown;
  /** Begun from the shop's page, or by a command on the machine. */
  by?: 'server' | 'command';
  /** The process that does it; null once it had to leave it. */
  pid: number | null;
}

/** Its process is there and yet it did not move for this long: it is another process by now, with the same number. */
const STANDS_STILL_MS = 15 * 60_000;
const TOLD_EVERY_MS = 300;

const folder = () => path.join(dataFolder(), 'work');
const fileOf = (what: LongWorkName) => path.join(folder(), `${what}.json`);

/** Work of this kind as it was last told of, or null. */
export function longWorkOf(what: LongWorkName): LongWork | null {
  try {
    return JSON.parse(readFileSync(fileOf(what), 'utf8')) as LongWork;
  } catch {
    return null;
  }
}

function isAlive(pid: number | null): boolean {
  if (pid === null) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as { code?: string }).code === 'EPERM';
  }
}

/** Is somebody at it now? Otherwise it ended, or was killed on its way. */
export const isUnderWay = (work: LongWork | null, now = Date.now()): boolean =>
  work !== null && !work.endedAt && isAlive(work.pid) && now - Date.parse(work.movedAt) < STANDS_STILL_MS;

/** Whoever does the work is told nothing of a disk that is full, or a folder that may not be written: it goes on. */
function write(work: LongWork): void {
  try {
    mkdirSync(folder(), { recursive: true });
    const beside = `${fileOf(work.what)}.${process.pid}.new`;
    writeFileSync(beside, JSON.stringify(work), { mode: 0o600 });
    renameSync(beside, fileOf(work.what));
  } catch {
    // As said above.
  }
}

/** Says that nobody is at some work any more; begun again, it goes on from its place. */
export function leaveLongWork(what: LongWorkName, words: string): void {
  const work = longWorkOf(what);
  if (work && !work.endedAt) write({ ...work, movedAt: new Date().toISOString(), pid: null, words });
}

/** Begins to tell of work, or goes on with some that was interrupted. */
export function tellLongWork(
  what: LongWorkName,
  { before = null, by = 'server' }: { before?: LongWork | null; by?: LongWork['by'] } = {},
) {
  const now = () => new Date().toISOString();
  let work: LongWork = {
    what,
    by,
    pid: process.pid,
    beganAt: before?.beganAt ?? now(),
    movedAt: now(),
    done: before?.done ?? 0,
    of: before?.of ?? 1,
    words: before?.words ?? '',
    ...(before?.place === undefined ? {} : { place: before.place }),
  };
  let written = 0;
  write(work);
  return {
    at(done: number, of: number, words: string, place?: unknown): void {
      work = { ...work, movedAt: now(), done, of, words, ...(place === undefined ? {} : { place }) };
      // Where to go on is written each time; how far it is, as often as somebody looks.
      if (place === undefined && Date.now() - written < TOLD_EVERY_MS) return;
      written = Date.now();
      write(work);
    },
    end(well: boolean, words: string): void {
      write({
        ...work,
        place: undefined,
        movedAt: now(),
        endedAt: now(),
        well,
        words,
        done: well ? work.of : work.done,
      });
    },
  };
}

/** How some long work stands, as it is shown. */
export interface LongWorkShown {
  what: LongWorkName;
  stands: 'under way' | 'interrupted' | 'done' | 'failed';
  share: number;
  words: string;
  /** When it ended, or last moved. */
  at: string;
  /** Begun again it would not begin at its start. */
  goesOn: boolean;
  /** It can be stopped from the shop's page: a command is stopped where it was begun. */
  here: boolean;
}

/** All the long work there was, each kind as it went last. */
export const longWorkShown = (now = Date.now()): LongWorkShown[] =>
  LONG_WORK.map(longWorkOf)
    .filter((work): work is LongWork => work !== null)
    .map((work) => {
      const busy = isUnderWay(work, now);
      return {
        what: work.what,
        stands: work.endedAt ? (work.well ? 'done' : 'failed') : busy ? 'under way' : 'interrupted',
        share: Math.min(1, work.done / (work.of || 1)),
        words: work.words,
        at: work.endedAt ?? work.movedAt,
        goesOn: !work.endedAt && !busy && work.place !== undefined,
        here: busy && work.by === 'server',
      };
    });
