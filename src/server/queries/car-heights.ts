import 'server-only';
import { type HeightSet, type OrderState, isJob } from '@/core/ledger/order-state';
import type { Db } from '../database';
import { loadOrder } from '../entries/order';
import type { OrderFile } from './order';
import type { Row } from '../tables';

/** The most visits after a job whose heights are gathered. */
const MOST_VISITS = 20;

export interface CarHeights {
  /** The job whose plan and baseline the sets are read against. */
  job: OrderState;
  /** Its own sets and those of the visits after it, in the order they were taken. */
  sets: HeightSet[];
}

/** The job an order belongs to: itself, or the one it comes back from. */
async function jobOf(tx: Db, file: Pick<OrderFile, 'id' | 'state' | 'comesBackFrom'>) {
  let at = { id: file.id, state: file.state, from: file.comesBackFrom };
  while (!isJob(at.state) && at.from) {
    const before = await loadOrder(tx, at.from);
    if (!before) break;
    at = { id: at.from, state: before.state, from: before.state.intake!.data.comesBackFrom };
  }
  return at;
}

/** Every set of heights of a job and of the visits after it: what a chart of the car's standing is drawn from. */
export async function heightsOfCar(
  tx: Db,
  file: Pick<OrderFile, 'id' | 'state' | 'comesBackFrom' | 'vehicle'>,
): Promise<CarHeights> {
  const job = await jobOf(tx, file);
  const visits = await tx.rows<Row<'work_order', 'id'>>(
    `SELECT id FROM work_order WHERE vehicle_id = ? AND kind NOT IN ('job', 'next-stage')
       AND number > (SELECT number FROM work_order WHERE id = ?)
       AND number < COALESCE((SELECT MIN(number) FROM work_order later WHERE later.vehicle_id = ?
         AND later.kind IN ('job', 'next-stage') AND later.number > (SELECT number FROM work_order WHERE id = ?)), 4294967295)
      ORDER BY number LIMIT ${MOST_VISITS}`,
    [file.vehicle.id, job.id, file.vehicle.id, job.id],
  );
  const sets = [...job.state.heights];
  for (const { id } of visits) {
    const state = id === file.id ? file.state : (await loadOrder(tx, id))!.state;
    sets.push(...state.heights);
  }
  return { job: job.state, sets };
}
