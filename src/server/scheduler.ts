import { cleanUp } from './clean';
import { now } from './clock';
import { sendQueued } from './messages/send';
import { queueReminders } from './messages/remind';
import { findShop } from './queries/shop';
import { db } from './database';
import { log } from './running/log';
import { resumeWalk } from './running/walk-apart';
import { roundDone } from './scheduler-round';
import { takeRackFiles } from './rack/inbox';

const STEP_MS = 2000;
/** Reminders are looked for this often; messages and the rack's folder at every step. */
const REMIND_EVERY_MS = 60_000;

/** What only grows is cleaned this often. */
const CLEAN_EVERY_MS = 10 * 60_000;

/** One round of what the shop's machine does by itself. Several servers may do it at once. */
export async function runDueJobs(at: Date, remind: boolean): Promise<void> {
  if (!(await findShop(db()))) return;
  await takeRackFiles(at);
  if (remind) await queueReminders(at);
  await sendQueued(at);
}

const held = globalThis as typeof globalThis & { wrenchwiseClock?: boolean };

/** Starts the rounds, once a process. A round that fails is told in the log and does not stop the next. */
export function startScheduler(): void {
  if (held.wrenchwiseClock || process.env.WRENCHWISE_NO_CLOCK) return;
  held.wrenchwiseClock = true;
  let lastReminded = 0;
  let lastCleaned = 0;
  const round = async () => {
    try {
      const remind = Date.now() - lastReminded >= REMIND_EVERY_MS;
      await runDueJobs(now(), remind);
      if (remind) lastReminded = Date.now();
      if (Date.now() - lastCleaned >= CLEAN_EVERY_MS) {
        await cleanUp(db(), now());
        lastCleaned = Date.now();
      }
      roundDone();
    } catch (error) {
      const code = (error as { code?: string }).code;
      // The database is being started or stopped: the next round finds it.
      if (!['ECONNREFUSED', 'ENOENT', 'PROTOCOL_CONNECTION_LOST', 'ER_NO_SUCH_TABLE'].includes(code ?? ''))
        log().error({ err: error }, 'a round by the clock failed');
    } finally {
      setTimeout(() => void round(), STEP_MS).unref();
    }
  };
  resumeWalk();
  setTimeout(() => void round(), STEP_MS).unref();
}
