import type { OrderRow } from './entries/order';
import { openTasks } from '@/core/ledger/device-conflicts';
import { type OrderState, isClosed } from '@/core/ledger/order-state';
import { gramsOf, searchWords } from '@/core/ledger/search-words';
import { jobTimes } from '@/core/ledger/step-times';
import { workedOf } from '@/core/practice/worked';
import { remainingWork } from '@/core/schedule/remaining-work';
import { waitsPast } from '@/core/schedule/waits';
import type { Db } from './database';
import { procedureLibrary } from './procedures';
import { insertMany } from './insert-many';
import type { Row } from './tables';

/** What is derived for the shop as a whole: the week's needs, tasks, who may lower, minutes of steps, words to find by. */

export async function deriveRemainingWork(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  const library = (await procedureLibrary()).map(({ procedure }) => procedure);
  const need = remainingWork(state, library);
  if (!need.phases.length) await tx.run('DELETE FROM week_need WHERE order_id = ?', [order.id]);
  else
    await tx.run('REPLACE INTO week_need (order_id, need) VALUES (?, ?)', [order.id, JSON.stringify(need)]);
}

export async function deriveConflicts(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  const { holder, tasks } = state.conflicts;
  if (holder && !isClosed(state))
    await tx.run('REPLACE INTO lowering_now (order_id, device_id, person_id, since) VALUES (?, ?, ?, ?)', [
      order.id,
      holder.deviceId,
      holder.personId,
      new Date(holder.at),
    ]);
  else await tx.run('DELETE FROM lowering_now WHERE order_id = ?', [order.id]);
  if (!tasks.length) return;
  const open = new Set(openTasks(state));
  for (const task of tasks) {
    const { taskId, about, words } = task.entry.data;
    await tx.run(
      'REPLACE INTO task_now (task_id, order_id, about, words, done, at) VALUES (?, ?, ?, ?, ?, ?)',
      [taskId, order.id, about, words, !open.has(task), new Date(task.entry.receivedAt)],
    );
  }
}

/** Minutes of each step of a finished job, as its doers' clocks ran. */
export async function deriveStepTimes(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  if (!isClosed(state) || state.cancelled || !state.document) return;
  await tx.run('DELETE FROM step_time WHERE order_id = ?', [order.id]);
  const steps = new Map(state.document.steps.map((step) => [step.id, step]));
  const rows = jobTimes(state, state.intake!.at).steps.filter((step) => step.actual > 0 && step.book > 0);
  await insertMany(
    tx,
    'step_time',
    ['order_id', 'step_id', 'words', 'book_minutes', 'actual_minutes', 'done_at'],
    rows.map(({ stepId, book, actual }) => [
      order.id,
      stepId,
      steps.get(stepId)!.do.slice(0, 200),
      book,
      Math.min(9999, Math.round(actual * 100) / 100),
      new Date(state.run!.done.get(stepId)!.at),
    ]),
  );
}

/** Who did what that can be signed off, alone or beside somebody: each kind of step, and the job it was of. */
export async function deriveSkills(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM skill_worked WHERE order_id = ?', [order.id]);
  await insertMany(
    tx,
    'skill_worked',
    ['order_id', 'person_id', 'skill', 'alone', 'beside', 'last_at'],
    workedOf(state).map(({ personId, skill, alone, beside, lastAt }) => [
      order.id,
      personId,
      skill,
      alone,
      beside,
      new Date(lastAt),
    ]),
  );
}

export async function deriveWaits(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM wait_past WHERE order_id = ?', [order.id]);
  await insertMany(
    tx,
    'wait_past',
    ['order_id', 'what', 'ref', 'since', 'said_for', 'ended'],
    waitsPast(state).map(({ what, ref, since, saidFor, ended }) => [
      order.id,
      what,
      ref,
      new Date(since),
      saidFor,
      new Date(ended),
    ]),
  );
}

/** Once a TEXT column is full, what comes last is left out. */
const MOST_WORDS = 16_000;

export async function deriveSearch(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  const car = (await tx.row<Row<'vehicle', 'label' | 'plate'>>(
    'SELECT label, plate FROM vehicle WHERE id = ?',
    [order.vehicle_id],
  ))!;
  const wanted = Object.entries(searchWords(state, car)).flatMap(([what, words]) =>
    words.length ? [{ what, words: words.join('\n').slice(0, MOST_WORDS) }] : [],
  );
  const kept = await tx.rows<Row<'search_doc', 'what' | 'words'>>(
    'SELECT what, words FROM search_doc WHERE order_id = ?',
    [order.id],
  );
  for (const { what } of kept)
    if (!wanted.some((one) => one.what === what))
      await tx.run('DELETE FROM search_doc WHERE order_id = ? AND what = ?', [order.id, what]);
  // Written only where the words changed: each write is paid for in the index of words.
  for (const { what, words } of wanted)
    if (kept.find((one) => one.what === what)?.words !== words)
      await tx.run('REPLACE INTO search_doc (order_id, what, words, at) VALUES (?, ?, ?, ?)', [
        order.id,
        what,
        words,
        new Date(state.intake!.at),
      ]);
  const grams = gramsOf(car.plate);
  const [known] = await tx.rows<{ count: number }>(
    'SELECT COUNT(*) AS count FROM plate_gram WHERE vehicle_id = ?',
    [order.vehicle_id],
  );
  if (grams.length && known!.count !== grams.length) {
    await tx.run('DELETE FROM plate_gram WHERE vehicle_id = ?', [order.vehicle_id]);
    await insertMany(
      tx,
      'plate_gram',
      ['gram', 'vehicle_id'],
      grams.map((gram) => [gram, order.vehicle_id]),
    );
  }
}
