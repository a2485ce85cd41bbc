import type { Fastener, Item, OneEnd, PlainProcedure, Step } from '../procedure/types';

/** Twins share a step: the place without its side. */
const pairOf = (place: string) => place.replace(/\.(left|right)\./, '.each.');

/** Bolts of a wheel spacer lie behind its wheel: nobody reaches them with the wheel on. */
export const isBehindWheel = ({ place }: Pick<Fastener, 'place'>): boolean => place.endsWith('.wheel-spacer');
/** The nuts of the wheel that a fastener lies behind. */
export const nutsBefore = (place: string): string => place.replace(/\.wheel-spacer$/, '.wheel-nuts');

/** What has to come off, and go on again, for the fasteners that lie behind wheels. */
function wheelsOff(
  behind: Fastener[],
  fasteners: Fastener[],
): { items: Item[]; before: Step[]; after: Step[] } {
  const ends = [...new Set(behind.map((fastener) => fastener.end as OneEnd))];
  const [one] = ends;
  const end = ends.length === 1 ? { end: one! } : {};
  const nuts = fasteners.filter(({ place }) => behind.some((bolt) => nutsBefore(bolt.place) === place));
  const wheels = behind.map((bolt): Item => ({
    id: bolt.place.replace(/\.wheel-spacer$/, '.wheel'),
    name: 'Wheel',
    place: bolt.place.replace(/\.wheel-spacer$/, '.wheel'),
    kind: 'part',
    end: bolt.end,
    corner: bolt.corner,
    closeBefore: 'ground',
  }));
  const [nutIds, wheelIds] = [nuts.map(({ id }) => id), wheels.map(({ id }) => id)];
  const step = (id: string, phase: Step['phase'], words: string, more: Partial<Step>): Step => ({
    id,
    phase,
    do: words,
    minutes: 4,
    ...more,
  });
  return {
    items: [
      { id: 'chocks', name: 'Wheel chocks', place: 'car.chocks', kind: 'support', closeBefore: 'drive' },
      ...wheels,
    ],
    before: [
      step('chock', 'teardown', 'Brake set, in park or in gear; chock the wheels that stay down', {
        why: 'A car that rolls on the way up comes down.',
        after: ['look'],
        needs: ['on-wheels'],
        opens: ['chocks'],
        tools: [{ kind: 'wheel chocks' }],
      }),
      step('ease', 'teardown', 'Break the wheel nuts loose, a quarter turn', {
        ...end,
        why: 'The spacer bolts lie behind the wheel.',
        after: ['chock'],
        needs: ['on-wheels'],
        loosens: nutIds,
      }),
      step('raise', 'teardown', 'Raise it at its own jacking points', {
        ...end,
        after: ['ease'],
        needs: ['on-wheels'],
        sets: 'raised',
        caution: 'Stands or lift arms under the frame, never a jack alone. Rock it before anyone goes under.',
      }),
      step('wheels-off', 'teardown', 'Wheels off, stacked out of the way', {
        ...end,
        after: ['raise'],
        needs: ['raised'],
        opens: wheelIds,
      }),
    ],
    after: [
      step('wheels-on', 'reassemble', 'Wheels on, nuts run down by hand and snugged in a star', {
        ...end,
        after: ['wheels-off'],
        needs: ['raised'],
        closes: wheelIds,
        snugs: nutIds,
      }),
      step('lower', 'on-wheels', 'Lower it onto its wheels', {
        ...end,
        after: ['wheels-on'],
        needs: ['raised'],
        sets: 'on-wheels',
        caution: 'Nobody under it, nothing left on the arms. Watch the hoses take up.',
      }),
      step('unchock', 'on-wheels', 'Chocks away', {
        after: ['lower'],
        needs: ['on-wheels'],
        closes: ['chocks'],
        minutes: 1,
      }),
    ],
  };
}

/**
 * The run of a re-torque visit: each of the car's fasteners clicked at its value, on the wheels, twins in one step; those
 * that lie behind a wheel with the wheel off, whose nuts are then torqued anew. Its fasteners go by their place, since that
 * is what the car keeps.
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
  const behind = fasteners.filter(isBehindWheel);
  const off = behind.length ? wheelsOff(behind, fasteners) : { items: [], before: [], after: [] };
  const loosened = new Set(off.before.flatMap((step) => step.loosens ?? []));
  const clicks = [...pairs.values()].map((pair): Step => {
    const [first] = pair;
    const ends = new Set(pair.map((fastener) => fastener.end));
    const hidden = isBehindWheel(first!);
    return {
      id: `click ${pairOf(first!.place)}`,
      phase: hidden ? 'reassemble' : 'on-wheels',
      do: `Click the ${first!.end ?? ''} ${first!.name.toLowerCase()} at its value`.replace(/ +/g, ' '),
      ...(ends.size === 1 && first!.end ? { end: first!.end } : {}),
      after: [hidden ? 'wheels-off' : loosened.has(first!.id) ? 'lower' : 'look'],
      needs: [hidden ? 'raised' : 'on-wheels'],
      torques: pair.map((fastener) => fastener.id),
      tools: [{ kind: 'torque wrench' }],
      minutes: 3,
    };
  });
  const [hidden, reached] = [true, false].map((is) =>
    clicks.filter((step) => (step.phase === 'reassemble') === is),
  ) as [Step[], Step[]];
  const [on, ...lowered] = off.after;
  return {
    items: off.items,
    fasteners,
    steps: [
      look,
      ...off.before,
      ...hidden,
      ...(on ? [{ ...on, after: hidden.map((step) => step.id) }] : []),
      ...lowered,
      ...reached,
    ],
  };
}
