import 'server-only';
import { openedUp } from '@/core/ledger/cancel';
import { isClosed, isJob } from '@/core/ledger/order-state';
import { describeTiresAndWheels } from '@/core/ledger/wheel-compare';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import { kindsOfRecord } from '@/core/practice/from-record';
import { shopMoment, shortDay } from '@/core/units/shop-time';
import { heightsOfOrder } from '@/features/heights/order-heights';
import { figuresOfOrder } from '@/features/measuring/figures-of-order';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { packetNotes } from '@/server/documents/packet-notes';
import { shopPlaces } from '@/server/queries/day';
import { type OrderFile, readOrderFile } from '@/server/queries/order';
import { stageBefore, watchLines } from '@/server/queries/watch';
import { wheelSets } from '@/server/queries/wheel-sets';
import type { Person } from '@/server/sessions/sessions';
import { headOfOrder } from './head-of-order';
import { openLines } from './open-lines';

/** What it came for and as what, by name. */
function factsOf({ state, vehicle, customer }: OrderFile): [term: string, fact: string][] {
  const intake = state.intake!.data;
  const agreed = state.agreements.findLast((entry) => entry.data.what === 'targets');
  return [
    ['Asked for', intake.wants],
    [
      'Targets',
      `front ${intake.targets.front ?? 'as it is'}, rear ${intake.targets.rear ?? 'as it is'}${agreed?.data.yes ? ', agreed' : ', not agreed yet'}`,
    ],
    [
      'Wears',
      state.wheels
        ? `${state.wheels.data.name}: ${describeTiresAndWheels(state.wheels.data)}`
        : `${describeTiresAndWheels(intake)}${intake.newTires ? `, to wear ${intake.newTires}` : ''}`,
    ],
    ['Carries', intake.carries || 'nothing named'],
    ['Front', SUSPENSIONS[vehicle.frontSuspension].name],
    ['Rear', SUSPENSIONS[vehicle.rearSuspension].name],
    ['Drive', vehicle.drive],
    ['Phone', customer.phone || 'none'],
  ];
}

/** How it stands: the drawing's numbers and the sets of heights; before it was measured, why there is neither. */
function stanceShown(file: OrderFile) {
  const { stance, unit, rows, verdicts, baseline } = heightsOfOrder(file);
  if (!baseline)
    return {
      measured: false as const,
      why: isJob(file.state)
        ? 'Not measured yet: heights come first, before anything is touched.'
        : 'A visit: its work is in the bay view.',
    };
  return {
    measured: true as const,
    stance: {
      ...stance,
      unit,
      measured: stance.after ?? stance.before,
      before: stance.after ? stance.before : null,
    },
    rows,
    verdict: verdicts.map((axle) => axle.text).join(' '),
  };
}

/** What may still be done on an order that is open: moved, clocked, other wheels put on, given up. */
async function whileOpen({ state }: OrderFile, viewer: Person, sets: Awaited<ReturnType<typeof wheelSets>>) {
  if (isClosed(state)) return null;
  const wornId = state.wheels?.data.setId ?? null;
  return {
    place: state.place,
    places: await shopPlaces(db()),
    clockRuns: state.clocks.some((span) => span.personId === viewer.id && span.to === null),
    wornId,
    sets: sets
      .filter((set) => !set.gone && set.id !== wornId)
      .map(({ id, name, tires }) => ({ id, name, tires })),
    targets: isJob(state) && !state.run ? state.intake!.data.targets : null,
    mayCancel: openedUp(state) === null,
  };
}

/** What the first page of an order shows; null when there is no such order. */
export async function shownOrder(viewer: Person, orderId: string) {
  const file = /^[0-9a-f-]{36}$/.test(orderId) ? await readOrderFile(db(), orderId) : null;
  if (!file) return null;
  const { state, vehicle, shop } = file;
  const [before, lines, sets] = await Promise.all([
    stageBefore(db(), file.comesBackFrom),
    watchLines(db(), vehicle.id),
    wheelSets(db(), vehicle.id),
  ]);
  const source = isClosed(state) ? state.document?.sources[0] : undefined;
  return {
    head: headOfOrder(file, now().toISOString()),
    heights: stanceShown(file),
    figures: figuresOfOrder(state, viewer.lengthUnit),
    open: state.document && state.run ? openLines(state.document, state.run) : null,
    facts: factsOf(file),
    leftBefore: before && before.deferred.length > 0 ? before : null,
    watched: lines
      .filter((line) => line.orderId !== file.id && line.answeredOrder !== file.id)
      .map(({ watchId, words, orderNumber, byDay }) => ({
        watchId,
        words,
        from: `from order ${orderNumber}${byDay ? `, by ${shortDay(byDay)}` : ''}`,
      })),
    notes: packetNotes(state, file.people, shop),
    whileOpen: await whileOpen(file, viewer, sets),
    practice: source ? { procedure: source.id, ways: source.ways, kinds: kindsOfRecord(state) } : null,
    cancelled:
      state.cancelled &&
      `Cancelled ${shopMoment(state.cancelled.at, shop.timeZone)} by ${file.people[state.cancelled.personId] ?? 'somebody'}: ${state.cancelled.data.reason}`,
  };
}
export type ShownOrder = NonNullable<Awaited<ReturnType<typeof shownOrder>>>;
