import { Refusal } from '@/core/refusal';
import { foldOrder } from '@/contracts/fold';
import { isExtra } from '@/core/ledger/extras';
import { assembleRun } from '@/core/procedure/assemble';
import { conflictChoices } from '@/core/procedure/change';
import { isEntryWork } from '@/core/procedure/engine';
import { withSteps } from '@/core/procedure/redo';
import { anatomies } from '../anatomies';
import { keepRun, readProcedure } from '../documents/store';
import { demoValues, keptValuesOf } from '../queries/kept-values';
import { byPin } from './by-pin';
import { handle } from './handler';

export const runWay = handle('run.way', {
  before: byPin('leadId'),
  async run(ctx, { orderId, procedureId, ways, reason: why }) {
    const order = await ctx.runningOrder(orderId);
    const { document, run, state } = order;
    const source = document.sources.find((one) => one.id === procedureId);
    if (!source) throw new Refusal('no-procedure', 'This job does not run that procedure.', 'procedureId');
    const madeUp = await demoValues(ctx.tx);
    const chosen = await Promise.all(
      document.sources.map(async (one) => {
        const procedure = await readProcedure(ctx.tx, one.hash);
        if (!procedure)
          throw new Refusal('not-kept', `“${one.title}” was not kept with this job.`, 'procedureId');
        return {
          procedure,
          hash: one.hash,
          prefix: one.prefix,
          values: madeUp.get(one.id),
          ways: one.id === procedureId ? ways : one.ways,
        };
      }),
    );
    const kept = await keptValuesOf(ctx.tx, order.vehicleId, order.state);
    // Proved on the figures it began with: what was measured since is another job’s.
    const began = new Map((document.anatomies ?? []).map((one) => [one.id, one]));
    const hung = (await anatomies()).map((one) => began.get(one.id) ?? one);
    const next = assembleRun(chosen, conflictChoices(chosen, document, kept), kept, hung);
    // What is named as it began with stays what it is by.
    const beganBy = new Map(document.fasteners.map((fastener) => [fastener.place, fastener.spec]));
    next.fasteners = next.fasteners.map((fastener) => ({
      ...fastener,
      spec: beganBy.has(fastener.place) ? beganBy.get(fastener.place)! : fastener.spec,
    }));
    // Steps added on the way, and what the car brought along, stay in the run.
    const known = new Set(next.steps.map((step) => step.id));
    const isAdded = (id: string) => id.startsWith('added/') || isExtra({ id });
    const isKept = (id: string) => isAdded(id) || isEntryWork(id);
    const added = document.steps.filter((step) => isAdded(step.id));
    const carriedThings = <T extends { id: string }>(things: T[], have: T[]) => [
      ...have,
      ...things.filter(
        (thing) => thing.id.startsWith('car/') && !have.some(({ id: one }) => one === thing.id),
      ),
    ];
    const changed = {
      ...withSteps(next, added),
      items: carriedThings(document.items, next.items),
      fasteners: carriedThings(document.fasteners, next.fasteners),
      carried: document.carried,
      beside: document.beside,
      planned: document.planned,
    };
    const lost = [...run.done.keys()].filter((stepId) => !known.has(stepId) && !isKept(stepId));
    if (lost.length) {
      const done = document.steps.find((step) => step.id === lost[0]);
      throw new Refusal(
        'done-already',
        `“${done?.do ?? lost[0]}” is done and that way has no such step: take it back first, or stay.`,
        'ways',
      );
    }
    const open = [...run.car.open].filter(
      (itemId) => !isEntryWork(itemId) && !changed.items.some((item) => item.id === itemId),
    );
    const loose = [...run.car.loose.keys()].filter(
      (fastenerId) =>
        !isEntryWork(fastenerId) && !changed.fasteners.some((fastener) => fastener.id === fastenerId),
    );
    if (open.length || loose.length)
      throw new Refusal('open', 'Something open or loose on the car has no place in that way.', 'ways');
    const before = state.alarms.length;
    if (foldOrder(order.entries, changed).alarms.length > before)
      throw new Refusal('unsafe', 'By that way something already done would have been unsafe.', 'ways');
    const lead = ctx.lead();
    const documentHash = await keepRun(ctx.tx, changed, ctx.receivedAt);
    const titles = chosen
      .find(({ procedure }) => procedure.id === procedureId)!
      .procedure.ways.filter((way) => ways.includes(way.id))
      .map((way) => way.title);
    await ctx.append(order.id, {
      kind: 'run.change',
      data: {
        documentHash,
        why: 'way',
        words: `${source.title}: ${titles.join(', ') || 'as the procedure stands'}. ${lead.name}: ${why}`,
      },
    });
    return { steps: changed.steps.length };
  },
});
