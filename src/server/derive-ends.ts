import type { OrderRow } from './entries/order';
import { dialWhenDriven } from '@/core/follow-up/across-sets';
import { dueOrUsual } from '@/core/follow-up/due-band';
import {
  type OrderState,
  afterHeightsOf,
  baselineOf,
  isClosed,
  isJob,
  latestPlan,
} from '@/core/ledger/order-state';
import { partsAt } from '@/core/planner/plan-part';
import { axleMeans } from '@/core/stance/plan';
import { convertDistance } from '@/core/units/distance';
import { shopDay } from '@/core/units/shop-time';
import type { Db } from './database';
import { dayText } from './day-column';
import { insertMany } from './insert-many';
import { isRusty } from '@/core/schedule/remaining-work';
import { platformOf } from './queries/platform';
import type { Row } from './tables';

/** What follows from the end of a job: what it teaches, what comes back, and when that is due. */

export async function deriveFollowUps(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  const opened = state.followUpsOpened.map((entry) => entry.data);
  const kept = await tx.rows<Row<'follow_up', 'id'>>('SELECT id FROM follow_up WHERE order_id = ?', [
    order.id,
  ]);
  for (const { id } of kept.filter((row) => !opened.some((data) => data.followUpId === row.id))) {
    await tx.run('DELETE FROM follow_up WHERE id = ?', [id]);
  }
  await insertMany(
    tx,
    'follow_up',
    [
      'id',
      'vehicle_id',
      'order_id',
      'kind',
      'because',
      'places',
      'done_on',
      'odometer',
      'unit',
      'distance',
      'days',
      'tire_factor',
      'stated_pace',
    ],
    opened
      .filter((data) => !kept.some((row) => row.id === data.followUpId))
      .map((data) => [
        data.followUpId,
        order.vehicle_id,
        order.id,
        data.kind,
        data.because,
        JSON.stringify(data.places),
        data.doneOn,
        'unread' in data.odometer
          ? null
          : convertDistance(data.odometer.value, data.odometer.unit, data.interval.unit),
        data.interval.unit,
        data.interval.distance,
        data.interval.days,
        data.tireFactor,
        state.intake?.data.pacePerDay ?? null,
      ]),
  );
  await tx.run(
    'UPDATE follow_up SET closed_by = NULL, closed_how = NULL, closed_order = NULL WHERE closed_order = ?',
    [order.id],
  );
  for (const { id, data } of state.followUpsClosed) {
    await tx.run(
      `UPDATE follow_up SET closed_by = ?, closed_how = ?, closed_order = ?, due_odometer = NULL, due_on = NULL,
         earliest_on = NULL, latest_on = NULL, pace_per_day = NULL WHERE id = ?`,
      [id, data.how, order.id, data.followUpId],
    );
  }
}

const closedAt = ({ handoffs, visitClosed, cancelled }: OrderState) =>
  new Date((handoffs[0] ?? visitClosed ?? cancelled)!.at);

type SameWork = Row<'finished_work', 'procedures' | 'platform'>;

/** Takes out what a job taught of its minutes; where it was the first of its kind, the next one is. */
async function forgetWork(tx: Db, orderId: string): Promise<void> {
  const [was] = await tx.rows<SameWork & Row<'finished_work', 'first_time'>>(
    'DELETE FROM finished_work WHERE order_id = ? RETURNING procedures, platform, first_time',
    [orderId],
  );
  if (!was?.first_time) return;
  const next = await tx.row<{ at: Date | null }>(
    'SELECT MIN(closed_at) AS at FROM finished_work WHERE procedures = ? AND platform = ?',
    [was.procedures, was.platform],
  );
  if (next?.at)
    await tx.run(
      'UPDATE finished_work SET first_time = TRUE WHERE procedures = ? AND platform = ? AND closed_at = ?',
      [was.procedures, was.platform, next.at],
    );
}

/** What a finished job teaches: lift measured against predicted, and minutes against the book. */
export async function deriveFinished(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM finished_lift WHERE order_id = ?', [order.id]);
  await forgetWork(tx, order.id);
  const plan = latestPlan(state)?.data;
  const before = baselineOf(state);
  const after = afterHeightsOf(state);
  if (!isClosed(state) || state.cancelled || !isJob(state) || !plan || !before || !after) return;
  const platform = await platformOf(tx, order.vehicle_id);
  const was = axleMeans(before.mm);
  const is = axleMeans(after.mm);
  for (const end of ['front', 'rear'] as const) {
    const axle = plan[end];
    if (!axle) continue;
    await tx.run(
      'INSERT INTO finished_lift (order_id, end_of_car, kit, platform, predicted, measured, claimed) VALUES (?, ?, ?, ?, ?, ?, ?)',
      [
        order.id,
        end,
        partsAt(plan.parts, end).find((part) => part.kit)?.kit ?? null,
        platform,
        // The ratio it had learned is taken out again: what is learned is what came of the bare prediction.
        axle.lift / plan.learned[end].ratio,
        is[end] - was[end],
        axle.claimed,
      ],
    );
  }
  const { document } = state;
  const minutes = state.clocks.reduce(
    (sum, span) => sum + (span.to ? (Date.parse(span.to) - Date.parse(span.from)) / 60_000 : 0),
    0,
  );
  if (!document || minutes < 1) return;
  const procedures = document.sources.map((source) => source.id).join(' ');
  const earlier = await tx.row(
    'SELECT order_id FROM finished_work WHERE procedures = ? AND platform = ? AND closed_at < ? LIMIT 1',
    [procedures, platform, closedAt(state)],
  );
  await tx.run(
    `INSERT INTO finished_work
       (order_id, platform, procedures, book_minutes, actual_minutes, rusty, first_time, closed_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      order.id,
      platform,
      procedures,
      Math.round(document.steps.reduce((sum, step) => sum + step.minutes, 0)),
      Math.round(minutes),
      isRusty(state),
      !earlier,
      closedAt(state),
    ],
  );
  // Jobs may be told in another order than they were closed in: a tablet without network, an order from another shop.
  if (!earlier)
    await tx.run(
      'UPDATE finished_work SET first_time = FALSE WHERE procedures = ? AND platform = ? AND closed_at > ? AND first_time',
      [procedures, platform, closedAt(state)],
    );
}

type FollowUpRow = Row<
  'follow_up',
  'id' | 'order_id' | 'done_on' | 'odometer' | 'unit' | 'distance' | 'days' | 'tire_factor' | 'stated_pace'
>;

/**
 * Works out anew when a vehicle's open come-backs are due, from the driver's own pace: what the dial read when the car
 * arrived or was reported, and before there are two of those, what the customer said.
 */
export async function deriveDueDates(tx: Db, { vehicle_id: vehicleId }: OrderRow): Promise<void> {
  const followUps = await tx.rows<FollowUpRow>(
    'SELECT id, order_id, done_on, odometer, unit, distance, days, tire_factor, stated_pace FROM follow_up WHERE vehicle_id = ? AND closed_by IS NULL',
    [vehicleId],
  );
  if (!followUps.length) return;
  const shop = await tx.row<Row<'shop', 'time_zone'>>('SELECT time_zone FROM shop WHERE id = 1');
  const timeZone = shop?.time_zone ?? 'UTC';
  const readings = await tx.rows<Row<'odometer_now', 'at' | 'value' | 'unit'>>(
    "SELECT at, value, unit FROM odometer_now WHERE vehicle_id = ? AND source <> 'road' ORDER BY at",
    [vehicleId],
  );
  const putOn = await tx.rows<
    Row<'wheels_on', 'order_id' | 'order_number' | 'dial_factor' | 'odometer' | 'unit'>
  >(
    'SELECT order_id, order_number, dial_factor, odometer, unit FROM wheels_on WHERE vehicle_id = ? ORDER BY order_number',
    [vehicleId],
  );
  const numbers = new Map(
    (
      await tx.rows<Row<'work_order', 'id' | 'number'>>(
        'SELECT id, number FROM work_order WHERE vehicle_id = ?',
        [vehicleId],
      )
    ).map(({ id, number }) => [id, number]),
  );
  for (const row of followUps) {
    const since = putOn
      .filter(({ order_number: number }) => number > numbers.get(row.order_id)!)
      .map(({ odometer, unit, dial_factor: dialFactor }) => ({
        odometer: odometer === null || !unit ? null : convertDistance(odometer, unit, row.unit),
        dialFactor,
      }));
    const asked = {
      doneOn: dayText(row.done_on),
      odometer: row.odometer ?? 0,
      interval: {
        ...(row.distance === null ? {} : { distance: row.distance }),
        ...(row.days === null ? {} : { days: row.days }),
      },
      readings: readings.map((reading) => ({
        date: shopDay(reading.at, timeZone),
        odometer: convertDistance(reading.value, reading.unit, row.unit),
      })),
      ...(row.stated_pace === null ? {} : { pacePerDay: row.stated_pace }),
      tireFactor:
        row.distance && since.length
          ? row.distance /
            (dialWhenDriven(row.odometer ?? 0, row.distance, row.tire_factor, since) - (row.odometer ?? 0))
          : row.tire_factor,
    };
    const { due, assumed } = dueOrUsual(asked, row.unit);
    // A dial nobody could read gives no due odometer: the come-back goes by date then.
    const dueOdometer = row.odometer === null ? null : due.dueOdometer;
    await tx.run(
      'UPDATE follow_up SET due_odometer = ?, due_on = ?, earliest_on = ?, latest_on = ?, pace_per_day = ?, pace_assumed = ? WHERE id = ?',
      [dueOdometer, due.due, due.earliest, due.latest, due.pacePerDay, assumed, row.id],
    );
  }
}
