import 'server-only';
import type { OpenHours, WorkCalendar } from '@/core/schedule/calendar';
import { addDays, morningOf, toAxis, weekdayOf, workCalendar } from '@/core/schedule/calendar';
import type { Pin, WeekPhase, WeekPlace } from '@/core/schedule/types';
import { type Alone, type AskedOf, skillsMissing } from '@/core/practice/alone';
import { shopDay } from '@/core/units/shop-time';
import type { Db } from '../database';
import { dayText } from '../day-column';
import { readShop } from '../queries/shop';
import { whoMayAlone } from '../queries/skills';
import type { Row } from '../tables';
import { comeBackJobId } from './job-id';
import { type OrderRow, jobOf, phaseOf, skillOf } from './order-job';
import { readWaits } from './waits';
import type { WeekFile } from './week-file';

const DAYS = 10;
const COME_BACK_MINUTES = 40;
const COME_BACK_SPREAD = 0.2;
const FAR_DAYS = 240;

const openOrders = (tx: Db) =>
  tx.rows<OrderRow>(
    `SELECT week_need.order_id, need, work_order.number, work_order.kind, comes_back_from, place, label, platform, contact.name, contact.phone,
            (SELECT person_id FROM clock_now WHERE clock_now.order_id = week_need.order_id
              ORDER BY from_at DESC LIMIT 1) AS worker
       FROM week_need
       JOIN work_order ON work_order.id = week_need.order_id
       JOIN order_now ON order_now.order_id = week_need.order_id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
       JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id
      ORDER BY work_order.number`,
  );

type DueRow = Row<'follow_up', 'vehicle_id'> &
  Row<'vehicle', 'label'> &
  Row<'customer_contact', 'name'> & { due_on: Date; latest_on: Date | null };

/** Come-backs due in the days planned whose car has no visit open: they will want a place and somebody. */
const comingBack = (tx: Db, until: string) =>
  tx.rows<DueRow>(
    `SELECT follow_up.vehicle_id, label, contact.name, MIN(due_on) AS due_on, MIN(latest_on) AS latest_on
       FROM follow_up
       JOIN vehicle ON vehicle.id = follow_up.vehicle_id
       JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id
      WHERE closed_by IS NULL AND due_on <= ? AND follow_up.kind <> 'check-in'
        AND NOT EXISTS (SELECT 1 FROM work_order JOIN week_need ON week_need.order_id = work_order.id
                         WHERE work_order.vehicle_id = follow_up.vehicle_id)
      GROUP BY follow_up.vehicle_id, label, contact.name
      ORDER BY due_on LIMIT 60`,
    [until],
  );

function placesOf(
  rows: { id: string; name: string; kind: WeekPlace['kind'] }[],
  rackDays: number[],
  calendar: WorkCalendar,
): WeekPlace[] {
  const shut = calendar.days.flatMap((day, index) =>
    index < FAR_DAYS && !rackDays.includes(weekdayOf(day)) ? [index] : [],
  );
  const places = rows.map((row) => ({ ...row, closed: row.kind === 'rack' ? shut : [] }));
  // A shop without a rack of its own drives to a partner's.
  if (places.some((place) => place.kind === 'rack')) return places;
  return [...places, { id: 'rack', name: 'Rack, partner', kind: 'rack', closed: shut }];
}

const plainPhase = (id: string, name: string, minutes: number, more: Partial<WeekPhase>): WeekPhase =>
  phaseOf(
    {
      id: 'visit',
      name,
      book: minutes,
      needs: 'bay',
      helperMinutes: 0,
      asks: [],
      nextDay: false,
      waits: null,
    },
    { id, ...more },
  );

/** The axis from this moment on: today as far as it is still open, then the open days after it. */
function calendarFrom(
  hours: OpenHours,
  timeZone: string,
  now: Date,
): { calendar: WorkCalendar; gone: number } {
  const calendar = workCalendar(hours, timeZone, shopDay(now, timeZone));
  const gone = toAxis(calendar, now);
  return { calendar, gone };
}

/** Every phase of the week that asks for something, with what somebody has to have to do it alone. */
function asksOfWeek(orders: readonly OrderRow[]): Map<string, AskedOf[]> {
  const asks = orders.flatMap(({ need }) => need.phases.map((phase) => phase.asks ?? []));
  return new Map(asks.flatMap((one) => (one.length ? [[skillOf(one)!, one] as const] : [])));
}

/** What somebody can do alone, of what the week asks; what nobody of the crew can is nobody's alone, and so anybody's. */
function canDo(asks: ReadonlyMap<string, AskedOf[]>, crew: readonly string[], alone: Alone) {
  const able = (personId: string, one: AskedOf[]) =>
    one.every((asked) => skillsMissing(asked, alone, personId).length === 0);
  return (personId: string): string[] =>
    [...asks].flatMap(([name, one]) =>
      able(personId, one) || !crew.some((other) => able(other, one)) ? [name] : [],
    );
}

/** Reads the whole week as one problem for the planner. */
export async function readWeek(tx: Db, now: Date): Promise<WeekFile> {
  const shop = await readShop(tx);
  const { calendar, gone } = calendarFrom(shop.hours, shop.timeZone, now);
  const today = shopDay(now, shop.timeZone);
  const [orders, people, places, pins, waits, away, rush, slots] = await Promise.all([
    openOrders(tx),
    tx.rows<Row<'person', 'id' | 'name'> & { roles: string[] }>(
      'SELECT id, name, roles FROM person WHERE active ORDER BY name',
    ),
    tx.rows<Row<'shop_place', 'id' | 'name' | 'kind'>>(
      'SELECT id, name, kind FROM shop_place WHERE active ORDER BY position',
    ),
    tx.rows<Row<'week_pin', 'job_id' | 'phase_id' | 'person_id' | 'place_id' | 'starts_at'>>(
      'SELECT job_id, phase_id, person_id, place_id, starts_at FROM week_pin',
    ),
    tx.rows<Row<'week_wait', 'job_id' | 'until_day' | 'words' | 'sure'>>(
      'SELECT job_id, until_day, words, sure FROM week_wait WHERE until_day >= ?',
      [today],
    ),
    tx.rows<Row<'week_away', 'person_id' | 'day'>>('SELECT person_id, day FROM week_away WHERE day >= ?', [
      today,
    ]),
    tx.rows<Row<'week_rush', 'id' | 'label' | 'minutes' | 'needs_lift' | 'promised_for'>>(
      'SELECT id, label, minutes, needs_lift, promised_for FROM week_rush WHERE NOT closed',
    ),
    tx.rows<
      Row<
        'week_slot',
        'job_id' | 'phase_id' | 'person_id' | 'helper_id' | 'place_id' | 'starts_at' | 'ends_at'
      >
    >(
      'SELECT job_id, phase_id, person_id, helper_id, place_id, starts_at, ends_at FROM week_slot ORDER BY starts_at',
    ),
  ]);
  const [due, alone, past] = await Promise.all([
    comingBack(tx, addDays(today, 14)),
    whoMayAlone(tx, now),
    readWaits(tx, shop.timeZone),
  ]);
  const waitOf = new Map(waits.map((row) => [row.job_id, row]));
  const crew = people.filter((person) => person.roles.some((role) => role !== 'advisor'));
  const skillsOf = canDo(
    asksOfWeek(orders),
    crew.map(({ id }) => id),
    alone,
  );
  const techs = crew.map((person) => ({
    id: person.id,
    name: person.name,
    skills: skillsOf(person.id),
    away: away
      .filter((row) => row.person_id === person.id)
      .map((row) => calendar.days.indexOf(dayText(row.day)))
      .filter((day) => day >= 0),
  }));
  const file: WeekFile = {
    calendar,
    jobs: {},
    waits: Object.fromEntries(
      waits.map(({ job_id: jobId, until_day: day, words, sure }) => [
        jobId,
        { untilDay: dayText(day), words, sure },
      ]),
    ),
    agreed: slots.map((row) => ({
      jobId: row.job_id,
      phaseId: row.phase_id,
      techId: row.person_id,
      helperId: row.helper_id,
      placeId: row.place_id,
      start: toAxis(calendar, row.starts_at),
      end: toAxis(calendar, row.ends_at),
    })),
    problem: {
      dayMinutes: calendar.dayMinutes,
      days: DAYS,
      techs,
      places: placesOf(places, shop.rackDays, calendar),
      jobs: [],
      pins: pins.map((row): Pin => ({
        jobId: row.job_id,
        phaseId: row.phase_id,
        techId: row.person_id,
        placeId: row.place_id,
        start: row.starts_at ? toAxis(calendar, row.starts_at) : null,
      })),
    },
  };
  const promise = (instant: string | null) => (instant ? toAxis(calendar, instant) : null);
  for (const order of orders) {
    const job = await jobOf(tx, order, { calendar, today, now: gone, past }, waitOf.get(order.order_id));
    const { wishedFor, cost } = order.need;
    file.problem.jobs.push({
      ...job.job,
      promise: promise(order.need.promisedFor),
      wish: wishedFor ? morningOf(calendar, addDays(wishedFor, 1)) : null,
      ...(cost && { cost }),
    });
    file.jobs[order.order_id] = job.facts;
  }
  for (const row of due) {
    const id = comeBackJobId(row.vehicle_id);
    const from = Math.max(gone, morningOf(calendar, dayText(row.due_on)) - calendar.dayMinutes);
    file.problem.jobs.push({
      id,
      label: row.label,
      promise: Math.max(
        from + calendar.dayMinutes,
        morningOf(calendar, addDays(dayText(row.latest_on ?? row.due_on), 1)),
      ),
      sdLog: COME_BACK_SPREAD,
      // It fits into the gaps: another day is as good as long as its own is not over.
      cost: 'little',
      phases: [plainPhase('visit', 'Come-back', COME_BACK_MINUTES, { notBefore: from, waitsFor: 'its day' })],
    });
    file.jobs[id] = {
      orderId: null,
      number: null,
      car: row.label,
      customer: row.name,
      phone: null,
      promisedFor: null,
      wishedFor: null,
      kind: 'come-back',
      hours: 'a come-back due now',
    };
  }
  for (const row of rush) {
    file.problem.jobs.push({
      id: row.id,
      label: row.label,
      promise: toAxis(calendar, row.promised_for),
      sdLog: 0.3,
      phases: [
        plainPhase('bay', 'The work', row.minutes, {
          needs: row.needs_lift ? 'lift' : 'bay',
          notBefore: gone,
        }),
      ],
    });
    file.jobs[row.id] = {
      orderId: null,
      number: null,
      car: row.label,
      customer: '',
      phone: null,
      promisedFor: row.promised_for.toISOString(),
      wishedFor: null,
      kind: 'rush',
      hours: 'as typed',
    };
  }
  return file;
}
