import type { Fastener, PlainProcedure, Step } from '../procedure/types';

/** Twins share a step: the place without its side. */
const pairOf = (place: string) => place.replace(/\.(left|right)\./, '.each.');

/**
 * The run of a re-torque visit: each of the car's fasteners clicked at its value, on the wheels, twins in one step.
 * Its fasteners go by their place, since that is what the car keeps.
 */
export function retorqueVisit(carFasteners: Fastener[]): PlainProcedure {
  const placeOf = new Map(carFasteners.map((fastener) => [fastener.place, fastener.place]));
  const fasteners = carFasteners.map(({ mate: _mate, secondCheck: _check, passes: _passes, ...kept }) => {
    const twin = kept.place.includes('.left.')
      ? kept.place.replace('.left.', '.right.')
      : kept.place.replace('.right.', '.left.');
    const mate = twin === kept.place ? undefined : placeOf.get(twin);
    return { ...kept, id: kept.place, ...(mate ? { mate } : {}) };
  });
  const pairs = new Map<string, Fastener[]>();
  for (const fastener of fasteners) {
    const key = pairOf(fastener.place);
    pairs.set(key, [...(pairs.get(key) ?? []), fastener]);
  }
  const look: Step = {
    id: 'look',
    phase: 'on-wheels',
    do: 'Look at every stripe before a wrench touches it: still in line?',
    why: 'A stripe that has parted shows what moved; the wrench hides it.',
    needs: ['on-wheels'],
    minutes: 4,
  };
  const clicks = [...pairs.values()].map((pair): Step => {
    const [first] = pair;
    const ends = new Set(pair.map((fastener) => fastener.end));
    return {
      id: `click ${pairOf(first!.place)}`,
      phase: 'on-wheels',
      do: `Click the ${first!.end ?? ''} ${first!.name.toLowerCase()} at its value`.replace(/ +/g, ' '),
      ...(ends.size === 1 && first!.end ? { end: first!.end } : {}),
      after: ['look'],
      needs: ['on-wheels'],
      torques: pair.map((fastener) => fastener.id),
      tools: [{ kind: 'torque wrench' }],
      minutes: 3,
    };
  });
  return { items: [], fasteners, steps: [look, ...clicks] };
}
