import { targetsOf } from '@/core/stance/targets';
import { Refusal } from '@/core/refusal';
import { type OrderState, baselineOf } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import { type PlannerInput, standCar } from '@/core/planner/car-stand';
import { judgeCar, unansweredMusts } from '@/core/planner/judge';
import { learnFor, ratiosOf } from '@/core/planner/learning';
import { type MeasureSheet, type OneEnd, measuresOf } from '@/core/planner/measures';
import { mayReplace, partKind } from '@/core/planner/part-kinds';
import { type PlanPart, fitsAxle, partsAt } from '@/core/planner/plan-part';
import { freezePlan } from '@/core/planner/plan-of';
import type { Db } from '../database';
import { canonicalJson, sha256 } from '../entries/canonical';
import { Kept, frozen } from '../entries/kept';
import { loadOrder } from '../entries/order';
import { readOrderFile } from '../queries/order';
import type { Kit } from '../queries/catalog';
import { finishedLifts, sheetOfOrder } from '../queries/planning';
import { handle } from './handler';
import type { InputOf } from '@/contracts/commands';
import type { Row } from '../tables';

/** Settings must be the kind's own, and the part must go on this car. */
function checkParts(parts: PlanPart[], setup: PlannerInput['setup']): void {
  for (const [index, { kind, end, set, name }] of parts.entries()) {
    const ends: OneEnd[] = end === 'both' ? ['front', 'rear'] : [end];
    if (!ends.every((one) => fitsAxle(kind, setup[one], one)))
      throw new Refusal('no-fit', `${name} does not go on this car’s ${end} axle.`, `parts[${index}].kind`);
    if (set.was !== undefined && (!mayReplace(kind) || set.was < 0 || set.was > 200))
      throw new Refusal(
        'setting',
        `${name}: what it replaces is no part like it.`,
        `parts[${index}].set.was`,
      );
    for (const { id: settingId, label, min, max } of partKind(kind).settings) {
      const value = set[settingId];
      if (value === undefined || value < min || value > max)
        throw new Refusal(
          'setting',
          `${name}: ${label.toLowerCase()} lies between ${min} and ${max}.`,
          `parts[${index}].set.${settingId}`,
        );
    }
  }
}

/** A part of a kit goes only on a car its kit is made for, by the axle it goes on. */
async function checkKits(tx: Db, parts: PlanPart[], setup: PlannerInput['setup']): Promise<void> {
  if (!parts.some((part) => part.kit)) return;
  const rows = await tx.rows<Row<'kit', 'name'> & { fits: Kit['fits'] }>(
    'SELECT name, fits FROM kit WHERE active',
  );
  for (const [index, { kit, end }] of parts.entries()) {
    const fits = kit && rows.find((row) => row.name === kit)?.fits;
    if (!fits) continue;
    for (const one of end === 'both' ? (['front', 'rear'] as const) : [end]) {
      const made = fits[one] ?? [];
      if (made.length && !made.includes(setup[one]))
        throw new Refusal(
          'kit-fit',
          `${kit} is made for a ${one} with ${made.map(suspensionName).join(' or ')}; this car has ${suspensionName(setup[one])}.`,
          `parts[${index}].kit`,
        );
    }
  }
}

const suspensionName = (kind: string) => SUSPENSIONS[kind as keyof typeof SUSPENSIONS]?.name ?? kind;

/** What is asked of a plan, made whole from the order and the car: what the core computes with. @throws Refusal */
async function proposedPlan(
  tx: Db,
  orderId: string,
  state: OrderState,
  { parts, accessories, sheet }: Pick<InputOf<'plan.propose'>, 'parts' | 'accessories' | 'sheet'>,
) {
  const baseline = baselineOf(state);
  if (!baseline)
    throw new Refusal(
      'no-baseline',
      'Measure it as it came first: a plan starts from those heights.',
      'orderId',
    );
  if (state.run) throw new Refusal('running', 'The work has begun on the agreed plan.', 'orderId');
  const file = (await readOrderFile(tx, orderId))!;
  const setup = { front: file.vehicle.frontSuspension, rear: file.vehicle.rearSuspension };
  checkParts(parts, setup);
  await checkKits(tx, parts, setup);
  const known = new Set(measuresOf(setup).map((def) => def.key));
  const whole: MeasureSheet = Object.fromEntries(
    Object.entries({ ...(await sheetOfOrder(tx, file)), ...sheet }).filter(([key]) => known.has(key)),
  );
  const kitAt = (end: OneEnd) => partsAt(parts, end).find((one) => one.kit)?.kit ?? null;
  const past = await finishedLifts(
    tx,
    file.vehicle.platform,
    [kitAt('front'), kitAt('rear')].filter((kit): kit is string => kit !== null),
  );
  const learned = learnFor(parts, past, file.vehicle.platform);
  const input: PlannerInput = {
    setup,
    sheet: whole,
    parts,
    accessories,
    baseline: baseline.mm,
    method: baseline.entry.data.method,
    targets: targetsOf(file.state),
    learned: ratiosOf(learned),
  };
  return { input, learned, baseline, looks: { body: file.vehicle.body, unit: baseline.entry.data.unit } };
}

const plans = new Kept<ReturnType<typeof freezePlan>>(50);

/** A plan's frozen figures; the same question has the same answer, so the last ones asked are kept. */
function frozenPlan(...asked: Parameters<typeof freezePlan>): ReturnType<typeof freezePlan> {
  const key = sha256(canonicalJson(asked));
  const known = plans.get(key);
  if (known) return known;
  const made = frozen(freezePlan(...asked));
  plans.set(key, made);
  return made;
}

export const planPropose = handle('plan.propose', {
  // The draws take a third of a second: they are made before the order is locked, and found again under the lock.
  async before(_, { orderId, ...proposed }, outside) {
    const state = (await loadOrder(outside, orderId))?.state;
    const ready = state && (await proposedPlan(outside, orderId, state, proposed).catch(() => null));
    if (ready && !unansweredMusts(judgeCar(standCar(ready.input))).some((one) => one.level === 'never'))
      frozenPlan(ready.input, ready.learned, ready.looks);
    return null;
  },
  async run(ctx, { orderId, note, stackedReason, ...proposed }) {
    const order = await ctx.openOrder(orderId);
    const { input, learned, looks, baseline } = await proposedPlan(ctx.tx, orderId, order.state, proposed);
    const musts = unansweredMusts(judgeCar(standCar(input)));
    const never = musts.find((one) => one.level === 'never');
    if (never)
      throw new Refusal(
        never.id.endsWith('blocks') ? 'blocks' : 'never',
        `${never.name}: ${never.why}`,
        'parts',
      );
    const stacked = musts.filter((one) => one.id.endsWith('.stacked'));
    if (stacked.length && !(stackedReason && holdsRole(ctx.person.roles, ['lead']))) {
      throw new Refusal(
        'stacked',
        'Lift parts stand on each other: take one right part, or the lead writes why they may.',
        'stackedReason',
      );
    }
    const version = order.state.plans.length + 1;
    const plan = frozenPlan(input, learned, looks);
    await ctx.append(
      order.id,
      { kind: 'plan', data: { version, baselineId: baseline.entry.id, note, ...plan } },
      ...(stacked.length
        ? [
            {
              kind: 'override' as const,
              data: {
                rule: 'stacked' as const,
                ref: `plan ${version}`,
                leadId: ctx.person.id,
                reason: stackedReason!,
              },
            },
          ]
        : []),
    );
    return { version, musts: plan.musts.length };
  },
});
