import { PLACES } from './places';
import type { Fastener, Item, PlainProcedure, Step } from './types';

const PINNED: readonly string[] = ['cotter', 'clip', 'tab'];

type Locked = Pick<Fastener, 'id' | 'lock'>;
/** The item a locked fastener brings with it: what pins it is out from when it is loosened until a step puts it back. */
export const pinOf = ({ id, lock }: Locked): string | null =>
  lock && PINNED.includes(lock) ? `${id}.pin` : null;

const LOCK_WORDS: Record<string, string> = { cotter: 'Cotter pin', clip: 'Clip', tab: 'Lock tab' };

export function pinItem({ name, place, end, corner, lock }: Fastener, id: string): Item {
  const own = `${place}-pin`;
  return {
    id,
    name: `${LOCK_WORDS[lock!]} of ${name.replace(/^./u, (first) => first.toLowerCase())}`,
    ...(PLACES.has(own) ? { place: own } : {}),
    kind: 'pin',
    ...(end ? { end } : {}),
    ...(corner ? { corner } : {}),
    closeBefore: 'drive',
  };
}

/** Opens the pins of what a step loosens, where it does not say so itself. */
function opening<S extends Pick<Step, 'loosens' | 'opens'>>(step: S, pins: ReadonlyMap<string, string>): S {
  const more = (step.loosens ?? []).flatMap((id) => pins.get(id) ?? []);
  const opens = [...new Set([...(step.opens ?? []), ...more])];
  return more.length ? { ...step, opens } : step;
}

/** A procedure with the pins of its locked fasteners as items, each opened by whatever loosens its fastener. */
export function withPins<P extends PlainProcedure>(procedure: P): P {
  const pins = new Map<string, string>();
  const items = new Map(procedure.items.map((item) => [item.id, item]));
  for (const fastener of procedure.fasteners) {
    const id = pinOf(fastener);
    if (!id) continue;
    pins.set(fastener.id, id);
    if (!items.has(id)) items.set(id, pinItem(fastener, id));
  }
  if (!pins.size) return procedure;
  const out = new Set<string>();
  const steps = procedure.steps.map((step) => {
    // A pin that is out already, since its nut was eased before, is not taken out twice.
    const still = new Map([...pins].filter(([, id]) => !out.has(id)));
    const made = opening(step, still);
    for (const id of made.opens ?? []) out.add(id);
    for (const id of made.closes ?? []) out.delete(id);
    return made;
  });
  return { ...procedure, items: [...items.values()], steps };
}
