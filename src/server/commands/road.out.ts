import { Refusal } from '@/core/refusal';
import { judgeDevice } from '@/core/ledger/device-conflicts';
import { onTheRoad } from '@/core/ledger/order-state';
import { refuse } from '@/core/moves/move';
import { judgeStep } from '@/core/procedure/engine';
import { askAboutDial } from '../dial-question';
import { refuseAgainstOthers } from '../other-orders';
import { handle } from './handler';

export const roadOut = handle('road.out', {
  async run(ctx, { orderId, odometer: read, confirmed }) {
    const order = await ctx.runningOrder(orderId);
    const step = order.document.steps.find((candidate) => candidate.phase === 'road' && candidate.drive);
    if (!step) throw new Refusal('no-step', 'This run has no road test.', 'orderId');
    if (onTheRoad(order.state))
      throw new Refusal('out', 'It is out already: bring it back first.', 'orderId');
    const refused = judgeStep(order.document, order.run, step.id).filter((reason) => reason.code !== 'done');
    if (refused[0])
      throw new Refusal(refused[0].code, refused.map((reason) => reason.message).join(' '), 'orderId');
    refuse(judgeDevice(order.state.conflicts, ctx.deviceId, { lowers: true, opens: false }), 'orderId');
    await askAboutDial(ctx, order.vehicleId, read, confirmed);
    await refuseAgainstOthers(ctx.tx, order, 'drive');
    await ctx.append(order.id, { kind: 'road.out', data: { odometer: read } });
    return {};
  },
});
