import 'server-only';
import Joi from 'joi';
import { Refusal } from '@/core/refusal';
import type { TaskAbout } from '@/core/ledger/kinds/noted';
import { describeQueued, type QueuedBody } from '@/contracts/queued';
import { OFFLINE_COMMANDS } from '@/contracts/offline-names';
import type { RunDocument } from '@/core/procedure/engine';
import { now } from '../clock';
import { CommandContext } from '../commands/context';
import { id } from '@/contracts/fields';
import { type CommandAnswer, execute } from '../commands/execute';
import { keepAnswer, takeId } from '../commands/kept-answers';
import { db, transaction } from '../database';
import { deriveOrder } from '../derive';
import { loadOrder } from '../entries/order';
import { personAnyhow } from '../sessions/sessions';
import { countsUpTo, signedBy } from './keys';
import type { Row } from '../tables';

const SKEW_MS = 2 * 60_000;

export interface Queued {
  /** The body as the text that was signed. */
  body: string;
  signature: string;
  /** The device's clock at the moment of sending, set right as it knows how. */
  sentAt: string;
}

const queuedSchema = Joi.object<Queued>({
  body: Joi.string().max(100_000).required(),
  signature: Joi.string().base64().max(200).required(),
  sentAt: Joi.string().isoDate().required(),
});
const bodySchema = Joi.object<QueuedBody>({
  id: id().required(),
  name: Joi.string()
    .valid(...OFFLINE_COMMANDS)
    .required(),
  input: Joi.object().required(),
  deviceSeq: Joi.number().integer().min(0).required(),
  at: Joi.string().isoDate().required(),
  personId: id().required(),
  deviceId: id().required(),
});

export type Taken =
  { ok: true; answer: Record<string, unknown>; task: string | null } | (CommandAnswer & { ok: false });

const no = (code: string, message: string): Taken => ({ ok: false, errors: [{ field: '', code, message }] });

const note = (body: QueuedBody, how: 'recorded' | 'task' | 'forged') =>
  db().run(
    `INSERT IGNORE INTO outbox_taken (command_id, device_id, person_id, device_seq, name, at, taken_at, how)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [body.id, body.deviceId, body.personId, body.deviceSeq, body.name, new Date(body.at), now(), how],
  );

/**
 * Takes one queued move from a device: whose it is is told by its signature, not by who is signed in now. It is recorded
 * once, at the moment it was done. What the record refuses is kept as a task on its order, with all that was typed.
 * @param deviceId the device that sends, by its own cookie
 */
export async function takeQueued(input: unknown, deviceId: string): Promise<Taken> {
  const outer = queuedSchema.validate(input);
  if (outer.error) return no('unreadable', 'This queued move cannot be read.');
  let parsed: unknown;
  try {
    parsed = JSON.parse(outer.value.body);
  } catch {
    return no('unreadable', 'This queued move cannot be read.');
  }
  const checked = bodySchema.validate(parsed);
  if (checked.error) return no('unreadable', `This queued move cannot be read: ${checked.error.message}.`);
  const body = checked.value;
  const { signature, sentAt } = outer.value;
  const genuine =
    body.deviceId === deviceId && (await signedBy(deviceId, body.personId, outer.value.body, signature));
  if (genuine === 'no-key')
    return no('no-key', 'This tablet’s key is not known here: it is sent again as its person signs in.');
  if (!genuine) {
    await note({ ...body, deviceId }, 'forged');
    return no('forged', 'This was not signed by the person it names on this tablet: nothing is recorded.');
  }
  const person = await personAnyhow(body.personId);
  if (!person) return no('no-person', 'Nobody of the crew.');
  const { id, deviceSeq, at } = body;
  const last = await countsUpTo(deviceId, body.personId);
  const ended = last !== null && deviceSeq > last;
  const answer = !person.active
    ? no('left', `${person.name} has left the crew since.`)
    : ended
      ? no('signed-out', `${person.name} had signed out of this tablet, or was signed out, before it came.`)
      : await execute(
          body.name,
          { id, deviceSeq, at, input: body.input },
          { person, deviceId, queued: true },
        );
  if (answer.ok) {
    await note(body, 'recorded');
    await flagSkew(body, person, sentAt);
    const { task } = answer.answer;
    return { ok: true, answer: answer.answer, task: typeof task === 'string' ? task : null };
  }
  const why = answer.errors.map((error) => error.message).join(' ');
  const about = answer.errors[0]!.code === 'returned' ? 'returned' : 'refused';
  const kept = await keepAsTask(body, person, about, why);
  if (!kept) return answer as Taken;
  await note(body, 'task');
  return { ok: true, answer: { task: kept }, task: kept };
}

type Actor = NonNullable<Awaited<ReturnType<typeof personAnyhow>>>;

/** Appends a task to an order, once by its id. @returns its words, or null when there is no such order */
async function appendTask(
  body: QueuedBody,
  person: Actor,
  commandId: string,
  about: TaskAbout,
  say: (document: RunDocument | null) => string,
): Promise<string | null> {
  const orderId = await orderOf(body, person.id);
  if (!orderId) return null;
  return transaction(async (tx) => {
    const at = now();
    const words = say((await loadOrder(tx, orderId))?.state.document ?? null);
    if (!(await takeId(tx, { id: commandId, name: `task for ${body.name}`, contentHash: '' }, at)))
      return words;
    await keepAnswer(tx, commandId, { task: words });
    const ctx = new CommandContext(tx, {
      commandId,
      person,
      deviceId: body.deviceId,
      deviceSeq: body.deviceSeq,
      at,
      receivedAt: at,
    });
    const order = await ctx.order(orderId);
    await ctx.append(order.id, {
      kind: 'task',
      data: {
        taskId: `${about} ${commandId}`,
        about,
        words: words.slice(0, 500),
        move: { name: body.name, input: body.input, at: body.at, personId: person.id },
      },
    });
    await deriveOrder(tx, await ctx.order(order.id));
    return words;
  });
}

/** The order a move speaks of; a clock that is stopped speaks of the one it runs on. */
async function orderOf(body: QueuedBody, personId: string): Promise<string | null> {
  if (typeof body.input.orderId === 'string') {
    const row = await db().row<Row<'work_order', 'id'>>('SELECT id FROM work_order WHERE id = ?', [
      body.input.orderId,
    ]);
    return row?.id ?? null;
  }
  const clock = await db().row<Row<'clock_now', 'order_id'>>(
    'SELECT order_id FROM clock_now WHERE person_id = ? ORDER BY from_at DESC LIMIT 1',
    [personId],
  );
  return clock?.order_id ?? null;
}

async function keepAsTask(
  body: QueuedBody,
  person: Actor,
  about: 'refused' | 'returned',
  why: string,
): Promise<string | null> {
  try {
    return await appendTask(
      body,
      person,
      body.id,
      about,
      (document) =>
        `${person.name} recorded this without network and it was not taken: ${describeQueued(body, document)}. ${why}`,
    );
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
}

/** A device whose clock is far from the server's is told of, once for a move. */
async function flagSkew(body: QueuedBody, person: Actor, sentAt: string): Promise<void> {
  const off = Date.parse(sentAt) - now().getTime();
  if (Math.abs(off) <= SKEW_MS) return;
  const minutes = Math.round(Math.abs(off) / 60_000);
  const commandId = skewId(body.id);
  await appendTask(
    body,
    person,
    commandId,
    'clock',
    () =>
      `A tablet’s clock is ${minutes} min ${off > 0 ? 'ahead of' : 'behind'} the shop’s: the times it gave are to be read with that.`,
  );
}

/** A second id that follows from the move's own, so that sending it again flags it once. */
const skewId = (id: string) => `${id.slice(0, -4)}5e3b`;
