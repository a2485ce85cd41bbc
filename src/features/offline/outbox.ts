'use client';

import type { Entry } from '@/core/ledger/entries';
import { type QueuedBody, describeWaiting } from '@/contracts/queued';
import type { Answered } from '@/contracts/answer';
import { OR_KEEP_WITHIN_MS, postForm, postJson } from '@/features/transport/post';
import { sha256Hex, sign } from './signing';
import { FORGET, forgetWhenSent } from './forget';
import { type Waiting, store } from './store';

/** What came of a queue that was sent. */
export interface Sent {
  sent: number;
  /** Moves the record could not take: each is a task now, in these words. */
  tasks: string[];
  left: number;
}

const listeners = new Set<() => void>();

/** Calls back whenever something is queued or sent. @returns how to stop */
export function onOutbox(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
const changed = () => listeners.forEach((listener) => listener());

const kept = async () => (await store()).getAll('outbox');

export const waiting = async (orderId?: string): Promise<Waiting[]> => {
  const all = (await kept()).filter((one) => !one.aside);
  return orderId ? all.filter((one) => one.orderId === orderId) : all;
};

/** What the shop refused for good and not even a task could hold: kept here until somebody has read it. */
export const setAside = async (): Promise<Waiting[]> => (await kept()).filter((one) => one.aside);

/** Takes out what was set aside, once it has been read, and written down elsewhere. */
export async function discard(seq: number): Promise<void> {
  await (await store()).delete('outbox', seq);
  changed();
}

/** The server's clock as this device knows it. */
export async function deviceTime(): Promise<string> {
  const offset = ((await (await store()).get('meta', 'clock offset')) as number | undefined) ?? 0;
  return new Date(Date.now() + offset).toISOString();
}

export async function keepOffset(serverIso: string): Promise<void> {
  await (await store()).put('meta', Date.parse(serverIso) - Date.now(), 'clock offset');
}

/** Signs a move and keeps it on the device until the server has it. @returns false when it could not be signed */
export async function enqueue(
  body: QueuedBody,
  orderId: string,
  entries: Entry[],
  picture?: Blob,
): Promise<boolean> {
  const text = JSON.stringify(body);
  const signature = await sign(body.personId, text);
  if (!signature) return false;
  let photo: Waiting['photo'];
  if (picture) {
    const hash = await sha256Hex(await picture.arrayBuffer());
    photo = { blob: picture, hash, signature: (await sign(body.personId, `photo ${hash}`))! };
  }
  const db = await store();
  await db.add('outbox', {
    id: body.id,
    orderId,
    name: body.name,
    at: body.at,
    personId: body.personId,
    body: text,
    signature,
    entries,
    ...(photo ? { photo } : {}),
  });
  changed();
  return true;
}

const isNetwork = (answer: Answered<unknown>) =>
  !answer.ok && (answer.errors[0]?.code === 'network' || answer.errors[0]?.code === 'failed');

async function sendOne(move: Waiting): Promise<Answered<{ task?: string }>> {
  if (move.photo) {
    const form = new FormData();
    form.set('file', move.photo.blob, 'queued.jpg');
    form.set('hash', move.photo.hash);
    form.set('personId', move.personId);
    form.set('signature', move.photo.signature);
    const stored = await postForm<{ task?: string }>('/api/outbox/photo', form);
    // A picture the shop cannot keep does not hold up what comes after it: its move is refused by name.
    if (isNetwork(stored)) return stored;
  }
  return postJson<{ task?: string }>(
    '/api/outbox',
    {
      body: move.body,
      signature: move.signature,
      sentAt: await deviceTime(),
    },
    OR_KEEP_WITHIN_MS,
  );
}

let sending: Promise<Sent> | null = null;

async function sendInOrder(): Promise<Sent> {
  const db = await store();
  const result: Sent = { sent: 0, tasks: [], left: 0 };
  for (const move of await waiting()) {
    const answer = await sendOne(move);
    if (isNetwork(answer)) break;
    if (!answer.ok && answer.errors[0]?.code === 'no-key') {
      // The shop was put back from a backup, or lost it: the key is sent again as its person works here.
      await db.delete('meta', `key sent ${move.personId}`);
      break;
    }
    if (answer.ok) {
      result.sent += 1;
      if (answer.answer.task) result.tasks.push(answer.answer.task);
    } else {
      // Nothing vanishes, and nothing behind it waits: it is set aside here, in sight, to be read and taken out by hand.
      const why = answer.errors[0]!.message;
      await db.put('outbox', { ...move, aside: why });
      result.tasks.push(`${describeWaiting(move.name)}: ${why}`);
      changed();
      continue;
    }
    await db.delete('outbox', move.seq!);
    changed();
  }
  result.left = (await waiting()).length;
  if (!result.left && (await db.get('meta', FORGET))) await forgetWhenSent();
  return result;
}

/** Sends what waits, in order, each once; several callers share one sending. */
export function sendWaiting(): Promise<Sent> {
  const locks = navigator.locks;
  sending ??= (locks ? locks.request('wrenchwise outbox', sendInOrder) : sendInOrder()).finally(() => {
    sending = null;
  });
  return sending;
}
