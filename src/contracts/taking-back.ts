import type { Entry } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import {
  type RunDocument,
  type RunState,
  SUPPORT_WORDS,
  fastenerOf,
  itemOf,
  placedName,
  stepOf,
} from '@/core/procedure/engine';
import { describeEntry } from './entries';
import { foldOrder } from './fold';

/** An entry that may be taken back, and what that does to the record: said before it is done. */
export interface TakingBack {
  entryId: string;
  words: string;
  /** Entries that cannot stand without it: they are taken back with it. */
  falls: { entryId: string; words: string }[];
  /** What is otherwise with the car then, a sentence each. */
  does: string[];
}

const withoutThem = (entries: readonly Entry[], gone: readonly string[]): Entry[] => {
  const last = entries[entries.length - 1]!;
  const voids = gone.map((id, index) => ({
    ...last,
    id: `without ${id}`,
    seq: last.seq + 1 + index,
    kind: 'void' as const,
    data: {},
    corrects: id,
    why: '',
  }));
  return [...entries, ...voids];
};

const otherThan = (before: Iterable<string>, after: Iterable<string>): string[] => {
  const had = new Set(before);
  return [...after].filter((id) => !had.has(id));
};
const torqued = (run: RunState) => [...run.fasteners].flatMap(([id, now]) => (now.torqued ? [id] : []));

/** How the car is otherwise, in sentences. */
function describeChange(document: RunDocument, before: RunState, after: RunState): string[] {
  const items = (ids: string[]) => ids.map((id) => placedName(itemOf(document, id))).join('; ');
  const fasteners = (ids: string[]) => ids.map((id) => placedName(fastenerOf(document, id))).join('; ');
  const say = (ids: string[], words: (ids: string[]) => string) => (ids.length ? [words(ids)] : []);
  return [
    ...say(otherThan(before.car.open, after.car.open), (ids) => `Open again: ${items(ids)}.`),
    ...say(otherThan(after.car.open, before.car.open), (ids) => `Counts as never opened: ${items(ids)}.`),
    ...say(
      otherThan(before.car.loose.keys(), after.car.loose.keys()),
      (ids) => `Loose again: ${fasteners(ids)}.`,
    ),
    ...say(
      otherThan(torqued(after), torqued(before)).filter((id) => !after.car.loose.has(id)),
      (ids) => `Without its torque: ${fasteners(ids)}.`,
    ),
    ...(['front', 'rear'] as const).flatMap((end) =>
      before.car.support[end] === after.car.support[end]
        ? []
        : [`The ${end} counts as ${SUPPORT_WORDS[after.car.support[end]]} again.`],
    ),
    ...say(otherThan(after.done.keys(), before.done.keys()), (ids) =>
      ids.length === 1
        ? `To be done again: ${stepOf(document, ids[0]!)!.do}.`
        : `${ids.length} steps are to be done again, first: ${
            document.steps.find((step) => ids.includes(step.id))!.do
          }.`,
    ),
  ];
}

/**
 * What taking an entry back would do: the entries that fall with it, since the car could never have been so without it,
 * and how the car counts then.
 */
export function takingBack(
  entries: readonly Entry[],
  state: OrderState,
  entryId: string,
  people: Record<string, string>,
): TakingBack {
  const { document } = state;
  const stopped = new Set(state.alarms.map((alarm) => alarm.entryId));
  const gone = [entryId];
  let after = foldOrder(withoutThem(entries, gone), document);
  for (;;) {
    const more = after.alarms
      .map((alarm) => alarm.entryId)
      .filter((id) => !stopped.has(id) && !gone.includes(id));
    if (!more.length) break;
    gone.push(more[0]!);
    after = foldOrder(withoutThem(entries, gone), document);
  }
  const words = (id: string) =>
    describeEntry(
      entries.find((entry) => entry.id === id)!,
      document,
      people,
    );
  return {
    entryId,
    words: words(entryId),
    falls: gone.slice(1).map((id) => ({ entryId: id, words: words(id) })),
    does: document && state.run && after.run ? describeChange(document, state.run, after.run) : [],
  };
}

/**
 * The ways out of a mistake, the smallest last: the entry itself, and for a step each torque taken in it, which may be
 * all that was wrong.
 */
export function waysBack(
  entries: readonly Entry[],
  state: OrderState,
  entryId: string,
  people: Record<string, string>,
): TakingBack[] {
  const entry = entries.find((one) => one.id === entryId);
  const step =
    entry?.kind === 'step.done' && state.document ? stepOf(state.document, entry.data.stepId) : undefined;
  const torques = (step?.torques ?? []).flatMap((id) => {
    const last = state.torques.findLast((torque) => torque.data.fastenerId === id);
    return last && state.run?.fasteners.get(id)!.torqued ? [last.id] : [];
  });
  return [entryId, ...torques].map((id) => takingBack(entries, state, id, people));
}

/** Fasteners of a step that lack nothing but somebody else's check: for those nothing is taken back. */
export function checksOwedIn(state: OrderState, entry: Entry): string[] {
  const { document, run } = state;
  const step = entry.kind === 'step.done' && document ? stepOf(document, entry.data.stepId) : undefined;
  if (!step || !run || !document) return [];
  return (step.torques ?? [])
    .filter((id) => run.fasteners.get(id)!.owesCheck)
    .map((id) => placedName(fastenerOf(document, id)));
}
