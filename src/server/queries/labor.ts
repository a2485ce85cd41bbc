import { type ExpectedLabor, expectLabor } from '@/core/labor/expect';
import type { OrderState } from '@/core/ledger/order-state';
import { isRusty, proceduresOf } from '@/core/schedule/remaining-work';
import type { Db } from '../database';
import { finishedWork } from './planning';

/** Minutes a job will take, from the shop's own past. */
export async function expectedLabor(
  tx: Db,
  state: OrderState,
  platform: string,
  book: number,
): Promise<ExpectedLabor> {
  const procedures = proceduresOf(state);
  const past = await finishedWork(tx, { procedures, platform });
  const known = past.some((job) => job.procedures === procedures && job.platform === platform);
  return expectLabor(past, { procedures, platform, book, rusty: isRusty(state), firstTime: !known });
}
