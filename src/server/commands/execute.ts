import 'server-only';
import Joi from 'joi';
import { Refusal } from '@/core/refusal';
import type { EntryKind } from '@/core/ledger/entries';
import { holdsRole } from '@/core/ledger/roles';
import { isOfLostTablet } from '@/core/ledger/device-conflicts';
import { type Answered, type Envelope, type FieldError, type Recorded, refusedFor } from '@/contracts/answer';
import { type CommandName, contractOf, isCommandName } from '@/contracts/commands';
import { LOOKED_AT, fieldErrors } from '@/contracts/refused';
import { MOVES_THE_CAR } from '@/contracts/moves';
import { now } from '../clock';
import { type Db, databaseGone, db, transaction } from '../database';
import { tellOtherOrders } from '../carried';
import { deriveOrder } from '../derive';
import { SHOP_CHAIN } from '../entries/append';
import { canonicalJson, sha256 } from '../entries/canonical';
import type { Person } from '../sessions/sessions';
import { CommandContext } from './context';
import { id as anId } from '@/contracts/fields';
import type { Handler } from './handler';
import { HANDLERS } from './index';
import { keepAnswer, takeId } from './kept-answers';
import { type Later, rehearseThenGive, rehearsed } from './rehearsal';
import { counting } from '../running/counting';
import type { Row } from '../tables';

export interface Actor {
  person: Person;
  deviceId: string;
  /** Only the demo sets another day than the server's. */
  receivedAt?: Date;
  /** Given on the customer's own page: only for that order, and only what a page may. */
  onLink?: string;
  /** It waited on its device: what the record cannot take of it becomes a task, and what comes late is looked at. */
  queued?: boolean;
}

export type CommandAnswer = Answered<Record<string, unknown>>;

const refused = (errors: FieldError[]): CommandAnswer => ({ ok: false, errors });

const envelopeSchema = Joi.object<Envelope>({
  id: anId().required(),
  deviceSeq: Joi.number().integer().min(0).required(),
  at: Joi.string().isoDate(),
  seen: Joi.number().integer().min(0),
  input: Joi.object().required(),
});

/** Left out of the content hash: a short PIN could be found again from it. */
const SECRETS = new Set(['pin', 'password']);

function withoutSecrets(input: object): object {
  return Object.fromEntries(Object.entries(input).filter(([key]) => !SECRETS.has(key)));
}

/** A move that waited longer than this on its device did not: the device’s clock is wrong. */
const LONGEST_QUEUED_MS = 400 * 24 * 3600_000;

/** What may close, or by being taken back open, a thing of the car that another order carries. */
const CLOSES_ON_THE_CAR: readonly EntryKind[] = ['step.done', 'torque', 'left.off', 'run.start'];

/** How long a command waits for a database that went away: one that was killed is back within this. */
const WAIT_MS = 9000;
const PAUSE_MS = 150;

/**
 * Runs a command again when the database goes away under it, on another node where there is one. Safe whatever became of
 * the first try: its id is kept once, and a command that had been recorded gives its first answer.
 */
async function untilAnswered<T>(work: () => Promise<T>): Promise<T> {
  const until = Date.now() + WAIT_MS;
  for (;;) {
    try {
      return await work();
    } catch (error) {
      if (!databaseGone(error) || Date.now() > until) throw error;
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    }
  }
}

const entryOf = (id: string) => db().row('SELECT id FROM entry WHERE id = ?', [id]);
const wasDone = (id: string) => db().row('SELECT id FROM command_done WHERE id = ?', [id]);

/** Moves of a tablet from which the lead has taken lowering back no longer move the car. */
async function refuseOfLostTablet(ctx: CommandContext, name: string, input: unknown): Promise<void> {
  const { orderId } = input as { orderId?: string };
  if (!MOVES_THE_CAR.has(name) || !orderId) return;
  const { state } = await ctx.order(orderId);
  if (isOfLostTablet(state, ctx.deviceId, ctx.at.toISOString()))
    throw new Refusal(
      'returned',
      'It was done on a tablet from which the lead has since taken lowering back: look at the car and record it anew.',
    );
}

/**
 * The one door for everything that changes the record: checks the envelope, the role and the input, then runs the
 * command in one transaction, rewrites what is derived, commits, and only then answers. The same id with the same
 * content gets its first answer again; with other content it is refused.
 */
export async function execute(name: string, envelope: unknown, actor: Actor): Promise<CommandAnswer> {
  if (!isCommandName(name)) return refusedFor('unknown-command', `There is no command "${name}".`);
  const began = performance.now();
  const count = (outcome: 'taken' | 'refused' | 'failed') =>
    counting()?.command(name, outcome, (performance.now() - began) / 1000);
  try {
    const answer = await executeCommand(name, envelope, actor);
    count(answer.ok ? 'taken' : 'refused');
    return answer;
  } catch (error) {
    count('failed');
    throw error;
  }
}

/** What a command appended, for whoever sent it: how far each chain has come, and the entries of the work orders. */
function recordedBy({ written }: CommandContext): Recorded {
  const entries = [...written].flatMap(([chain, own]) => (chain === SHOP_CHAIN ? [] : own));
  return {
    moved: Object.fromEntries([...written].map(([chain, own]) => [chain, own.at(-1)!.seq])),
    entries,
  };
}

async function executeCommand<N extends CommandName>(
  name: N,
  envelope: unknown,
  actor: Actor,
): Promise<CommandAnswer> {
  const contract = contractOf(name);
  const handler: Handler<N> = HANDLERS[name];
  const outer = envelopeSchema.validate(envelope);
  if (outer.error) return refused(fieldErrors(outer.error));
  if (actor.onLink ? !contract.onLink : !holdsRole(actor.person.roles, contract.who)) {
    return refusedFor('not-yours', `This is for ${contract.who.join(' or ')}: ask one of them.`);
  }
  // A page speaks for its own order alone, whatever it was made to say.
  const input = actor.onLink
    ? { ...(outer.value.input as object), orderId: actor.onLink }
    : outer.value.input;
  const checked = contract.input.validate(input, LOOKED_AT);
  if (checked.error) return refused(fieldErrors(checked.error));

  const { id, deviceSeq } = outer.value as Envelope;
  const contentHash = sha256(
    `${name}\n${actor.person.id}\n${canonicalJson(withoutSecrets(outer.value.input as object))}`,
  );
  try {
    // What is asked for again has had its secrets looked at.
    const voucher =
      handler.before && !(await wasDone(id)) ? await handler.before(actor.person, checked.value, db()) : null;
    const contextIn = (tx: Db, receivedAt: Date, later: Later | null, mayGoAgain: boolean) => {
      const told = outer.value.at ? new Date(outer.value.at) : receivedAt;
      const at = told > receivedAt ? receivedAt : told;
      if (receivedAt.getTime() - at.getTime() > LONGEST_QUEUED_MS)
        throw new Refusal('clock', 'It says that it was done over a year ago: set the device’s clock.', 'at');
      const { person, deviceId, queued = false } = actor;
      const seen = queued ? null : (outer.value.seen ?? null);
      const given = { commandId: id, person, deviceId, deviceSeq, at, receivedAt, queued, voucher, seen };
      return new CommandContext(tx, { ...given, later, mayGoAgain });
    };
    // Papers name the moment: it is the same when they are drawn and when they are sealed.
    const moment = handler.seals ? (actor.receivedAt ?? now()) : null;
    const rehearse = async () => {
      if (moment && !(await wasDone(id)))
        await untilAnswered(() =>
          rehearsed((tx, later) => handler.run(contextIn(tx, moment, later, false), checked.value)),
        );
    };
    const give = (mayGoAgain: boolean) =>
      transaction(async (tx) => {
        const receivedAt = moment ?? actor.receivedAt ?? now();
        const ctx = contextIn(tx, receivedAt, null, mayGoAgain && moment !== null);
        if (!(await takeId(tx, { id, name, contentHash }, receivedAt))) {
          const before = (await tx.row<Row<'command_done', 'content_hash' | 'answer'>>(
            'SELECT content_hash, answer FROM command_done WHERE id = ?',
            [id],
          ))!;
          if (before.content_hash !== contentHash) {
            throw new Refusal(
              'id-reused',
              'Something else was already recorded under this id. Load the page again.',
            );
          }
          return { answer: JSON.parse(before.answer) as Record<string, unknown> };
        }
        if (actor.queued) await refuseOfLostTablet(ctx, name, checked.value);
        const result = (await handler.run(ctx, checked.value)) as Record<string, unknown>;
        for (const [orderId, kinds] of [...ctx.touched]) {
          await deriveOrder(tx, await ctx.whole(orderId), kinds);
          if (kinds !== 'all' && !CLOSES_ON_THE_CAR.some((kind) => kinds.has(kind))) continue;
          for (const other of await tellOtherOrders(ctx, orderId))
            await deriveOrder(tx, await ctx.whole(other));
        }
        await keepAnswer(tx, id, result);
        // A customer's page is told nothing of the record but its answer.
        return actor.onLink ? { answer: result } : { answer: result, ...recordedBy(ctx) };
      });
    const answer = await rehearseThenGive(rehearse, (mayGoAgain) => untilAnswered(() => give(mayGoAgain)));
    return { ok: true, ...answer };
  } catch (error) {
    if (error instanceof Refusal) return refusedFor(error.code, error.message, error.field);
    // Its answer was cleaned away long ago, and it is known again by the entry it made.
    if ((error as { code?: string }).code === 'ER_DUP_ENTRY' && (await entryOf(id)))
      return refusedFor('recorded', 'This was recorded long ago under the same id: load the page again.');
    throw error;
  }
}
