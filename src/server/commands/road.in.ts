import { Refusal } from '@/core/refusal';
import { onTheRoad } from '@/core/ledger/order-state';
import { bothOnWheels } from '@/core/procedure/car';
import { askAboutDial } from '../dial-question';
import { wheelSets } from '../queries/wheel-sets';
import { checkDial } from '../wheel-checks';
import { keepSet } from '../wheels-put-on';
import { handle } from './handler';

export const roadIn = handle('road.in', {
  async run(ctx, { orderId, odometer: read, checks, note, noises, rubs, dial, confirmed }) {
    const order = await ctx.runningOrder(orderId);
    const out = order.state.roadOut;
    if (!out || !onTheRoad(order.state))
      throw new Refusal('not-out', 'It has not been taken out: enter the odometer out first.', 'orderId');
    if (!bothOnWheels(order.run.car.support))
      throw new Refusal(
        'support',
        'It stands in the air by this record: a car does not come back from the road like that. Put the record right first.',
        'orderId',
      );
    const before = out.data.odometer;
    if ('value' in before && 'value' in read && before.unit === read.unit && read.value < before.value) {
      throw new Refusal(
        'backwards',
        `It read ${before.value} going out: it cannot come back with less.`,
        'odometer.value',
      );
    }
    await askAboutDial(ctx, order.vehicleId, read, confirmed);
    checks.forEach((check, index) => {
      if (check.result === 'fault' && !check.note) {
        throw new Refusal('note', 'Say what was wrong.', `checks[${index}].note`);
      }
    });
    checkDial(dial);
    const touching = rubs.findIndex((rub) => rub.gapMm === 0);
    if (touching >= 0 && !checks.some((check) => check.result === 'fault'))
      throw new Refusal(
        'rub',
        'A tire that touches is a fault: say so at the check it rubbed in.',
        `rubs[${touching}].gapMm`,
      );
    const step = order.document.steps.find((candidate) => candidate.phase === 'road' && candidate.drive)!;
    await ctx.append(
      order.id,
      { kind: 'road.in', data: { odometer: read, checks, note, noises, rubs, dial } },
      ...(order.run.done.has(step.id)
        ? []
        : [{ kind: 'step.done' as const, data: { stepId: step.id, measured: null, note: null } }]),
    );
    const wheels = order.state.wheels?.data;
    if (dial && wheels) {
      const set = (await wheelSets(ctx.tx, order.vehicleId)).find((one) => one.id === wheels.setId);
      if (set)
        await keepSet(ctx, order.vehicleId, {
          ...set,
          dialFactor: dial.truth / dial.shown,
          dialFrom: 'driven',
        });
    }
    return { faults: checks.filter((check) => check.result === 'fault').length };
  },
});
