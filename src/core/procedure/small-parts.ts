import { withPins, pinOf } from './pins';
import type { RunState } from './run-state';
import type { Fastener, Lock, PlainProcedure } from './types';

/**
 * Pins, plugs and hardware that is used once, counted: what the work takes out, and what is back. A pin short or a bolt used
 * twice is found by its count, before the car leaves.
 */
export interface SmallPart {
  what: string;
  /** The thread it belongs to, where the procedure names it. */
  size: string | null;
  /** How many the work takes out, or uses up. */
  count: number;
  /** How many are out, or were taken off, by now; 0 before the work. */
  out: number;
  /** How many are back in, or on new. */
  back: number;
}

const PIN_WORDS: Partial<Record<Lock, string>> = {
  cotter: 'Cotter pins, new',
  clip: 'Spring clips',
  tab: 'Lock tabs, new',
};

/** Taken with new hardware, by the record; what was not said counts as not. */
export type FittedNew = (fastenerId: string) => boolean;

/**
 * @param run the work: one procedure, or several as one run
 * @param state where it stands; none before it has begun
 * @param isNew which fasteners were torqued with new hardware
 */
export function smallParts(
  run: PlainProcedure,
  state: RunState | null = null,
  isNew: FittedNew = () => false,
): SmallPart[] {
  const { items, fasteners, steps } = withPins(run);
  const rows = new Map<string, SmallPart>();
  const add = (what: string, size: string | null, count: number, out: boolean, back: boolean) => {
    const key = `${what} ${size ?? ''}`;
    const row = rows.get(key) ?? { what, size, count: 0, out: 0, back: 0 };
    row.count += count;
    if (out) row.out += count;
    if (back) row.back += count;
    rows.set(key, row);
  };
  const loosened = new Set(steps.flatMap((step) => [...(step.loosens ?? []), ...(step.torques ?? [])]));
  const opened = new Set(steps.flatMap((step) => step.opens ?? []));
  const touched = ({ id }: Fastener) => state !== null && state.fasteners.get(id)?.stripe !== 'bare';
  for (const fastener of fasteners) {
    const { id, lock, thread = null, count, hardware, name } = fastener;
    const pin = pinOf(fastener);
    if (pin && (opened.has(pin) || state?.openedBy.has(pin)))
      add(
        PIN_WORDS[lock!]!,
        thread,
        count,
        touched(fastener),
        touched(fastener) && !state!.car.open.has(pin),
      );
    if (hardware === 'new' && loosened.has(id))
      add(`New: ${name}`, thread, count, touched(fastener), state !== null && isNew(id));
  }
  for (const item of items) {
    if (!['wire', 'sensor'].includes(item.kind) || !(opened.has(item.id) || state?.openedBy.has(item.id)))
      continue;
    const isOpen = state?.car.open.has(item.id) ?? false;
    const wasOpened =
      isOpen ||
      (state !== null && steps.some((step) => step.opens?.includes(item.id) && state.done.has(step.id)));
    add('Plugs and leads', null, 1, wasOpened, wasOpened && !isOpen);
  }
  return sorted(rows.values());
}

const sorted = (rows: Iterable<SmallPart>) =>
  [...rows].sort(
    (one, other) => one.what.localeCompare(other.what) || (one.size ?? '').localeCompare(other.size ?? ''),
  );

/** Several jobs counted together. */
export function addedUp(counts: readonly (readonly SmallPart[])[]): SmallPart[] {
  const rows = new Map<string, SmallPart>();
  for (const one of counts.flat()) {
    const key = `${one.what} ${one.size ?? ''}`;
    const had = rows.get(key);
    rows.set(
      key,
      had ? { ...had, count: had.count + one.count, out: had.out + one.out, back: had.back + one.back } : one,
    );
  }
  return sorted(rows.values());
}
