import { CORNERS, type Corner, type PerCorner, eachCorner, endOfCorner, sideOfCorner } from '../corners';
import { GRAVITY, shiftLoad } from '../calc/load.shift';
import { solveLinear } from '../calc/linear';

/**
 * What may stand behind heights that are off, as a model: each cause has what it does to the four corners through the
 * car's own springs, how large it usually is, how often this shop has found it, and what the record says for or against it.
 */

export const CAUSES = [
  'odd-corner',
  'not-seated',
  'bound-bush',
  'wrong-part',
  'side-to-side',
  'old-spring',
  'load',
  'unsettled',
  'still-to-come',
  'own-lean',
  'none',
] as const;
export type CauseId = (typeof CAUSES)[number];
export type CauseEnd = 'front' | 'rear' | 'both';

/** What each is called in a line. */
export const CAUSE_WORDS: Record<CauseId, string> = {
  'odd-corner': 'a spring out of its pocket or another part at one corner',
  'not-seated': 'a spacer or spring not seated',
  'bound-bush': 'a bound bushing',
  'wrong-part': 'a part that was not the one planned',
  'side-to-side': 'left and right not fitted alike',
  'old-spring': 'old springs',
  load: 'a load nobody knew of',
  unsettled: 'not settled yet',
  'still-to-come': 'weights still to come',
  'own-lean': 'its own lean',
  none: 'something else',
};

/** The car's springs where they stand, as `load.shift` takes them. */
export interface CarSprings {
  wheelbase: number;
  track: { front: number; rear: number };
  wheelRate: PerCorner<number>;
}

export interface CausesInput {
  /** Measured less expected, mm. */
  off: PerCorner<number>;
  /** Leans the car came with, left less right, mm. */
  leanBefore: { front: number; rear: number };
  springs: CarSprings;
  /** Axles whose height the work changed. */
  touched: { front: boolean; rear: boolean };
  unsettled: boolean;
  sagFound: { front: boolean; rear: boolean };
  hangingBush: { front: boolean; rear: boolean };
  stillToCome: { front: number; rear: number };
  /** How sure the prediction is, one standard deviation of an axle, mm. */
  predictionSd?: { front: number; rear: number };
  /** How often each was found in this shop. */
  found?: Partial<Record<CauseId, number>>;
}

/** One way a cause may be: what it does to the corners for a size of one, and how large it is how often. */
interface Way {
  id: CauseId;
  end: CauseEnd;
  corner: Corner | null;
  prior: number;
  effect: PerCorner<number>;
  sizes: readonly { size: number; share: number }[];
}

export interface Weighed {
  id: CauseId;
  end: CauseEnd;
  corner: Corner | null;
  /** Shares of a list sum to one. */
  share: number;
  /** What it would have done to each corner, at its likeliest size, mm. */
  does: PerCorner<number>;
}

/** A tape's noise, one reading, mm; before and after each have it. */
const TAPE_SD = 1.6;
const PREDICTION_SD = { touched: 3, untouched: 1 };
/** A body is not quite stiff: of what does not lie in one plane this share stands at the corner it comes from. */
const FLEX = 0.3;
/** What none of these would do, one standard deviation of each corner, mm. */
const NONE_SD = 14;
/** How often each is found where a shop has no past of its own, and how many jobs that counts for. */
const USUAL: Record<CauseId, number> = {
  'odd-corner': 1,
  'not-seated': 1,
  'bound-bush': 1.2,
  'wrong-part': 1.2,
  'side-to-side': 1,
  'old-spring': 1,
  load: 1.2,
  unsettled: 1.2,
  'still-to-come': 1,
  'own-lean': 1,
  none: 0.6,
};
const USUAL_JOBS = 12;
/**
 * How much likelier or less likely the record makes a cause: torques know their support, so a bushing torqued hanging is
 * nearly always on record; a tired spring is not always found when a car comes; most sets are read before it was driven.
 */
const SAID = {
  bush: { yes: 16, no: 0.06 },
  sag: { yes: 6, no: 0.2 },
  unsettled: { yes: 3, no: 0.07 },
  known: 6,
};

const alike = (end: 'front' | 'rear', by = 1): PerCorner<number> =>
  eachCorner((corner) => (endOfCorner(corner) === end ? by : 0));
const leaning = (end: 'front' | 'rear'): PerCorner<number> =>
  eachCorner((corner) => (endOfCorner(corner) === end ? -0.5 * sideOfCorner(corner) : 0));
const at = (one: Corner): PerCorner<number> => eachCorner((corner) => (corner === one ? 1 : 0));

/** Sizes between two, alike often. */
const between = (low: number, high: number, steps = 7) =>
  Array.from({ length: steps }, (_, i) => ({
    size: low + ((high - low) * i) / (steps - 1),
    share: 1 / steps,
  }));
const eitherWay = (low: number, high: number) =>
  [...between(low, high), ...between(-high, -low)].map(({ size, share }) => ({ size, share: share / 2 }));
/** About as large as it is known to be. */
const about = (sd: number) =>
  [-1.5, -0.75, 0, 0.75, 1.5].map((z) => ({ size: 1 + z * sd, share: Math.exp((-z * z) / 2) / 3.09 }));

/**
 * What the body does when its springs stand higher or lower: a plane on four springs, and a little of what does not lie in
 * a plane.
 */
function bodyMoves(springs: CarSprings, free: PerCorner<number>): PerCorner<number> {
  const { wheelbase, track, wheelRate } = springs;
  const plane = shiftLoad({
    ...springs,
    masses: CORNERS.map((corner) => ({
      kg: (-wheelRate[corner] * free[corner]) / GRAVITY,
      x: endOfCorner(corner) === 'front' ? 0 : wheelbase,
      y: (sideOfCorner(corner) * track[endOfCorner(corner)]) / 2,
    })),
  }).height;
  return eachCorner((corner) => plane[corner] + FLEX * (free[corner] - plane[corner]));
}

/** Loads a car is brought with: where they lie, as shares of the wheelbase and of half a track, and how heavy, kg. */
const LOADS = [
  { x: 0.88, y: 0 },
  { x: 1.2, y: 0 },
  { x: 0.45, y: 0 },
  { x: -0.15, y: 0 },
  { x: 0.9, y: 0.55 },
  { x: 0.9, y: -0.55 },
];
const LOAD_KG = [45, 80, 120, 170, 230];

function waysOf(input: CausesInput): Way[] {
  const { springs, touched, leanBefore, stillToCome } = input;
  const ways: Way[] = [];
  const add = (
    id: CauseId,
    end: CauseEnd,
    free: PerCorner<number>,
    sizes: Way['sizes'],
    prior = 1,
    corner: Corner | null = null,
  ) => ways.push({ id, end, corner, prior, effect: bodyMoves(springs, free), sizes });
  const said = (what: 'bush' | 'sag' | 'unsettled', yes: boolean) => SAID[what][yes ? 'yes' : 'no'];
  for (const corner of CORNERS) {
    const end = endOfCorner(corner);
    if (!touched[end]) continue;
    add('odd-corner', end, at(corner), between(-24, -6), 0.5, corner);
    add('not-seated', end, at(corner), between(5, 20), 0.5, corner);
    add('bound-bush', end, at(corner), between(5, 16), 0.25 * said('bush', input.hangingBush[end]), corner);
  }
  for (const end of ['front', 'rear'] as const) {
    if (touched[end]) {
      add('bound-bush', end, alike(end), between(5, 16), 0.5 * said('bush', input.hangingBush[end]));
      // Made tight at the height it had before the lift, they hold it down.
      add('bound-bush', end, alike(end), between(-14, -5), 0.15);
      add('wrong-part', end, alike(end), eitherWay(8, 26));
      add('side-to-side', end, leaning(end), eitherWay(10, 26));
      if (input.sagFound[end]) add('old-spring', end, alike(end), between(5, 20), SAID.sag.yes);
    } else add('old-spring', end, alike(end), between(-22, -6), said('sag', input.sagFound[end]));
    if (stillToCome[end] > 1)
      add('still-to-come', end, alike(end, stillToCome[end]), about(0.15), SAID.known);
    if (Math.abs(leanBefore[end]) > 6) {
      const lean = leaning(end);
      // What it came with stands in the readings themselves: no spring of the job makes it.
      ways.push({
        id: 'own-lean',
        end,
        corner: null,
        prior: SAID.known,
        effect: eachCorner((corner) => lean[corner] * leanBefore[end]),
        sizes: about(0.15),
      });
    }
  }
  const risen = eachCorner((corner) => Number(touched[endOfCorner(corner)]));
  add(
    'unsettled',
    touched.front && touched.rear ? 'both' : touched.front ? 'front' : 'rear',
    risen,
    between(4, 13),
    said('unsettled', input.unsettled),
  );
  for (const { x, y } of LOADS) {
    const height = (kg: number) =>
      shiftLoad({
        ...springs,
        masses: [{ kg, x: x * springs.wheelbase, y: (y * (springs.track.front + springs.track.rear)) / 4 }],
      }).height;
    const unit = height(100);
    ways.push({
      id: 'load',
      end: x < 0.2 ? 'front' : x > 0.6 ? 'rear' : 'both',
      corner: null,
      prior: 1 / LOADS.length,
      effect: unit,
      sizes: LOAD_KG.map((kg) => ({ size: kg / 100, share: 1 / LOAD_KG.length })),
    });
  }
  return ways;
}

/** How likely readings are that miss by so much, their noise of one axle going together. */
function densityWith(covariance: number[][]): (miss: readonly number[]) => number {
  const size = covariance.length;
  const inverse = covariance.map((_, column) =>
    solveLinear(covariance.map((row, i) => [...row, i === column ? 1 : 0]))!,
  );
  // The determinant by elimination: the product of the pivots.
  const rows = covariance.map((row) => [...row]);
  let determinant = 1;
  for (let i = 0; i < size; i += 1) {
    determinant *= rows[i]![i]!;
    for (let j = i + 1; j < size; j += 1) {
      const part = rows[j]![i]! / rows[i]![i]!;
      for (let k = i; k < size; k += 1) rows[j]![k]! -= part * rows[i]![k]!;
    }
  }
  const scale = 1 / Math.sqrt((2 * Math.PI) ** size * determinant);
  return (miss) => {
    let square = 0;
    for (let i = 0; i < size; i += 1)
      for (let j = 0; j < size; j += 1) square += miss[i]! * inverse[i]![j]! * miss[j]!;
    return scale * Math.exp(-square / 2);
  };
}

/**
 * How likely each cause is, given how far the four corners stand off: Bayes' rule over sizes, the tape's noise and how sure
 * the prediction is counted in, a prior from what the shop has found before.
 * @returns causes, the likeliest first, with `none` of these among them; their shares sum to one
 */
export function weighCauses(input: CausesInput): Weighed[] {
  const { off, touched, predictionSd, found = {} } = input;
  const axleSd = (end: 'front' | 'rear') =>
    predictionSd?.[end] ?? (touched[end] ? PREDICTION_SD.touched : PREDICTION_SD.untouched);
  const covariance = (more: number) =>
    CORNERS.map((one) =>
      CORNERS.map((other) => {
        const end = endOfCorner(one);
        const together = end === endOfCorner(other) ? axleSd(end) ** 2 : 0;
        return together + (one === other ? 2 * TAPE_SD ** 2 + more ** 2 : 0);
      }),
    );
  const likely = densityWith(covariance(0));
  const seen = CORNERS.map((corner) => off[corner]);
  const total = Object.values(found).reduce((sum, count) => sum + count, 0);
  const usual = Object.values(USUAL).reduce((sum, one) => sum + one, 0);
  const rate = (id: CauseId) => ((USUAL[id] / usual) * USUAL_JOBS + (found[id] ?? 0)) / (USUAL_JOBS + total);
  const weighed = waysOf(input).map((way) => {
    let density = 0;
    let best = { size: way.sizes[0]!.size, density: -1 };
    for (const { size, share } of way.sizes) {
      const here = likely(CORNERS.map((corner, i) => seen[i]! - way.effect[corner] * size));
      density += share * here;
      if (here > best.density) best = { size, density: here };
    }
    const { id, end, corner } = way;
    return {
      id,
      end,
      corner,
      weight: rate(id) * way.prior * density,
      does: eachCorner((one) => way.effect[one] * best.size),
    };
  });
  const none = {
    id: 'none' as const,
    end: 'both' as const,
    corner: null,
    weight: rate('none') * densityWith(covariance(NONE_SD))(seen),
    does: off,
  };
  // Ways of one cause at one place are one answer.
  const together = new Map<string, (typeof weighed)[number]>();
  for (const one of [...weighed, none]) {
    const key = `${one.id} ${one.end} ${one.corner ?? ''}`;
    const before = together.get(key);
    const best = before && before.weight > one.weight ? before : one;
    together.set(key, { ...best, weight: (before?.weight ?? 0) + one.weight } as never);
  }
  const all = [...together.values()];
  const sum = all.reduce((whole, one) => whole + one.weight, 0);
  return all
    .map(({ weight, ...one }) => ({ ...one, share: sum > 0 ? weight / sum : one.id === 'none' ? 1 : 0 }))
    .sort((a, b) => b.share - a.share);
}
