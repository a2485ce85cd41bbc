import 'server-only';
import type { FinishedWork } from '@/core/labor/expect';
import type { FinishedLift } from '@/core/planner/learning';
import type { MeasureSheet } from '@/core/planner/measures';
import type { Known } from '@/core/planner/measures';
import { type OrderState, baselineOf, latestPlan } from '@/core/ledger/order-state';
import { type SuspensionKind, hasDriveshaft } from '@/core/planner/axle-kinds';
import type { PlannerInput } from '@/core/planner/car-stand';
import { TAUGHT } from '@/core/planner/droop-list';
import { readTireSize } from '@/core/calc/tire.size';
import type { Db } from '../database';
import type { OrderFile } from './order';
import type { Row, Cell } from '../tables';

/** What has ever been measured on a car: the newest figure of each measure, whichever visit took it. */
export async function sheetOfVehicle(tx: Db, vehicleId: string): Promise<MeasureSheet> {
  const rows = await tx.rows<Row<'car_measure', 'measure' | 'value'> & { known: Known }>(
    `SELECT m.measure, m.value, m.known FROM car_measure m LEFT JOIN entry e ON e.id = m.entry_id
      WHERE m.vehicle_id = ? ORDER BY m.at, e.seq`,
    [vehicleId],
  );
  return Object.fromEntries(rows.map(({ measure, value, known }) => [measure, { value, known }]));
}

/** A wheel as people write it: `17 x 7.5, offset 30`. */
function readWheel(text: string): { rim?: number; offset?: number } {
  const rim = /x\s*(\d+(?:\.\d+)?)/i.exec(text);
  const offset = /offset\s*(-?\d+)/i.exec(text);
  return { ...(rim ? { rim: Number(rim[1]) } : {}), ...(offset ? { offset: Number(offset[1]) } : {}) };
}

/** What of an order its car's figures hang on. */
export type CarOfOrder = Pick<OrderFile, 'state'> & {
  vehicle: Pick<
    OrderFile['vehicle'],
    'id' | 'wheelbaseMm' | 'platform' | 'drive' | 'frontSuspension' | 'rearSuspension'
  >;
};

/** An order's car, for a command that holds its state. */
export async function carOfOrder(tx: Db, vehicleId: string, state: OrderState): Promise<CarOfOrder> {
  const row = await tx.row<
    Row<'vehicle', 'id' | 'wheelbase_mm' | 'platform' | 'drive' | 'front_suspension' | 'rear_suspension'>
  >('SELECT id, wheelbase_mm, platform, drive, front_suspension, rear_suspension FROM vehicle WHERE id = ?', [
    vehicleId,
  ]);
  return {
    state,
    vehicle: {
      id: row!.id,
      wheelbaseMm: row!.wheelbase_mm,
      platform: row!.platform,
      drive: row!.drive,
      frontSuspension: row!.front_suspension as SuspensionKind,
      rearSuspension: row!.rear_suspension as SuspensionKind,
    },
  };
}

/** What other cars of a platform were measured at, of the figures that are read in the air: better than the kind's own. */
async function sheetOfPlatform(tx: Db, { id, platform }: CarOfOrder['vehicle']): Promise<MeasureSheet> {
  if (!platform) return {};
  const rows = await tx.rows<Row<'car_measure', 'measure' | 'value'> & { vehicle_id: string }>(
    `SELECT m.measure, m.value, m.vehicle_id FROM car_measure m JOIN vehicle v ON v.id = m.vehicle_id LEFT JOIN entry e ON e.id = m.entry_id
      WHERE v.platform = ? AND v.id <> ? AND m.known = 'measured' AND m.measure IN (${TAUGHT.map(() => '?').join(', ')})
      ORDER BY m.at, e.seq LIMIT 2000`,
    [platform, id, ...TAUGHT],
  );
  // The newest of each car, then the mean of the cars.
  const byMeasure = new Map<string, Map<string, number>>();
  for (const { measure, value, vehicle_id: car } of rows) {
    const cars = byMeasure.get(measure) ?? new Map<string, number>();
    byMeasure.set(measure, cars.set(car, value));
  }
  return Object.fromEntries(
    [...byMeasure].map(([measure, cars]) => [
      measure,
      {
        value: [...cars.values()].reduce((sum, value) => sum + value, 0) / cars.size,
        known: 'platform' as const,
        cars: cars.size,
      },
    ]),
  );
}

/** The run of a front driveshaft nobody measured, on a car that is driven at all four wheels, mm. */
const FRONT_SHAFT_MM = 760;

/** The car of an order as its plan has it, or as it stands where there is none. */
export async function plannedCar(tx: Db, file: CarOfOrder): Promise<PlannerInput | null> {
  const { state, vehicle } = file;
  const baseline = baselineOf(state);
  if (!baseline) return null;
  const plan = latestPlan(state)?.data;
  return {
    setup: { front: vehicle.frontSuspension, rear: vehicle.rearSuspension },
    sheet: { ...(await sheetOfOrder(tx, file)) },
    parts: plan?.parts ?? [],
    accessories: plan?.accessories.filter((one) => !one.later) ?? [],
    baseline: baseline.mm,
    method: baseline.entry.data.method,
    targets: { front: null, rear: null },
    ...(plan && { learned: { front: plan.learned.front.ratio, rear: plan.learned.rear.ratio } }),
  };
}

/** The sheet a plan of this order starts from: what was measured, and what intake wrote down of tires and wheels. */
export async function sheetOfOrder(tx: Db, file: CarOfOrder): Promise<MeasureSheet> {
  const intake = file.state.intake!.data;
  const sheet: MeasureSheet = { wheelbase: { value: file.vehicle.wheelbaseMm, known: 'measured' } };
  const set = file.state.wheels?.data ?? null;
  const worn = baselineOf(file.state)?.entry.data.tires ?? set?.tires ?? intake.tires;
  try {
    const tire = readTireSize(worn);
    for (const end of ['front', 'rear'] as const) {
      sheet[`${end}.tireDiameter`] = { value: tire.diameter, known: 'kit' };
      sheet[`${end}.tireWidth`] = { value: tire.width, known: 'kit' };
    }
  } catch {
    // A size that does not read leaves the assumed one standing, and it says so.
  }
  const wheel = readWheel(set?.wheels || intake.wheels);
  for (const end of ['front', 'rear'] as const) {
    if (wheel.rim) sheet[`${end}.rimWidth`] = { value: wheel.rim, known: 'measured' };
    if (wheel.offset !== undefined) sheet[`${end}.offset`] = { value: wheel.offset, known: 'measured' };
  }
  if (file.vehicle.drive === 'four-wheel' && hasDriveshaft(file.vehicle.frontSuspension))
    sheet['front.shaftLen'] = { value: FRONT_SHAFT_MM, known: 'platform' };
  return {
    ...sheet,
    ...(await sheetOfPlatform(tx, file.vehicle)),
    ...(await sheetOfVehicle(tx, file.vehicle.id)),
  };
}

/** Lifts of finished jobs, of these kits or this platform: what predictions learn from. */
export async function finishedLifts(tx: Db, platform: string, kits: string[]): Promise<FinishedLift[]> {
  const rows = await tx.rows<
    Row<'finished_lift', 'kit' | 'platform' | 'end_of_car' | 'predicted' | 'measured'>
  >(
    `SELECT kit, platform, end_of_car, predicted, measured FROM finished_lift
      WHERE (platform = ? AND platform <> '')${kits.length ? ` OR kit IN (${kits.map(() => '?').join(', ')})` : ''}
      ORDER BY order_id, end_of_car LIMIT 5000`,
    [platform, ...kits],
  );
  return rows.map((row) => ({
    kit: row.kit,
    platform: row.platform,
    end: row.end_of_car,
    predicted: row.predicted,
    measured: row.measured,
  }));
}

const NEWEST_WORK =
  'order_id IN (SELECT order_id FROM (SELECT order_id FROM finished_work ORDER BY closed_at DESC LIMIT 200) newest)';

/** Finished jobs whose hours speak for this work: of the same work, of the platform, and the newest of all. */
export async function finishedWork(
  tx: Db,
  asked: { procedures: string; platform: string },
): Promise<FinishedWork[]> {
  const of = (where: string, values: string[], most: number) =>
    tx.rows<FinishedWorkRow>(
      // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
      `SELECT order_id, procedures, platform, book_minutes AS book, actual_minutes AS actual, rusty, first_time
         FROM finished_work WHERE ${where} ORDER BY closed_at DESC LIMIT ${most}`,
      values,
    );
  const rows = [
    ...(asked.procedures ? await of('procedures = ?', [asked.procedures], 200) : []),
    ...(asked.platform ? await of('platform = ?', [asked.platform], 100) : []),
    // The newest are found by their index alone, and only those are read.
    ...(await of(NEWEST_WORK, [], 200)),
  ];
  return [...new Map(rows.map((row) => [row.order_id, row])).values()].map((row) => ({
    procedures: row.procedures,
    platform: row.platform,
    book: row.book,
    actual: row.actual,
    rusty: Boolean(row.rusty),
    firstTime: Boolean(row.first_time),
  }));
}

type FinishedWorkRow = Row<
  'finished_work',
  'order_id' | 'procedures' | 'platform' | 'rusty' | 'first_time'
> & { book: Cell<'finished_work', 'book_minutes'>; actual: Cell<'finished_work', 'actual_minutes'> };
