import { type Db, transaction } from '../database';

/** What a command found that takes long: worked out while nothing is locked, before it is given. */
export type Later = (() => Promise<void>)[];

class TakenBack extends Error {}

/** Something was written meanwhile, so that what was worked out is of another record: it is gone through once more. */
export class GoThroughAgain extends Error {}

/** Goes through work in a transaction that is taken back, then does, with nothing locked, what it found would take long. */
export async function rehearsed(work: (tx: Db, later: Later) => Promise<unknown>): Promise<void> {
  const later: Later = [];
  try {
    await transaction(async (tx) => {
      await work(tx, later);
      throw new TakenBack();
    });
  } catch (error) {
    if (!(error instanceof TakenBack)) throw error;
  }
  for (const one of later) await one();
}

/** How often a command is gone through before it works out under the lock what takes long: somebody writes all the time. */
const MOST_REHEARSALS = 4;

/**
 * Rehearses a command, then gives it; where something else was written between the two, again.
 * @param give told whether it may still ask to be gone through again
 */
export async function rehearseThenGive<T>(
  rehearse: () => Promise<void>,
  give: (mayGoAgain: boolean) => Promise<T>,
): Promise<T> {
  for (let left = MOST_REHEARSALS; ; left -= 1) {
    await rehearse();
    try {
      return await give(left > 1);
    } catch (error) {
      if (!(error instanceof GoThroughAgain)) throw error;
    }
  }
}
