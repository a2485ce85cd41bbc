import { Refusal } from '@/core/refusal';
import type { FollowUpKind } from '@/core/ledger/kinds/coming-back';
import type { IntakeData, OrderKind } from '@/core/ledger/kinds/arrival';
import { wheelText } from '@/core/ledger/wheel-compare';
import { nutSpecs } from '@/core/ledger/wheel-set';
import type { Fastener } from '@/core/procedure/types';
import { isBehindWheel, nutsBefore, retorqueVisit } from '@/core/follow-up/visit';
import { RULES_EDITION } from '@/core/procedure/engine';
import { keepRun } from '../documents/store';
import { loadOrder } from '../entries/order';
import { carriedInto, fastenersOfCar } from '../queries/car-state';
import { askAboutDial } from '../dial-question';
import { inDemo } from '../queries/shop';
import { refuseAgainstOthers } from '../other-orders';
import { newOrder } from './intake.open';
import { asPutOn, wheelsOnCar } from '../queries/wheel-sets';
import { setOfCar } from '../wheels-put-on';
import { takePlace } from './take-place';
import { handle } from './handler';
import type { Row } from '../tables';

type FollowUpRow = Row<'follow_up', 'order_id' | 'vehicle_id' | 'kind' | 'closed_by'> & { places: string[] };

/** What a visit is for, by what it comes back for: fasteners before heights before the rack. */
function visitKind(kinds: FollowUpKind[]): OrderKind {
  if (kinds.some((kind) => kind === 'wheel' || kind === 'chassis')) return 're-torque';
  return kinds.includes('heights') ? 'settled-heights' : 'alignment';
}

const WANTS: Partial<Record<OrderKind, string>> = {
  're-torque': 'Re-torque',
  'settled-heights': 'Settled heights',
  alignment: 'Alignment looked at',
};

export const visitOpen = handle('visit.open', {
  async run(ctx, { followUpIds, odometer: read, place, wheelSetId, confirmed }) {
    const rows = await Promise.all(
      followUpIds.map((followUpId) =>
        ctx.tx.row<FollowUpRow>(
          'SELECT order_id, vehicle_id, kind, places, closed_by FROM follow_up WHERE id = ?',
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
    if (followUps.every((row) => row.kind === 'check-in'))
      throw new Refusal('asked', 'That one is asked, not visited: write down what they say.', 'followUpIds');
    const kind = visitKind(followUps.map((row) => row.kind));
    // A visit has no chain of its own yet: two people opening one for the same car wait for each other at the car.
    await ctx.tx.row('SELECT id FROM vehicle WHERE id = ? FOR UPDATE', [vehicleId]);
    const running = await ctx.tx.row<Row<'work_order', 'number'>>(
      `SELECT number FROM work_order JOIN order_now ON order_now.order_id = work_order.id
        WHERE vehicle_id = ? AND kind = ? AND NOT closed`,
      [vehicleId, kind],
    );
    if (running)
      throw new Refusal(
        'open-visit',
        `Visit ${running.number} is open for this car: go on there.`,
        'followUpIds',
      );
    if (kind === 're-torque')
      await refuseAgainstOthers(ctx.tx, { id: '', vehicleId }, 'start', 'followUpIds');
    await askAboutDial(ctx, vehicleId, read, confirmed);
    const before = (await loadOrder(ctx.tx, from))!.state.intake!.data;
    const named = wheelSetId ? await setOfCar(ctx, vehicleId, wheelSetId, 'wheelSetId') : null;
    const worn = named ?? (await wheelsOnCar(ctx.tx, vehicleId));
    const places = new Set(followUps.flatMap((row) => row.places));
    const known = await fastenersOfCar(ctx.tx, vehicleId);
    const asked = known.filter((fastener) => places.has(fastener.place));
    // A wheel that comes off for what lies behind it has its nuts torqued anew, whether they were due or not.
    const alsoNuts = new Set(asked.filter(isBehindWheel).map(({ place }) => nutsBefore(place)));
    const fasteners = known.filter(({ place }) => places.has(place) || alsoNuts.has(place));
    const { orderId, number } = await newOrder(ctx, { vehicleId, kind, comesBackFrom: from });
    if (place) await takePlace(ctx.tx, place, orderId);
    const intake: IntakeData = {
      ...before,
      number,
      orderKind: kind,
      comesBackFrom: from,
      odometer: read,
      tires: worn?.tires ?? before.newTires ?? before.tires,
      wheels: worn ? wheelText(worn) : before.wheels,
      newTires: null,
      wants: WANTS[kind]!,
      promisedFor: null,
    };
    await ctx.append(
      orderId,
      { kind: 'intake', data: intake },
      ...(named ? [{ kind: 'wheels' as const, data: asPutOn(named) }] : []),
      ...(place ? [{ kind: 'place' as const, data: { place } }] : []),
    );
    // Nuts of other wheels than they were torqued on go by those wheels' own value.
    const specs = named ? nutSpecs(named) : new Map();
    const onWorn = (fastener: Fastener): Fastener => ({
      ...fastener,
      spec: specs.get(fastener.place) ?? fastener.spec,
    });
    // The other visits begin with a procedure somebody chooses; the car's own fasteners are this one's.
    if (kind !== 're-torque') return { orderId, number, page: 'work' };
    const { run, carried } = await carriedInto(ctx.tx, vehicleId, retorqueVisit(fasteners.map(onWorn)));
    const sources = [
      { prefix: 'visit', id: 'visit-re-torque', title: 'Re-torque visit', hash: '', ways: [] },
    ];
    const documentHash = await keepRun(ctx.tx, { ...run, sources, carried }, ctx.receivedAt);
    await ctx.append(orderId, {
      kind: 'run.start',
      data: { documentHash, planVersion: null, rules: RULES_EDITION, ...(await inDemo(ctx.tx)) },
    });
    return { orderId, number, page: 'bay' };
  },
});
