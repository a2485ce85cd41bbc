import { attempt } from '../refusal';
import { type CarStand, type PlannerInput, standCar, standSetup, standWith, valuesOf } from './car-stand';
import type { Consequence, FigureUnit, Limit } from './consequence';
import { CONSEQUENCES } from './consequences';
import { placeOfFigure } from './figures';
import { beyond, judgeOne } from './judge';
import { type MeasureSheet, type OneEnd, measuresOf, spreadOf, wholeSheet } from './measures';
import { hangsBy } from './moving';
import { isDrawn } from './spread';

/** Everything that is judged while a wheel hangs or stands at lock, for the list that is walked in the air. */

/** Which figure of the car is worked out anew from what was read in the air. */
const TEACHES: Partial<Record<string, string>> = {
  'half-shaft-droop': 'shaftDrop',
  'arm-coil': 'armCoilGap',
  'bar-over': 'barLinkUp',
  'level-over': 'levelRod',
  hose: 'hoseDroop',
  'hose-lock': 'hoseLock',
  lead: 'leadDroop',
  'spring-loose': 'seatGapDroop',
  'joint-droop': 'shaftFall',
  'tire-lock': 'archLock',
};
/** The measures that are learned from what is read in the air, at both ends. */
export const TAUGHT = [...new Set(Object.values(TEACHES))].flatMap((id) => [`front.${id}`, `rear.${id}`]);

const LOOKED_AT = new Set([
  ...Object.keys(TEACHES),
  'droop-left',
  'half-shaft-lock',
  'half-shaft-plunge',
  'upper-joint',
  'coil-bent',
  'slip-droop',
]);
const AT_LOCK = /-lock$/;

export const localId = (rule: Pick<Consequence, 'id'>) => rule.id.slice(rule.id.indexOf('.') + 1);
export const isDroopRule = (rule: Pick<Consequence, 'id' | 'end'>) =>
  rule.end !== 'car' && LOOKED_AT.has(localId(rule));

export interface DroopItem {
  id: string;
  name: string;
  end: OneEnd;
  where: 'hanging' | 'at lock, hanging';
  unit: FigureUnit;
  figure: number | null;
  limit: Limit;
  /** How much is left to the limit, in the figure's unit; minus is beyond. */
  margin: number | null;
  over: boolean;
  stopped: string | null;
  /** How far it may come out, by what nobody measured; null where everything that moves it was measured. */
  range: { low: number; high: number } | null;
  /** The figures nobody measured that move it most: where a tape is worth most. */
  measureHere: string[];
  /** How far below ride its limit is met, mm; null where it is not met before full droop. */
  endsAt: number | null;
  /** What to do before the car is taken apart, and at the lift. */
  advice: string[];
  why: string;
}

/** The two words a mechanic needs first, by what would come apart. */
const ADVICE: Partial<Record<string, string>> = {
  'half-shaft-droop': 'Strap the knuckle, or take the shaft out of the hub first.',
  'half-shaft-plunge': 'Shaft out of the hub first, or strap the knuckle before anything is parted.',
  'half-shaft-lock': 'Keep the wheels straight while they hang.',
  'upper-joint': 'Strap the arm before the damper comes off.',
  'arm-coil': 'Keep the arm on a jack while it hangs.',
  'bar-over': 'Bar links off at one end before it hangs.',
  'level-over': 'Unclip the sensor rod before it is raised.',
  hose: 'Free the hose bracket before the wheel hangs.',
  'hose-lock': 'Free the hose bracket; do not turn the wheel while it hangs.',
  lead: 'Free the lead before the wheel hangs.',
  'spring-loose': 'Tie the coil, or strap the axle: it can leave its seat.',
  'coil-bent': 'Strap the axle: its coil bows out of the seat.',
  'joint-droop': 'Strap the axle, or the driveshaft off first.',
  'slip-droop': 'Driveshaft off first, or tied up.',
  'tire-lock': 'Turn it to lock by hand and look before it is driven.',
};

export const droopRules = (car: CarStand): Consequence[] =>
  CONSEQUENCES.filter((rule) => isDroopRule(rule) && rule.applies(car));

/** From this share of a figure's whole spread on a measure is worth naming. */
const WORTH_NAMING = 0.08;
const NAMED_MOST = 2;
/** Nine in ten of a spread lie within this many of its standard deviations. */
const NINE_IN_TEN = 1.645;

/**
 * What moves a figure that nobody measured: each assumed measure is moved by its own spread to both sides and the car stood
 * again. @returns one standard deviation of what comes of it, in the figure's unit, and the measures by how much they do
 */
function restsOn(
  input: PlannerInput,
  rules: readonly Consequence[],
): Map<string, { sd: number; from: { label: string; share: number }[] }> {
  const sheet = wholeSheet(input.setup, input.sheet);
  const plan = standSetup(input);
  const v = valuesOf(input.setup, input.sheet);
  const read = () => {
    const car = attempt(() => standWith(v, plan));
    return rules.map((rule) => {
      const figure = car.ok ? attempt(() => rule.figure(car.value)) : car;
      return figure.ok ? (figure.value as number) : null;
    });
  };
  const moves = rules.map(() => [] as { label: string; by: number }[]);
  for (const def of measuresOf(input.setup)) {
    const one = sheet[def.key]!;
    if (one.known === 'measured' || one.known === 'kit' || !isDrawn(def.key, one.value)) continue;
    const { at, place } = placeOfFigure(v, def.key);
    const sd = spreadOf(def.unit, one);
    const readAt = (value: number) => {
      at[place] = value;
      return read();
    };
    const [low, high] = [readAt(one.value - sd), readAt(one.value + sd)];
    at[place] = one.value;
    rules.forEach((_, i) => {
      if (low[i] === null || high[i] === null) return;
      const by = Math.abs(high[i]! - low[i]!) / 2;
      // Both ends move the pitch of the car: the other end's figures are named with it.
      const label = rules[i]!.end === def.end ? def.label : `${def.label}, ${def.end ?? 'the car'}`;
      if (by > 1e-9) moves[i]!.push({ label, by });
    });
  }
  return new Map(
    rules.map((rule, i) => {
      const squares = moves[i]!.reduce((sum, { by }) => sum + by * by, 0);
      return [
        rule.id,
        {
          sd: Math.sqrt(squares),
          from: moves[i]!.map(({ label, by }) => ({ label, share: (by * by) / (squares || 1) })).sort(
            (a, b) => b.share - a.share,
          ),
        },
      ];
    }),
  );
}

/** A rule of the list by its id, on a car that has it. */
export const droopRule = (car: CarStand, id: string): Consequence | null =>
  droopRules(car).find((rule) => rule.id === id) ?? null;

/** How far below ride a figure meets its limit on the way down, mm; null where it does not before full droop. */
function meetsLimitAt(rule: Consequence, car: CarStand, end: OneEnd): number | null {
  const droop = hangsBy(car, end, 'droop') - car.axleLift[end];
  const over = (at: number): boolean => {
    const hung: CarStand = {
      ...car,
      axles: { ...car.axles, [end]: { ...car.axles[end], droopTravel: at } },
      memo: {},
    };
    const figure = attempt(() => rule.figure(hung));
    return !figure.ok || beyond(figure.value, rule.limit(hung));
  };
  if (!over(droop)) return null;
  let [low, high] = [0, droop];
  if (over(low)) return 0;
  for (let round = 0; round < 12; round += 1) {
    const middle = (low + high) / 2;
    if (over(middle)) high = middle;
    else low = middle;
  }
  return low;
}

/**
 * The list of full droop and lock for a car with its plan: each figure with its margin, its range by what nobody measured,
 * and where to measure. Ranges are no leave to let it hang: nothing here says that it may.
 * @returns items by axle, what is beyond its limit first
 * @throws Refusal where the car cannot be stood at all
 */
export function droopList(input: PlannerInput): DroopItem[] {
  const car = standCar(input);
  const rules = droopRules(car);
  const rests = restsOn(input, rules);
  const items = rules.map((rule): DroopItem => {
    const end = rule.end as OneEnd;
    const judged = judgeOne(rule, car);
    const { sd, from } = rests.get(rule.id)!;
    const { figure, limit } = judged;
    const assumed = sd > 1e-6 && figure !== null;
    const range = assumed ? { low: figure - NINE_IN_TEN * sd, high: figure + NINE_IN_TEN * sd } : null;
    const margin =
      figure === null ? null : limit.most === undefined ? figure - limit.least! : limit.most - figure;
    const over = figure === null || beyond(figure, limit);
    const near = range !== null && (beyond(range.low, limit) || beyond(range.high, limit));
    const endsAt =
      rule.motion && !AT_LOCK.test(rule.id) && (over || near) ? meetsLimitAt(rule, car, end) : null;
    const advice = ADVICE[localId(rule)];
    return {
      id: rule.id,
      name: rule.name,
      end,
      where: AT_LOCK.test(rule.id) ? 'at lock, hanging' : 'hanging',
      unit: rule.unit,
      figure,
      limit,
      margin,
      over,
      stopped: judged.stopped,
      range,
      measureHere: from
        .filter(({ share }) => share >= WORTH_NAMING)
        .slice(0, NAMED_MOST)
        .map(({ label }) => label),
      endsAt,
      advice: advice && (over || near) ? [advice] : [],
      why: rule.why,
    };
  });
  const rank = (item: DroopItem) => (item.over ? 0 : item.advice.length ? 1 : 2);
  return items.sort((a, b) => rank(a) - rank(b));
}

/**
 * What a figure read in the air says of the car as it was measured: the measure it hangs on is moved until the car in
 * motion reads the same.
 * @param id the consequence that was read @param read its figure, mm or degrees
 * @returns the measure and its value; null where the figure teaches none, or no value of it gives what was read
 */
export function taughtBy(
  input: PlannerInput,
  id: string,
  read: number,
): { key: string; label: string; unit: string; value: number } | null {
  const rule = CONSEQUENCES.find((one) => one.id === id);
  if (!rule || rule.end === 'car') return null;
  const measure = TEACHES[localId(rule)];
  const key = `${rule.end}.${measure}`;
  const def = measuresOf(input.setup).find((one) => one.key === key);
  if (!measure || !def) return null;
  const start = wholeSheet(input.setup, input.sheet)[key]!.value;
  const off = (value: number): number | null => {
    const sheet: MeasureSheet = { ...input.sheet, [key]: { value, known: 'measured' } };
    const figure = attempt(() => rule.figure(standCar({ ...input, sheet })));
    return figure.ok ? figure.value - read : null;
  };
  // The secant: the figures run nearly straight in what they hang on.
  let [a, b] = [start, start + 2];
  let [fa, fb] = [off(a), off(b)];
  for (let round = 0; round < 25; round += 1) {
    if (fa === null || fb === null) return null;
    if (Math.abs(fb) < 1e-6) {
      if (!def.anySign && b <= 0) return null;
      return { key, label: `${def.label}, ${rule.end}`, unit: def.unit, value: b };
    }
    if (fb === fa) return null;
    const next = b - (fb * (b - a)) / (fb - fa);
    [a, fa] = [b, fb];
    b = next;
    fb = off(b);
  }
  return null;
}
