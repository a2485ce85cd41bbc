import 'server-only';
import { mkdir, readFile, readdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { dataFolder } from '../database';
import type { Channel } from '@/core/follow-up/message-kinds';

export interface Delivered {
  id: string;
  channel: Channel;
  to: string;
  subject: string;
  words: string;
  at: string;
}

/** What carries messages out of the shop. A real one takes the stand-in's place by the same two moves. */
export interface Gateway {
  /** Was a message of this id taken before? */
  took(id: string): Promise<boolean>;
  /** Takes a message; the same id a second time is the same message. @throws when it cannot be delivered */
  take(message: Delivered): Promise<void>;
}

const folder = () => path.join(dataFolder(), 'outbox');
const fileOf = (id: string) => path.join(folder(), `${id}.json`);

/** The stand-in writes each message into the data folder's outbox, where it can be read. */
export const standInGateway: Gateway = {
  async took(id) {
    return readFile(fileOf(id)).then(
      () => true,
      () => false,
    );
  },
  async take(message) {
    // Telephone numbers that end in four zeros reach nobody: so that a failure can be seen.
    if (/0000$/.test(message.to.replace(/\D/g, ''))) throw new Error('That number reaches nobody.');
    await mkdir(folder(), { recursive: true });
    await writeFile(fileOf(message.id), JSON.stringify(message), { flag: 'wx', mode: 0o600 }).catch(
      (error: NodeJS.ErrnoException) => {
        if (error.code !== 'EEXIST') throw error;
      },
    );
  },
};

/** A message with the customer's own address taken out: it opens their page, and is for whoever answers customers. */
export const withoutAddress = (words: string): string => words.replace(/(\/c\/)[\w-]{20,}/g, '$1…');

/** What the stand-in has delivered, the newest first. */
export async function outbox(most = 100): Promise<Delivered[]> {
  const names = await readdir(folder()).catch(() => [] as string[]);
  const all = await Promise.all(
    names
      .filter((name) => name.endsWith('.json'))
      .map(async (name) => JSON.parse(await readFile(path.join(folder(), name), 'utf8')) as Delivered),
  );
  return all.sort((a, b) => b.at.localeCompare(a.at)).slice(0, most);
}
