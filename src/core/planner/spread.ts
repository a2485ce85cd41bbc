import { Refusal, attempt } from '../refusal';
import { CORNERS, type Corner, type PerCorner } from '../corners';
import { type PlannerInput, type StandSetup, standSetup, standWith, valuesOf } from './car-stand';
import type { Consequence } from './consequence';
import { CONSEQUENCES } from './consequences';
import { drawsFrom, normalFrom } from '../draws';
import { beyond } from './judge';
import { placeOfFigure } from './figures';
import { measuresOf, spreadOf, wholeSheet } from './measures';

export interface Band {
  p10: number;
  p50: number;
  p90: number;
}
export interface SpreadAnswer {
  draws: number;
  /** Draws whose geometry had no answer. */
  lost: number;
  /** Standing height at each corner, or its lift while nothing was measured, mm. */
  corners: PerCorner<Band>;
  /** Each consequence's figure, and the share of draws that pass its limit. */
  consequences: Record<string, Band & { passes: number }>;
}

/** Puts the value of a rank in its place, smaller ones before it: three quantiles need no whole sort. */
function placeRank(values: Float64Array, rank: number, first: number): void {
  let [low, high] = [first, values.length - 1];
  while (low < high) {
    const pivot = values[(low + high) >> 1]!;
    let [i, j] = [low, high];
    while (i <= j) {
      while (values[i]! < pivot) i += 1;
      while (values[j]! > pivot) j -= 1;
      if (i <= j) {
        const kept = values[i]!;
        values[i] = values[j]!;
        values[j] = kept;
        i += 1;
        j -= 1;
      }
    }
    if (rank <= j) high = j;
    else if (rank >= i) low = i;
    else return;
  }
}

function bandOf(values: Float64Array): Band {
  const ranks = [0.1, 0.5, 0.9].map((share) => Math.round(share * (values.length - 1)));
  ranks.forEach((rank, index) => placeRank(values, rank, index === 0 ? 0 : ranks[index - 1]!));
  const [p10, p50, p90] = ranks.map((rank) => values[rank]!);
  return { p10: p10!, p50: p50!, p90: p90! };
}

/** Motion ratios past these are no suspension: a draw is held inside. */
const RATIO_MOST = 1.5;
const RATIO_LEAST = 0.2;
const BASELINE_SD = 1;
const SET_NOT_MEASURED = /Limit$|Most$|Goal$|Least$|^rating|rampDeg$|lockDeg$|stopOnFrame$|dragApart$/;
/** What sizes a part and moves nothing of the car: no draw is made of it. */
const SIZES_ONLY = /\.(?:stud\w+|jackPoint|barTwist)$/;

/** A limit or a wish is a number someone set, not one that was measured; a zero says that the car has none. */
export const isDrawn = (key: string, value: number) =>
  value !== 0 && !SET_NOT_MEASURED.test(key) && !SIZES_ONLY.test(key);

/**
 * How far a plan's heights and consequences may come out, from how well each figure is known: seeded normal draws.
 * @param input the plan
 * @param draws how many
 * @param seed the same seed gives the same answer
 * @param learnedSd spread of what past jobs gave over what was predicted, as a logarithm
 * @param of the consequences that are asked for; none leaves the heights, in a fraction of the time
 * @returns P10, P50, P90 for each corner (mm) and each consequence (its own unit)
 */
export function spreadOfPlan(
  input: PlannerInput,
  draws = 10_000,
  seed = 1,
  learnedSd: { front: number; rear: number } = { front: 0.06, rear: 0.06 },
  of: readonly Consequence[] = CONSEQUENCES,
): SpreadAnswer {
  const sheet = wholeSheet(input.setup, input.sheet);
  const plan = standSetup(input);
  const learned = input.learned ?? { front: 1, rear: 1 };
  const normal = normalFrom(drawsFrom(seed));
  const v = valuesOf(input.setup, input.sheet);
  const first = standWith(v, plan);
  const rules = of.filter(
    (rule) => !rule.certain && rule.applies(first) && (!rule.motion || attempt(() => rule.figure(first)).ok),
  );
  const defs = measuresOf(input.setup)
    .map((def) => ({
      key: def.key,
      ...placeOfFigure(v, def.key),
      value: sheet[def.key]!.value,
      sd: spreadOf(def.unit, sheet[def.key]!),
      ratio: def.unit === 'ratio',
      positive: !def.anySign,
    }))
    .filter(({ key, value }) => isDrawn(key, value));
  const limits = rules.map((rule) => rule.limit(first));
  const along = slopesOf(v, plan, defs, rules, learned);
  const corner = Object.fromEntries(
    CORNERS.map((c) => [c, new Float64Array(draws)]),
  ) as PerCorner<Float64Array>;
  const figures = rules.map(() => new Float64Array(draws));
  const passes = rules.map(() => 0);
  const held: StandHolder = { ...plan, learned: { ...learned } };
  let kept = 0;
  let lost = 0;
  for (let draw = 0; draw < draws; draw += 1) {
    for (const def of defs) {
      let value = def.value + normal() * def.sd;
      if (def.ratio) value = Math.min(RATIO_MOST, Math.max(RATIO_LEAST, value));
      else if (def.positive && value <= 0) value = def.value * 0.05;
      def.at[def.place] = value;
    }
    held.learned!.front = learned.front * Math.exp(normal() * learnedSd.front);
    held.learned!.rear = learned.rear * Math.exp(normal() * learnedSd.rear);
    try {
      const car = standWith(v, held);
      for (let i = 0; i < rules.length; i += 1)
        figures[i]![kept] = along[i]?.at(held.learned!) ?? rules[i]!.figure(car);
      for (const c of CORNERS) {
        const base = input.baseline ? input.baseline[c] + normal() * BASELINE_SD : 0;
        corner[c][kept] = base + car.lift[c];
      }
      for (let i = 0; i < rules.length; i += 1) if (beyond(figures[i]![kept]!, limits[i]!)) passes[i]! += 1;
      kept += 1;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      lost += 1;
    }
  }
  if (kept === 0) throw new Refusal('no-solution', 'No draw of these figures gave an answer.', 'sheet');
  const band = (values: Float64Array) => bandOf(values.slice(0, kept));
  return {
    draws,
    lost,
    corners: Object.fromEntries(CORNERS.map((c: Corner) => [c, band(corner[c])])) as PerCorner<Band>,
    consequences: Object.fromEntries(
      rules.map((rule, i) => [rule.id, { ...band(figures[i]!), passes: passes[i]! / kept }]),
    ),
  };
}

type Learned = { front: number; rear: number };
interface DrawnFigure {
  key: string;
  at: Float64Array;
  place: number;
  value: number;
  sd: number;
}
/** A figure read from motion, its readings laid along their slopes at the plan's own figures. */
interface Slopes {
  at(learned: Learned): number;
}

/** What is drawn is moved by this many of its standard deviations for a slope. */
const NUDGE = 0.7;
/** How far what jobs gave over what was predicted is moved for a slope. */
const NUDGE_LEARNED = 0.05;

/**
 * The slopes of the figures that are read from motion: one car is followed through its links to both sides of each
 * measure, ten thousand draws are not.
 * @param v the plan's figures; back as they were when it returns
 * @returns for each rule its slopes; null for those that are not read from motion
 */
function slopesOf(
  v: ReturnType<typeof valuesOf>,
  plan: StandSetup,
  defs: DrawnFigure[],
  rules: readonly Consequence[],
  learned: Learned,
): (Slopes | null)[] {
  if (!rules.some((rule) => rule.motion)) return rules.map(() => null);
  const readAll = (by: Learned): (number[] | null)[] => {
    const car = attempt(() => standWith(v, { ...plan, learned: by }));
    return rules.map(({ motion }) => {
      if (!motion || !car.ok) return null;
      const reads = attempt(() => motion.reads(car.value));
      return reads.ok ? reads.value : null;
    });
  };
  const middle = readAll(learned);
  type Slope = { read: number; by: number; off: (now: Learned) => number };
  const slopes = rules.map(() => [] as Slope[]);
  // Over both sides where both answer, else over the one that does.
  const note = (low: (number[] | null)[], high: (number[] | null)[], width: number, off: Slope['off']) =>
    middle.forEach((here, i) =>
      here?.forEach((value, read) => {
        const [a, b] = [low[i]?.[read] ?? value, high[i]?.[read] ?? value];
        const sides = Number(low[i] !== null) + Number(high[i] !== null);
        if (sides > 0 && a !== b) slopes[i]!.push({ read, by: (b - a) / (sides * width), off });
      }),
    );
  for (const def of defs) {
    const width = def.sd * NUDGE;
    if (width === 0) continue;
    const read = (value: number) => {
      def.at[def.place] = value;
      return readAll(learned);
    };
    const [low, high] = [read(def.value - width), read(def.value + width)];
    def.at[def.place] = def.value;
    note(low, high, width, () => def.at[def.place]! - def.value);
  }
  for (const end of ['front', 'rear'] as const) {
    const read = (by: number) => readAll({ ...learned, [end]: learned[end] + by });
    note(read(-NUDGE_LEARNED), read(NUDGE_LEARNED), NUDGE_LEARNED, (now) => now[end] - learned[end]);
  }
  return rules.map(({ motion }, i) => {
    const here = middle[i];
    if (!motion || !here) return null;
    const own = slopes[i]!;
    return {
      at: (now) => {
        const reads = [...here];
        for (const { read, by, off } of own) reads[read]! += by * off(now);
        return motion.of(reads);
      },
    };
  });
}

type StandHolder = ReturnType<typeof standSetup> & { learned?: { front: number; rear: number } };
