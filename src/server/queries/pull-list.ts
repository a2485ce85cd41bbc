import 'server-only';
import { Refusal } from '@/core/refusal';
import { answersMissing } from '@/core/ledger/before-start';
import { extrasToStart } from '@/core/ledger/extras';
import { withSteps } from '@/core/procedure/redo';
import { type OrderState, linesMissing, offersOpen } from '@/core/ledger/order-state';
import { type Chosen, assembleRun, conflictsOf } from '@/core/procedure/assemble';
import type { ValueConflict } from '@/core/procedure/merge';
import type { RunDocument } from '@/core/procedure/engine';
import { prefixOf } from '@/core/procedure/letters';
import { type PullList, type StartBlocker, pullList } from '@/core/procedure/pull-list';
import { shopDay } from '@/core/units/shop-time';
import type { Db } from '../database';
import { platformOf } from './platform';
import { anatomiesFor } from '../anatomies';
import { procedureById } from '../procedures';
import { shopPlaces } from './day';
import { demoValues, keptValuesOf } from './kept-values';
import { shopTools, wrenches } from './orders';
import { readShop } from './shop';

/** The procedures named, each at its newest version. @throws Refusal for one that is not there */
export async function chosenProcedures(tx: Db, named: { id: string; ways: string[] }[]): Promise<Chosen[]> {
  const madeUp = await demoValues(tx);
  return Promise.all(
    named.map(async ({ id, ways }) => {
      const found = await procedureById(tx, id);
      if (!found) throw new Refusal('no-procedure', `There is no procedure "${id}".`, 'procedures');
      const { procedure, hash } = found;
      return { procedure, hash, ways, prefix: prefixOf(id), values: madeUp.get(id) };
    }),
  );
}

/** A run's pull list, held against the shop's tools and wrenches and the order's parts. */
export async function pullListFor(tx: Db, run: RunDocument, state: OrderState, at: Date): Promise<PullList> {
  const [shop, tools, shopWrenches, places] = await Promise.all([
    readShop(tx),
    shopTools(tx),
    wrenches(tx),
    shopPlaces(tx),
  ]);
  const list = pullList(
    run,
    {
      tools,
      hasLift: places.some((place) => place.kind === 'lift'),
      wrenches: shopWrenches.map((one) => ({ ...one, out: one.out !== null })),
      today: shopDay(at, shop.timeZone),
    },
    linesMissing(state).map(({ name, phase }) => ({ name, phase })),
    offersOpen(state).map((offer) => offer.entry.data.text),
  );
  const answers = answersMissing(state).map((text): StartBlocker => ({
    code: 'approval',
    text,
    hard: false,
  }));
  return { ...list, holes: [...answers, ...list.holes] };
}

export interface StartPreview {
  list: PullList;
  conflicts: ValueConflict[];
  steps: number;
  minutes: number;
  /** Fasteners that nobody has a value for yet. */
  withoutValue: number;
}

/** The pull list as it would be if these procedures were started; a value not chosen yet is taken from the first. */
export async function previewStart(
  tx: Db,
  { vehicleId, state }: { vehicleId: string; state: OrderState },
  named: { id: string; ways: string[] }[],
  choices: Record<string, string>,
  at: Date,
): Promise<StartPreview> {
  const [chosen, kept] = await Promise.all([chosenProcedures(tx, named), keptValuesOf(tx, vehicleId, state)]);
  const conflicts = conflictsOf(chosen, kept);
  const settled = Object.fromEntries(
    conflicts.map(({ place, values }) => [place, choices[place] ?? values[0]!.prefix]),
  );
  const run = {
    ...withSteps(
      assembleRun(chosen, settled, kept, await anatomiesFor(tx, await platformOf(tx, vehicleId))),
      extrasToStart(state),
    ),
    carried: { open: [], loose: {} },
  };
  return {
    list: await pullListFor(tx, run, state, at),
    conflicts,
    steps: run.steps.length,
    minutes: run.steps.reduce((sum, step) => sum + step.minutes, 0),
    withoutValue: run.fasteners.filter((fastener) => fastener.spec === null).length,
  };
}
