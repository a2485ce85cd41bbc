import { heightShown, judgeTrialHeight, onTrial, saidTo, trialWork } from '@/core/ledger/trial';
import { placedName } from '@/core/procedure/engine';
import { judgeDevice } from '@/core/ledger/device-conflicts';
import { refuse, refuseOnTheRoad } from '@/core/moves/move';
import { Refusal } from '@/core/refusal';
import { mustHavePhoto } from '../photos/must-have';
import { assertAnswerChannel } from './answer-channel';
import { handle } from './handler';
import { lengthIn } from './length-in';

export const trialBegin = handle('trial.begin', {
  async run(ctx, { orderId, ...given }) {
    const order = await ctx.runningOrder(orderId);
    refuseOnTheRoad(order.state, 'kind');
    refuse(judgeDevice(order.state.conflicts, ctx.deviceId, { lowers: false, opens: true }), 'kind');
    if (given.kind === 'something else on trial' && !given.what)
      throw new Refusal('say-what', 'Say what is on trial.', 'what');
    const data = { trialId: ctx.commandId, ...given, ...trialWork(given, ctx.commandId) };
    await ctx.append(order.id, { kind: 'trial.begin', data });
    return { trialId: ctx.commandId };
  },
});

export const trialHeight = handle('trial.height', {
  async run(ctx, { orderId, which, front, rear, unit, missing, photoId }) {
    const { id, state } = await ctx.runningOrder(orderId);
    const at = (text: string, field: string) => ({
      text: `${text} ${unit}`,
      mm: lengthIn(text, unit, field),
    });
    const heights = {
      ...(front ? { front: at(front, 'front') } : {}),
      ...(rear ? { rear: at(rear, 'rear') } : {}),
    };
    if (!front && !rear) throw new Refusal('no-height', 'Enter the height of one end at least.', 'front');
    judgeTrialHeight(state, { which, heights });
    if (!photoId)
      throw new Refusal('no-photo', 'The owner says yes to what is seen: take a picture of it.', 'photoId');
    await mustHavePhoto(ctx.tx, photoId);
    const hardware = onTrial(state).map(({ item }) => placedName(item));
    await ctx.append(id, { kind: 'trial.height', data: { which, heights, missing, photoId, hardware } });
    return { heightId: ctx.commandId };
  },
});

export const trialAnswer = handle('trial.answer', {
  async run(ctx, { orderId, ...data }) {
    assertAnswerChannel(ctx, data.how);
    const { id, state } = await ctx.openOrder(orderId);
    const height = state.trials.heights.find((one) => one.id === data.heightId);
    if (!height) throw new Refusal('no-height', 'There is no such height on trial.', 'heightId');
    if (heightShown(state, height.data.which)?.id !== height.id)
      throw new Refusal('other-height', 'It was measured anew since: look at it again.', 'heightId');
    if (saidTo(state, height)?.data.yes === data.yes)
      throw new Refusal('said', 'That is down already.', 'heightId');
    await ctx.append(id, { kind: 'trial.answer', data });
    return {};
  },
});
