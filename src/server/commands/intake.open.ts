import { randomBytes, randomUUID } from 'node:crypto';
import { type Doubt, askAbout, promiseDoubt, wheelbaseDoubt } from '@/core/doubts';
import { shopMoment } from '@/core/units/shop-time';
import { Refusal } from '@/core/refusal';
import type { OrderKind } from '@/core/ledger/kinds/arrival';
import { wheelText } from '@/core/ledger/wheel-compare';
import type { CommandContext } from './context';
import { ORDER_OPENED, contactHash } from '../entries/verify-shop';
import { doubtAboutDial } from '../dial-question';
import { readShop } from '../queries/shop';
import { nextOrderNumber } from '../order-number';
import { LETTERS_OF_PLATE, doubtAboutPlate, lettersOf } from '../known-plate';
import { doubtAboutTarget, lengthIn } from './length-in';
import { asPutOn } from '../queries/wheel-sets';
import { setOfCar } from '../wheels-put-on';
import { takePlace } from './take-place';
import { checkTire } from '../wheel-checks';
import { handle } from './handler';
import type { InputOf } from '@/contracts/commands';
import type { Row } from '../tables';

/** Uses the customer named by id, or keeps a new one with its contact data apart. */
export async function customerFor(
  ctx: CommandContext,
  given: InputOf<'intake.open'>['customer'],
): Promise<string> {
  if ('id' in given) {
    const known = await ctx.tx.row('SELECT id FROM customer WHERE id = ?', [given.id]);
    if (!known) throw new Refusal('no-customer', 'There is no such customer.', 'customer.id');
    return given.id;
  }
  const customerId = randomUUID();
  await ctx.tx.run('INSERT INTO customer (id, created_at) VALUES (?, ?)', [customerId, ctx.receivedAt]);
  const salt = randomBytes(16).toString('hex');
  await ctx.tx.run(
    'INSERT INTO customer_contact (customer_id, name, phone, email, salt) VALUES (?, ?, ?, ?, ?)',
    [customerId, given.name, given.phone, given.email, salt],
  );
  await ctx.appendShop('customer', customerId, { contactHash: contactHash(salt, given) });
  return customerId;
}

export async function vehicleFor(
  ctx: CommandContext,
  given: InputOf<'intake.open'>['vehicle'],
  customerId: string,
): Promise<string> {
  if ('id' in given) {
    const known = await ctx.tx.row('SELECT id FROM vehicle WHERE id = ? AND customer_id = ?', [
      given.id,
      customerId,
    ]);
    if (!known) throw new Refusal('no-vehicle', 'This customer has no such vehicle.', 'vehicle.id');
    return given.id;
  }
  const vehicleId = randomUUID();
  const wheelbase = lengthIn(given.wheelbase, 'mm', 'vehicle.wheelbase');
  if (wheelbase < 800)
    throw new Refusal(
      'bad-value',
      'A wheelbase this short is no vehicle: check the unit.',
      'vehicle.wheelbase',
    );
  const plate = given.plate.toUpperCase();
  await ctx.tx.run(
    `INSERT INTO vehicle (id, customer_id, label, body, plate, plate_reversed, vin, drive, front_suspension,
       rear_suspension, wheelbase_mm, distance_unit, platform, later, created_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      vehicleId,
      customerId,
      given.label,
      given.body,
      plate,
      [...plate].reverse().join(''),
      given.vin,
      given.drive,
      given.frontSuspension,
      given.rearSuspension,
      wheelbase,
      given.distanceUnit,
      given.platform,
      given.later,
      ctx.receivedAt,
    ],
  );
  await ctx.appendShop('vehicle', vehicleId, {
    body: given.body,
    drive: given.drive,
    frontSuspension: given.frontSuspension,
    rearSuspension: given.rearSuspension,
    wheelbaseMm: wheelbase,
  });
  return vehicleId;
}

/** Makes the row of a new work order under the next number. */
export async function newOrder(
  ctx: CommandContext,
  order: { vehicleId: string; kind: OrderKind; comesBackFrom: string | null },
): Promise<{ orderId: string; number: number }> {
  const number = await nextOrderNumber(ctx.tx);
  const orderId = randomUUID();
  await ctx.tx.run(
    'INSERT INTO work_order (id, number, vehicle_id, kind, comes_back_from, created_at) VALUES (?, ?, ?, ?, ?, ?)',
    [orderId, number, order.vehicleId, order.kind, order.comesBackFrom, ctx.receivedAt],
  );
  await ctx.tx.run('UPDATE vehicle SET seen_at = ? WHERE id = ?', [ctx.receivedAt, order.vehicleId]);
  await ctx.appendShop(ORDER_OPENED, orderId, { number, kind: order.kind });
  return { orderId, number };
}

/** The car's last finished order: what a visit comes back from. */
async function lastOrderOf(ctx: CommandContext, vehicleId: string): Promise<string | null> {
  const row = await ctx.tx.row<Row<'work_order', 'id'>>(
    `SELECT work_order.id FROM work_order JOIN order_now ON order_now.order_id = work_order.id
      WHERE vehicle_id = ? AND closed ORDER BY number DESC LIMIT 1`,
    [vehicleId],
  );
  return row?.id ?? null;
}

/** An open order of the car, known by its id or its plate, is gone on with or waited for; another beside it is said to be one. */
async function refuseBesideOpenOrder(
  ctx: CommandContext,
  given: InputOf<'intake.open'>['vehicle'],
): Promise<void> {
  const [field, vehicleId, plate] =
    'id' in given ? ['vehicle.id', given.id, ''] : ['vehicle.plate', '', lettersOf(given.plate)];
  const open = await ctx.tx.row<Row<'work_order', 'number'> & Row<'order_now', 'next_text'>>(
    `SELECT number, next_text FROM work_order JOIN order_now ON order_now.order_id = work_order.id
       JOIN vehicle ON vehicle.id = vehicle_id
      WHERE (vehicle.id = ? OR (? <> '' AND ${LETTERS_OF_PLATE} = ?)) AND NOT closed ORDER BY number DESC LIMIT 1`,
    [vehicleId!, plate!, plate!],
  );
  if (open)
    throw new Refusal(
      'open-order',
      `Order ${open.number} of this car is open, next: ${open.next_text}. Go on there, wait until it is closed, or tick that this one is taken in beside it.`,
      field!,
    );
}

export const intakeOpen = handle('intake.open', {
  async run(ctx, input) {
    checkTire(input.tires, 'tires');
    if (input.newTires) checkTire(input.newTires, 'newTires');
    const doubts: (Doubt | null)[] = [];
    for (const end of ['front', 'rear'] as const) {
      doubts.push(doubtAboutTarget(input.targets, end));
    }
    if (!('id' in input.vehicle))
      doubts.push(
        wheelbaseDoubt(lengthIn(input.vehicle.wheelbase, 'mm', 'vehicle.wheelbase'), 'vehicle.wheelbase'),
      );
    const { timeZone } = await readShop(ctx.tx);
    doubts.push(
      promiseDoubt(
        input.promisedFor,
        ctx.at,
        input.promisedFor ? shopMoment(input.promisedFor, timeZone) : '',
      ),
    );
    const customerId = await customerFor(ctx, input.customer);
    const vehicleId = await vehicleFor(ctx, input.vehicle, customerId);
    const comesBackFrom = input.orderKind === 'job' ? null : await lastOrderOf(ctx, vehicleId);
    if (input.orderKind === 'next-stage' && !comesBackFrom)
      throw new Refusal(
        'first-stage',
        'No finished job of this car is on record: take it in as a job.',
        'orderKind',
      );
    if (!input.beside) await refuseBesideOpenOrder(ctx, input.vehicle);
    doubts.push(
      await doubtAboutDial(ctx, vehicleId, input.odometer),
      'id' in input.vehicle || input.beside
        ? null
        : await doubtAboutPlate(ctx.tx, input.vehicle.plate, vehicleId, 'vehicle.plate'),
    );
    askAbout(doubts, input.confirmed);
    const { orderId, number } = await newOrder(ctx, { vehicleId, kind: input.orderKind, comesBackFrom });
    if (input.place) await takePlace(ctx.tx, input.place, orderId);
    const set = input.wheelSetId ? await setOfCar(ctx, vehicleId, input.wheelSetId, 'wheelSetId') : null;
    const { newTires, carries, wants, targets, promisedFor, pacePerDay } = input;
    await ctx.append(
      orderId,
      {
        kind: 'intake',
        data: {
          number,
          orderKind: input.orderKind,
          comesBackFrom,
          vehicleId,
          customerId,
          odometer: input.odometer,
          tires: set?.tires ?? input.tires,
          wheels: set ? wheelText(set) : input.wheels,
          newTires,
          carries,
          wants,
          targets,
          promisedFor,
          pacePerDay,
        },
      },
      ...(set ? [{ kind: 'wheels' as const, data: asPutOn(set) }] : []),
      // An unticked box is no answer: nothing is written of it.
      ...(input.agreed
        ? [
            {
              kind: 'agreement' as const,
              data: {
                what: 'targets' as const,
                planVersion: null,
                yes: true,
                how: 'in the shop' as const,
                witness: null,
              },
            },
          ]
        : []),
      ...(input.place ? [{ kind: 'place' as const, data: { place: input.place } }] : []),
    );
    return { orderId, number };
  },
});
