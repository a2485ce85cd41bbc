import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { isJob, latestPlan, linesMissing, openHolds, planAnswer } from '@/core/ledger/order-state';
import { mergeProcedures } from '@/core/procedure/merge';
import { takeWays } from '@/core/procedure/ways';
import { keepRun } from '../documents/store';
import { carriedInto } from '../queries/car-state';
import { procedureById } from '../procedures';
import { command } from './command';
import { id, reason } from './fields';

interface StartInput {
  orderId: string;
  procedures: { id: string; ways: string[] }[];
  /** For places where the procedures name different values: which procedure's is taken. */
  choices: Record<string, string>;
  /** Why the work starts with boxes not checked in; the lead's to say. */
  startWithout: string | null;
}

const PREFIXES: Record<string, string> = { 'strut-top-spacer': 'C', 'rear-lift-block': 'J' };

/** Starts the work: takes the ways, merges the procedures into one run and freezes it. */
export const runStart = command({
  name: 'run.start',
  who: ['lead'],
  input: Joi.object<StartInput>({
    orderId: id().required(),
    procedures: Joi.array()
      .items(Joi.object({ id: Joi.string().required(), ways: Joi.array().items(Joi.string()).default([]) }))
      .min(1)
      .unique('id')
      .required()
      .messages({ 'array.min': 'Choose at least one procedure' }),
    choices: Joi.object().pattern(Joi.string(), Joi.string()).default({}),
    startWithout: reason().allow(null, '').empty('').default(null),
  }),
  async run(ctx, { orderId, procedures, choices, startWithout }) {
    const order = await ctx.openOrder(orderId);
    if (order.state.run) throw new Refusal('running', 'The work has already been started.', 'orderId');
    if (isJob(order.state) && planAnswer(order.state)?.data.yes !== true) {
      throw new Refusal('not-agreed', 'The customer has not said yes to the plan: ask first.', 'orderId');
    }
    const hold = openHolds(order.state)[0];
    if (hold)
      throw new Refusal(
        'on-hold',
        `It is on hold: ${hold.entry.data.reason}. The car stays whole.`,
        'orderId',
      );
    const missing = linesMissing(order.state).filter((line) => line.phase !== 'align');
    if (missing.length && !startWithout) {
      throw new Refusal(
        'parts-missing',
        `Not checked in yet: ${missing.map((line) => line.name).join(', ')}. Check them in, or write why it starts without.`,
        'startWithout',
      );
    }
    const chosen = await Promise.all(
      procedures.map(async ({ id: procedureId, ways }) => {
        const found = await procedureById(procedureId);
        if (!found)
          throw new Refusal('no-procedure', `There is no procedure "${procedureId}".`, 'procedures');
        return { ...found, ways, prefix: PREFIXES[procedureId] ?? procedureId };
      }),
    );
    // Within a phase the front is worked before the rear, in whatever order they were ticked.
    chosen.sort((a, b) => Number(!a.procedure.fits.front) - Number(!b.procedure.fits.front));
    const merged = mergeProcedures(
      chosen.map(({ prefix, procedure, ways }) => ({ prefix, procedure: takeWays(procedure, ways) })),
    );
    for (const conflict of merged.conflicts) {
      const value = conflict.values.find((candidate) => candidate.prefix === choices[conflict.place]);
      if (!value)
        throw new Refusal(
          'choose-value',
          `Two values for ${conflict.name}: choose one.`,
          `choices.${conflict.place}`,
        );
      merged.fasteners.find((fastener) => fastener.place === conflict.place)!.spec = value.spec;
    }
    const { items, fasteners, steps } = merged;
    const plain = { items, fasteners, steps };
    const { run, carried } = await carriedInto(ctx.tx, order.vehicleId, plain);
    const sources = chosen.map(({ prefix, procedure, hash, ways }) => ({
      prefix,
      id: procedure.id,
      title: procedure.title,
      hash,
      ways,
    }));
    const documentHash = await keepRun(ctx.tx, { ...run, sources, carried }, ctx.receivedAt);
    const planVersion = latestPlan(order.state)?.data.version ?? null;
    await ctx.append(
      order.id,
      { kind: 'run.start', data: { documentHash, planVersion } },
      ...(missing.length
        ? [
            {
              kind: 'override' as const,
              data: {
                rule: 'later-part' as const,
                ref: missing.map((line) => line.lineId).join(' '),
                leadId: ctx.person.id,
                reason: startWithout!,
              },
            },
          ]
        : []),
    );
    return { steps: steps.length };
  },
});
