import { Refusal } from '@/core/refusal';
import { isJob, latestPlan, openHolds, planAnswer } from '@/core/ledger/order-state';
import { mismatchReason } from '@/core/ledger/compared';
import { extrasToStart } from '@/core/ledger/extras';
import { besideRun } from '@/core/procedure/openables';
import { assembleRun } from '@/core/procedure/assemble';
import { withSteps } from '@/core/procedure/redo';
import { RULES_EDITION } from '@/core/procedure/engine';
import { anatomiesFor } from '../anatomies';
import { platformOf } from '../queries/platform';
import { procedures } from '../procedures';
import { keepProcedure, keepRun } from '../documents/store';
import { carriedInto } from '../queries/car-state';
import { keptValuesOf } from '../queries/kept-values';
import { inDemo } from '../queries/shop';
import { chosenProcedures, pullListFor } from '../queries/pull-list';
import { refuseAgainstOthers } from '../other-orders';
import { plannedOfOrder } from '../planned-figures';
import { byPin } from './by-pin';
import { handle } from './handler';

export const runStart = handle('run.start', {
  before: byPin('leadId'),
  async run(ctx, { orderId, procedures: named, choices, leadId, pin: typed, startWithout }) {
    const order = await ctx.openOrder(orderId);
    if (order.state.run) throw new Refusal('running', 'The work has already been started.', 'orderId');
    if (isJob(order.state) && planAnswer(order.state)?.data.yes !== true) {
      throw new Refusal('not-agreed', 'The customer has not said yes to the plan: ask first.', 'orderId');
    }
    await refuseAgainstOthers(ctx.tx, order, 'start');
    const hold = openHolds(order.state)[0];
    if (hold)
      throw new Refusal(
        'on-hold',
        `It is on hold: ${hold.entry.data.reason}. The car stays whole.`,
        'orderId',
      );
    const chosen = await chosenProcedures(ctx.tx, named);
    const kept = await keptValuesOf(ctx.tx, order.vehicleId, order.state);
    const { sources, ...plain } = assembleRun(
      chosen,
      choices,
      kept,
      await anatomiesFor(ctx.tx, await platformOf(ctx.tx, order.vehicleId)),
    );
    const { run, carried } = await carriedInto(
      ctx.tx,
      order.vehicleId,
      withSteps(plain, extrasToStart(order.state)),
    );
    const beside = besideRun(
      run,
      (await procedures(ctx.tx)).map(({ procedure }) => procedure),
      kept,
    );
    const { holes: all } = await pullListFor(
      ctx.tx,
      { ...run, sources, carried },
      order.state,
      ctx.receivedAt,
    );
    const holes = all.filter((hole) => !hole.later);
    const hard = holes.filter((hole) => hole.hard);
    const mismatch = mismatchReason(order.state);
    if (mismatch) throw new Refusal('mismatch', mismatch, 'orderId');
    if (hard.length)
      throw new Refusal(
        'part-first',
        `${hard.map((hole) => hole.text).join(' ')} The take-down needs it: the car stays whole.`,
        'orderId',
      );
    if (holes.length && !startWithout)
      throw new Refusal(
        'holes',
        `${holes.map((hole) => hole.text).join(' ')} It starts like this only with the lead’s yes and a reason.`,
        'startWithout',
      );
    if (holes.length && !(leadId && typed))
      throw new Refusal('lead', 'The lead says yes to this, with the PIN.', 'leadId');
    const lead = holes.length ? ctx.lead() : null;
    for (const { procedure } of chosen) await keepProcedure(ctx.tx, procedure, ctx.receivedAt);
    const planned = await plannedOfOrder(ctx.tx, order);
    const documentHash = await keepRun(
      ctx.tx,
      { ...run, sources, carried, beside, ...(planned ? { planned } : {}) },
      ctx.receivedAt,
    );
    const planVersion = latestPlan(order.state)?.data.version ?? null;
    await ctx.append(order.id, {
      kind: 'run.start',
      data: { documentHash, planVersion, rules: RULES_EDITION, ...(await inDemo(ctx.tx)) },
    });
    if (lead) {
      await ctx.append(order.id, {
        kind: 'override',
        data: {
          rule: 'start',
          ref: holes
            .map((hole) => hole.text)
            .join(' ')
            .slice(0, 300),
          leadId: lead.id,
          reason: startWithout!,
        },
      });
    }
    return { steps: run.steps.length };
  },
});
