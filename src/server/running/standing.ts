import 'server-only';
import { readdir, stat } from 'node:fs/promises';
import path from 'node:path';
import { dataFolder, db } from '../database';
import { lastRound } from '../scheduler-round';

export interface Backup {
  name: string;
  at: string;
  bytes: number;
}

/** The backups that lie in the data folder, newest first. One that is being written has no hash beside it, and is none. */
export async function backups(folder = path.join(dataFolder(), 'backups')): Promise<Backup[]> {
  const names: string[] = await readdir(folder).catch(() => []);
  const whole = names.filter((name) => name.endsWith('.gz') && names.includes(`${name}.json`));
  const all = await Promise.all(
    whole.map(async (name) => {
      const { mtime, size } = await stat(path.join(folder, name));
      return { name, at: mtime.toISOString(), bytes: size };
    }),
  );
  return all.sort((one, other) => other.at.localeCompare(one.at));
}

const ageOf = (at: Date | string | null | undefined, now: number): number | null =>
  at ? Math.max(0, (now - new Date(at).getTime()) / 1000) : null;

/** How much stands in the shop, and how old what waits is, in seconds; null where there is none. */
export async function standing() {
  const now = Date.now();
  const [[chains], [messages], [kept], newest] = await Promise.all([
    db().rows<{ chains: number; entries: number; longest: number }>(
      'SELECT COUNT(*) AS chains, COALESCE(SUM(count), 0) AS entries, COALESCE(MAX(count), 0) AS longest FROM chain_head',
    ),
    db().rows<{ waiting: number; by_hand: number; oldest: Date | null }>(
      `SELECT COALESCE(SUM(state = 'queued'), 0) AS waiting, COALESCE(SUM(state = 'by hand'), 0) AS by_hand,
              MIN(CASE WHEN state = 'queued' THEN not_before END) AS oldest FROM message WHERE state IN ('queued', 'by hand')`,
    ),
    db().rows<{ pictures: number }>('SELECT COUNT(*) AS pictures FROM photo'),
    backups(),
  ]);
  return {
    entries: Number(chains!.entries),
    chains: chains!.chains,
    longest_chain: chains!.longest,
    messages_waiting: Number(messages!.waiting),
    messages_by_hand: Number(messages!.by_hand),
    oldest_message_seconds: ageOf(messages!.oldest, now),
    pictures: kept!.pictures,
    backup_age_seconds: ageOf(newest[0]?.at, now),
    last_round_seconds: ageOf(lastRound(), now),
  };
}
