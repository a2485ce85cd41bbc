import { drawsFrom, normalFrom } from '@/core/draws';
import type { CauseId, CausesInput } from '@/core/stance/causes';

/**
 * Made-up jobs whose heights are off by a cause that is known, for measuring the judge: a body on four springs of its own,
 * a tape's noise, a prediction that is not quite right, and a record that sometimes says what was done and sometimes does not.
 */
export interface Planted {
  id: CauseId;
  end: 'front' | 'rear' | 'both';
  corner: string | null;
  input: Omit<CausesInput, 'found'>;
}

export const PLANTS: readonly CauseId[] = [
  'odd-corner',
  'not-seated',
  'bound-bush',
  'wrong-part',
  'side-to-side',
  'old-spring',
  'load',
  'unsettled',
  'still-to-come',
];

/** Heights of a stiff plate on springs whose free ends stand at `free`, by its three balances; and a tenth to a half of the rest. */
function plate(rate: number[], free: number[], x: number[], y: number[], soft: number): number[] {
  // Unknown: height, slope along, slope across. Forces and both moments vanish.
  const rows = [
    [0, 0, 0, 0],
    [0, 0, 0, 0],
    [0, 0, 0, 0],
  ];
  for (let i = 0; i < 4; i += 1) {
    const base = [1, x[i]!, y[i]!];
    for (let r = 0; r < 3; r += 1) {
      for (let c = 0; c < 3; c += 1) rows[r]![c]! += rate[i]! * base[r]! * base[c]!;
      rows[r]![3]! += rate[i]! * base[r]! * free[i]!;
    }
  }
  for (let p = 0; p < 3; p += 1)
    for (let r = 0; r < 3; r += 1) {
      if (r === p) continue;
      const part = rows[r]![p]! / rows[p]![p]!;
      for (let c = p; c < 4; c += 1) rows[r]![c]! -= part * rows[p]![c]!;
    }
  const [z, a, b] = rows.map((row, at) => row[3]! / row[at]!);
  return free.map((end, i) => {
    const flat = z! + a! * x[i]! + b! * y[i]!;
    return flat + soft * (end - flat);
  });
}

export function plantedJobs(seed: number, count: number): Planted[] {
  const draw = drawsFrom(seed);
  const bell = normalFrom(draw);
  const from = (low: number, high: number) => low + draw() * (high - low);
  const one = <T>(list: readonly T[]): T => list[Math.floor(draw() * list.length)]!;
  return Array.from({ length: count }, (): Planted => {
    const base = from(2500, 3700);
    const wide = from(1450, 1750);
    const stiff = [from(22, 40), from(22, 40), from(22, 45), from(22, 45)];
    const rate = [stiff[0]!, stiff[0]!, stiff[2]!, stiff[2]!];
    const x = [0, 0, base, base];
    const y = [-wide / 2, wide / 2, -wide / 2, wide / 2];
    const soft = from(0.15, 0.45);
    const id = one(PLANTS);
    const both = draw() < 0.35;
    let end: 'front' | 'rear' = one(['front', 'rear'] as const);
    const touched = { front: both || end === 'front', rear: both || end === 'rear' };
    const free = [0, 0, 0, 0];
    let corner: string | null = null;
    const places = (which: 'front' | 'rear') => (which === 'front' ? [0, 1] : [2, 3]);
    const said = (yes: boolean, told = 0.85, wrongly = 0.12) => draw() < (yes ? told : wrongly);
    const record = { hangingBush: false, sagFound: false, unsettled: false };
    const still = { front: 0, rear: 0 };
    let body: number[] | null = null;
    if (id === 'odd-corner' || id === 'not-seated') {
      const at = one(places(end));
      corner = ['LF', 'RF', 'LR', 'RR'][at]!;
      free[at] = id === 'odd-corner' ? -from(10, 22) : from(10, 20);
    } else if (id === 'bound-bush') {
      const by = from(6, 15);
      for (const at of places(end)) free[at] = by;
      record.hangingBush = true;
    } else if (id === 'wrong-part') {
      const by = (draw() < 0.5 ? -1 : 1) * from(9, 24);
      for (const at of places(end)) free[at] = by;
    } else if (id === 'side-to-side') {
      const by = (draw() < 0.5 ? -1 : 1) * from(12, 24);
      free[places(end)[0]!] = by / 2;
      free[places(end)[1]!] = -by / 2;
    } else if (id === 'old-spring') {
      // At the end nobody worked at; where both were worked at, one that had sagged gives more.
      if (!both) end = end === 'front' ? 'rear' : 'front';
      const by = both ? from(7, 18) : -from(8, 20);
      for (const at of places(end)) free[at] = by;
      record.sagFound = true;
    } else if (id === 'unsettled') {
      const by = from(6, 12);
      for (const which of ['front', 'rear'] as const)
        if (touched[which]) for (const at of places(which)) free[at] = by;
      record.unsettled = true;
    } else if (id === 'still-to-come') {
      still[end] = from(8, 18);
      for (const at of places(end)) free[at] = still[end] * from(0.9, 1.1);
    } else {
      const kg = from(120, 230);
      const place = one([1.1, 1.2, 1.3, -0.15]) * base;
      const aside = one([0, 0, 0, 0.4, -0.4]) * (wide / 2);
      end = place < base / 2 ? 'front' : 'rear';
      // A weight as the forces it makes on four springs: the plate is pulled down through each by its own balance.
      const weight = kg * 9.80665;
      const pull = (at: number) => {
        const along = x[at] === 0 ? 1 - place / base : place / base;
        const across = y[at]! < 0 ? 0.5 - aside / wide : 0.5 + aside / wide;
        return -(weight * along * across) / rate[at]!;
      };
      body = plate(rate, [0, 1, 2, 3].map(pull), x, y, 0);
    }
    const moved = body ?? plate(rate, free, x, y, soft);
    const predicted = { front: bell() * (touched.front ? 3 : 0.8), rear: bell() * (touched.rear ? 3 : 0.8) };
    const read = moved.map(
      (mm, at) => mm + predicted[at < 2 ? 'front' : 'rear'] + bell() * 1.6 + bell() * 1.6,
    );
    const where = (which: 'front' | 'rear', planted: boolean, told?: number, wrongly?: number) =>
      said(planted && end === which, told, wrongly);
    return {
      id,
      end: id === 'unsettled' && both ? 'both' : end,
      corner,
      input: {
        off: { LF: read[0]!, RF: read[1]!, LR: read[2]!, RR: read[3]! },
        leanBefore: { front: 0, rear: 0 },
        springs: {
          wheelbase: base,
          track: { front: wide, rear: wide },
          wheelRate: { LF: rate[0]!, RF: rate[1]!, LR: rate[2]!, RR: rate[3]! },
        },
        touched,
        unsettled: said(record.unsettled, 0.95, 0.3),
        sagFound: { front: where('front', record.sagFound), rear: where('rear', record.sagFound) },
        hangingBush: {
          front: where('front', record.hangingBush, 0.95, 0.05),
          rear: where('rear', record.hangingBush, 0.95, 0.05),
        },
        stillToCome: still,
      },
    };
  });
}
