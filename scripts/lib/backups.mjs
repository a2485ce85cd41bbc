/**
 * Backups: whole ones, and what changed after one. Each has a note beside it that says what it is, with its hash and how far it
 * reaches in the database's log of changes; what changed names the backup it goes on from.
 */
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { InTheWay } from './say.mjs';
import { readJson } from './stages.mjs';

export const WHOLE = 'wrenchwise-backup/1';
export const CHANGES = 'wrenchwise-changes/1';

export const backupsIn = (dataDir) => path.join(dataDir, 'backups');

/** @returns the SHA-256 of a file */
export async function hashOf(file) {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/** What the note beside a backup says. @throws InTheWay where there is none of ours */
export function noteOf(file) {
  const note = readJson(`${file}.json`);
  if (note?.format !== WHOLE && note?.format !== CHANGES)
    throw new InTheWay(`${file}.json, which says what the backup holds, is missing or not ours.`);
  return note;
}

/** The backup of a folder that was taken last, or null. */
export function newestBackup(folder) {
  const names = existsSync(folder) ? readdirSync(folder) : [];
  const whole = names
    .filter((name) => name.endsWith('.gz') && names.includes(`${name}.json`))
    .map((name) => ({
      file: path.join(folder, name),
      at: readJson(path.join(folder, `${name}.json`))?.takenAt,
    }))
    .filter(({ at }) => at);
  return whole.sort((one, other) => other.at.localeCompare(one.at))[0]?.file ?? null;
}

const samePlace = (one, other) => one?.file === other?.file && one?.at === other?.at;

/**
 * What has to be read in for a backup, oldest first: a whole one, then what changed after it, each going on where the one
 * before ends.
 * @throws InTheWay where one is missing, is not what was written, or does not go on from the one before
 */
export async function chainTo(file) {
  const chain = [];
  for (let at = file, expected = null; ;) {
    if (!existsSync(at))
      throw new InTheWay(`${at} is missing: what changed after it cannot be read in without it.`);
    const note = noteOf(at);
    if ((await hashOf(at)) !== note.sha256)
      throw new InTheWay(
        at === file
          ? 'The backup is not the file that was made: its hash is another. Take another copy.'
          : `${at} is not the file that was made: its hash is another. Take another copy.`,
      );
    if (expected && (note.sha256 !== expected.since.sha256 || !samePlace(note.log, expected.from)))
      throw new InTheWay(`${at} is not the backup that what changed goes on from.`);
    chain.unshift({ file: at, note });
    if (note.format === WHOLE) return chain;
    expected = note;
    at = path.join(path.dirname(at), path.basename(note.since.file));
  }
}
