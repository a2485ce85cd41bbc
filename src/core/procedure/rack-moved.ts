import type { OneEnd, Step } from './types';
import { endsOf } from './types';
import { type OpenedThings, openedThings } from './also-opened';
import { openablesAt } from './openables';
import type { EntryWork } from './entry-work';
import { type RunDocument, type RunState, fastenerOf, placedName } from './run-state';

/** What a rack sets: each is moved by it, or stays as it was. */
export interface Adjuster {
  /** By the id of what may be opened: `joint front.left.arm-pivots`, `fastener …`. */
  id: string;
  name: string;
  end: OneEnd;
  /** It goes on new once it was turned. */
  newHardware: boolean;
}

export const RACK_ANSWERS = ['moved', 'untouched'] as const;
/** How an adjuster was left by whoever set the car on the rack. */
export interface RackAnswer {
  id: string;
  was: (typeof RACK_ANSWERS)[number];
}

/** What a sheet brings into the work: what the rack moved is loose until it has its torque and its stripe. */
export interface RackWork extends EntryWork {
  opens: string[];
  loosens: string[];
}

/** Torqued at the rack, after it was eased there and since the last sheet: it was moved and is done with. */
export type SettledAtRack = (fastenerId: string) => boolean;

/** Where no anatomy and no step says what the rack sets: the toe, at both front wheels. */
const TOE = ['LF', 'RF'] as const;

const opened = (run: RunDocument, state: RunState, id: string, entryId: string): OpenedThings | null =>
  openedThings(run, state, id, 'eased', entryId);

/** Fasteners that steps of the run ease or torque at the rack, at an end no anatomy speaks of. */
function byTheSteps(run: RunDocument, end: OneEnd): Adjuster[] {
  const ids = new Set(
    run.steps
      .filter((step) => step.phase === 'align' && endsOf(step).includes(end))
      .flatMap((step) => [...(step.loosens ?? []), ...(step.torques ?? [])]),
  );
  return [...ids]
    .map((id) => fastenerOf(run, id))
    .filter((fastener) => endsOf(fastener).includes(end))
    .map((fastener) => ({
      id: `fastener ${fastener.id}`,
      name: placedName(fastener),
      end,
      newHardware: fastener.hardware === 'new',
    }));
}

/**
 * Everything a rack could have moved on the axles of a sheet, each of them to be answered.
 * @param ends the ends that were measured
 */
export function adjustersOf(run: RunDocument, state: RunState, ends: readonly OneEnd[]): Adjuster[] {
  return ends.flatMap((end) => {
    const onAxle = openablesAt(run, state, end)
      .filter((thing) => thing.setsAlignment && thing.hows.includes('eased'))
      .map(({ id, name, corner }): Adjuster => {
        const things = opened(run, state, id, '')!;
        const fasteners = [...run.fasteners, ...things.fasteners].filter((one) =>
          things.loosens.includes(one.id),
        );
        return {
          id,
          name: placedName({ name, ...(corner ? { corner } : {}) }),
          end,
          newHardware: fasteners.some(({ hardware }) => hardware === 'new'),
        };
      });
    if (onAxle.length) return onAxle;
    const listed = byTheSteps(run, end);
    if (listed.length || end === 'rear') return listed;
    return TOE.map((corner) => ({
      id: `toe ${corner}`,
      name: placedName({ name: 'Toe: tie rod or sleeve', corner }),
      end,
      newHardware: false,
    }));
  });
}

/** What an adjuster is to the run: what it opens and loosens when it is moved. */
function thingsOf(run: RunDocument, state: RunState, id: string, entryId: string): OpenedThings {
  const corner = TOE.find((one) => id === `toe ${one}`);
  if (!corner) return opened(run, state, id, entryId)!;
  return openedThings(
    run,
    state,
    { name: 'Tie rod jam nut or sleeve clamp', kind: 'bolt or nut', end: 'front', corner },
    'eased',
    entryId,
  )!;
}

/** The fasteners of an adjuster. */
export const fastenersOfAdjuster = (run: RunDocument, state: RunState, id: string): string[] =>
  thingsOf(run, state, id, '').loosens;

/**
 * The work of what the rack moved: its fasteners are loose, its pins out, and a step torques and stripes them where none of
 * the run does.
 */
export function rackWork(
  run: RunDocument,
  state: RunState,
  moved: readonly string[],
  entryId: string,
  isSettled: SettledAtRack,
): RackWork {
  const work: RackWork = { items: [], fasteners: [], steps: [], opens: [], loosens: [] };
  const own = new Set<string>();
  for (const id of moved) {
    const things = thingsOf(run, state, id, entryId);
    if (things.loosens.length && things.loosens.every(isSettled)) continue;
    work.items.push(...things.items);
    work.fasteners.push(...things.fasteners);
    work.opens.push(...things.opens);
    work.loosens.push(...things.loosens);
    for (const step of things.steps)
      for (const one of [...(step.closes ?? []), ...(step.torques ?? [])]) own.add(one);
  }
  const torques = work.loosens.filter((id) => own.has(id));
  const closes = work.opens.filter((id) => own.has(id));
  if (torques.length + closes.length) {
    const names = [...run.fasteners, ...work.fasteners]
      .filter(({ id }) => torques.includes(id))
      .map(placedName);
    const step: Step = {
      id: `rack/${entryId}`,
      phase: 'align',
      do: `Torque and stripe what the rack moved: ${[...new Set(names)].join('; ')}`,
      why: 'The sheet speaks of it as it stands: it holds only once it is tight.',
      needs: ['on-wheels'],
      ...(closes.length ? { closes } : {}),
      torques,
      minutes: 5 * Math.max(1, torques.length),
    };
    work.steps.push(step);
  }
  return work;
}
