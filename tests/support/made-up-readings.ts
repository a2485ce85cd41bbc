/**
 * Made-up sets of heights, honest and spoiled, for whoever judges them: a car with its leans, a lift that comes out as lifts
 * do, what lies in it, two people with a tape. It knows nothing of the judge: no figure here is taken from one.
 */

type Corner = 'LF' | 'RF' | 'LR' | 'RR';
export type Four<T> = Record<Corner, T>;
const ALL: Corner[] = ['LF', 'RF', 'LR', 'RR'];

/** A plain generator of its own: a multiply and a remainder. */
function randomness(seed: number) {
  let state = (seed * 48271 + 11) % 2147483647;
  const even = () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
  const bell = (sd: number) => {
    let sum = 0;
    for (let at = 0; at < 12; at += 1) sum += even();
    return (sum - 6) * sd;
  };
  const between = (low: number, high: number) => low + even() * (high - low);
  const one = <T>(of: readonly T[]): T => of[Math.min(of.length - 1, Math.floor(even() * of.length))]!;
  return { even, bell, between, one };
}

export const SPOILS = ['copied', 'lean', 'digits', 'tires'] as const;
export type Spoil = (typeof SPOILS)[number];

export interface MadeUpSet {
  unit: 'in' | 'mm';
  came: Four<string>;
  now: Four<string>;
  /** Read a second time by the other of two people; none where one read it alone. */
  nowAgain: Four<string> | null;
  cameAgain: Four<string> | null;
  predicted: Four<number>;
  /** How far a prediction of this kind lies from what comes out, mm. */
  predictedSd: number;
  claimed: { front: number; rear: number };
  onlyTires: boolean;
  people: [string, string];
}

/** As somebody writes it: whole millimeters, or inches to the sixteenth. */
function asWritten(mm: number, unit: 'in' | 'mm'): string {
  if (unit === 'mm') return String(Math.round(mm));
  const sixteenths = Math.round(mm / 1.5875);
  const [whole, rest] = [Math.floor(sixteenths / 16), sixteenths % 16];
  if (rest === 0) return String(whole);
  let [top, bottom] = [rest, 16];
  while (top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  return `${whole} ${top}/${bottom}`;
}

const inMm = (text: string, unit: 'in' | 'mm'): number => {
  if (unit === 'mm') return Number(text);
  const [whole, part] = text.split(' ');
  const [top, bottom] = (part ?? '0/1').split('/').map(Number);
  return (Number(whole) + top! / bottom!) * 25.4;
};

const TAPE = 1.6;

/**
 * One set as it came and one after the work, each read by somebody.
 * @param spoil what is wrong with the second; nothing where it is honest
 */
export function madeUpSet(seed: number, spoil: Spoil | null): MadeUpSet {
  for (let again = 0; ; again += 1) {
    const set = tryToMake(seed * 131 + again * 7919, spoil);
    if (set) return set;
  }
}

function tryToMake(seed: number, spoil: Spoil | null): MadeUpSet | null {
  const { even, bell, between, one } = randomness(seed);
  const unit = one(['in', 'mm'] as const);
  const onlyTires = spoil === 'tires' || (spoil === null && even() < 0.15);
  const axle = { front: between(470, 620), rear: between(480, 660) };
  // Half an inch from side to side is nothing rare on a truck.
  const lean = { front: bell(6.5), rear: bell(6.5) };
  // One that turns over does so by 8 to 30 mm, all of them alike often.
  const turns = spoil === 'lean' ? one(['front', 'rear'] as const) : null;
  if (turns) lean[turns] = one([-1, 1]) * between(4, 15);
  const lifts = onlyTires ? { front: 0, rear: 0 } : { front: between(18, 90), rear: between(15, 80) };
  const predictedSd = 5;
  const truth = (at: Corner) => {
    const end = at.endsWith('F') ? 'front' : 'rear';
    return axle[end] + (at.startsWith('L') ? 0.5 : -0.5) * lean[end];
  };
  const gave = onlyTires
    ? { front: bell(0.7), rear: bell(0.7) }
    : { front: lifts.front + bell(predictedSd), rear: lifts.rear + bell(predictedSd) };
  // What lies in it: a toolbox, half a tank, nobody weighs it.
  const load = onlyTires ? { front: 0, rear: 0 } : { front: -Math.abs(bell(1)), rear: -Math.abs(bell(1.5)) };
  const read = (mm: number) => asWritten(mm + bell(TAPE), unit);
  const four = <T>(of: (corner: Corner) => T) => Object.fromEntries(ALL.map((at) => [at, of(at)])) as Four<T>;
  const came = four((at) => read(truth(at)));
  const after = four((at) => {
    const end = at.endsWith('F') ? 'front' : 'rear';
    return truth(at) + gave[end] + load[end] + (onlyTires ? 0 : bell(1));
  });
  const now = four((at) => read(after[at]));
  const twice = even() < 0.5;
  const cameAgain = twice ? four((at) => read(truth(at))) : null;
  const nowAgain = twice ? four((at) => read(after[at])) : null;
  const where = one(ALL);
  const wrong = (text: string) => Math.abs(inMm(text, unit) - after[where]);
  if (spoil === 'copied') {
    const from = one([...ALL.filter((at) => at !== where).map((at) => now[at]), came[where]]);
    // A copy that reads as the car stands spoils nothing.
    if (wrong(from) < 8) return null;
    now[where] = from;
  }
  if (spoil === 'digits') {
    const whole = /^\d+/.exec(now[where])![0];
    const at = Math.floor(even() * (whole.length - 1));
    const figures = [...whole];
    [figures[at], figures[at + 1]] = [figures[at + 1]!, figures[at]!];
    const changed = figures.join('') + now[where].slice(whole.length);
    if (changed === now[where] || changed.startsWith('0')) return null;
    now[where] = changed;
  }
  if (spoil === 'lean') {
    const [left, right] = turns === 'front' ? (['LF', 'RF'] as const) : (['LR', 'RR'] as const);
    if (Math.abs(after[left] - after[right]) * 2 < 8) return null;
    for (const readings of [now, ...(nowAgain ? [nowAgain] : [])])
      [readings[left], readings[right]] = [readings[right], readings[left]];
  }
  if (spoil === 'tires') {
    // Read from the floor, or up to another point: all four move by half of what the tires gained.
    const by = one([-1, 1]) * between(8, 40);
    for (const readings of [now, ...(nowAgain ? [nowAgain] : [])])
      for (const at of ALL) readings[at] = asWritten(inMm(readings[at], unit) + by, unit);
  }
  const stood = four((at) => inMm(came[at], unit));
  return {
    unit,
    came,
    now,
    // One who copies, or changes figures over, reads no second time.
    nowAgain: spoil === 'copied' || spoil === 'digits' ? null : nowAgain,
    cameAgain,
    predicted: four((at) => stood[at] + lifts[at.endsWith('F') ? 'front' : 'rear']),
    predictedSd,
    claimed: {
      front: onlyTires ? 0 : lifts.front * between(0.9, 1.2),
      rear: onlyTires ? 0 : lifts.rear * between(0.9, 1.2),
    },
    onlyTires,
    people: one([
      ['Ilse', 'Ilse'],
      ['Ilse', 'Brannoch'],
    ] as [string, string][]),
  };
}
