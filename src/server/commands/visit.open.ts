import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { IntakeData, Odometer } from '@/core/ledger/entries';
import { retorqueVisit } from '@/core/follow-up/visit';
import { keepRun } from '../documents/store';
import { loadOrder } from '../entries/order';
import { carriedInto, fastenersOfCar } from '../queries/car-state';
import { command } from './command';
import { id, odometer } from './fields';
import { newOrder } from './intake.open';

interface VisitInput {
  followUpIds: string[];
  odometer: Odometer;
  place: string | null;
}

/** Opens a re-torque visit for come-backs of one car: its run clicks each of the car's fasteners they name. */
export const visitOpen = command({
  name: 'visit.open',
  who: ['advisor', 'tech'],
  input: Joi.object<VisitInput>({
    followUpIds: Joi.array().items(id()).min(1).unique().required(),
    odometer: odometer(),
    place: Joi.string().max(20).allow(null).default(null),
  }),
  async run(ctx, { followUpIds, odometer: read, place }) {
    const rows = await Promise.all(
      followUpIds.map((followUpId) =>
        ctx.tx.row<{ order_id: string; vehicle_id: string; places: string[]; closed_by: string | null }>(
          'SELECT order_id, vehicle_id, places, closed_by FROM follow_up WHERE id = ?',
          [followUpId],
        ),
      ),
    );
    const followUps = rows.map((row) => {
      if (!row) throw new Refusal('no-follow-up', 'There is no such come-back.', 'followUpIds');
      if (row.closed_by)
        throw new Refusal('closed', 'One of these come-backs is closed already.', 'followUpIds');
      return row;
    });
    const { vehicle_id: vehicleId, order_id: from } = followUps[0]!;
    if (followUps.some((row) => row.vehicle_id !== vehicleId)) {
      throw new Refusal('two-cars', 'A visit is for one car.', 'followUpIds');
    }
    const running = await ctx.tx.row<{ number: number }>(
      `SELECT number FROM work_order JOIN order_now ON order_now.order_id = work_order.id
        WHERE vehicle_id = ? AND kind = 're-torque' AND NOT closed`,
      [vehicleId],
    );
    if (running)
      throw new Refusal(
        'open-visit',
        `Visit ${running.number} is open for this car: go on there.`,
        'followUpIds',
      );
    const before = (await loadOrder(ctx.tx, from))!.state.intake!.data;
    const places = new Set(followUps.flatMap((row) => row.places));
    const fasteners = (await fastenersOfCar(ctx.tx, vehicleId)).filter((fastener) =>
      places.has(fastener.place),
    );
    const { orderId, number } = await newOrder(ctx, { vehicleId, kind: 're-torque', comesBackFrom: from });
    const { run, carried } = await carriedInto(ctx.tx, vehicleId, retorqueVisit(fasteners));
    const sources = [
      { prefix: 'visit', id: 'visit-re-torque', title: 'Re-torque visit', hash: '', ways: [] },
    ];
    const documentHash = await keepRun(ctx.tx, { ...run, sources, carried }, ctx.receivedAt);
    const intake: IntakeData = {
      ...before,
      number,
      orderKind: 're-torque',
      comesBackFrom: from,
      odometer: read,
      tires: before.newTires ?? before.tires,
      newTires: null,
      wants: 'Re-torque',
      promisedFor: null,
    };
    await ctx.append(
      orderId,
      { kind: 'intake', data: intake },
      ...(place ? [{ kind: 'place' as const, data: { place } }] : []),
      { kind: 'run.start', data: { documentHash, planVersion: null } },
    );
    return { orderId, number };
  },
});
