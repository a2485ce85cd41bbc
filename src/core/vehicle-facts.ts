/** Facts of a car that kits part their builds by, with the words a form asks for them in. */
export const VEHICLE_FACTS = [
  { id: 'modelYear', label: 'Model year', kind: 'year' },
  { id: 'engine', label: 'Engine', kind: 'choice', choices: ['small', 'large', 'diesel', 'electric'] },
  { id: 'steeringBox', label: 'Steering box', kind: 'choice', choices: ['front', 'rear', 'rack'] },
  { id: 'sleeve', label: 'Bush sleeve, bore', kind: 'choice', choices: ['12 mm', '14 mm', '16 mm'] },
  { id: 'cab', label: 'Frame style', kind: 'choice', choices: ['short frame', 'long frame'] },
] as const;
export type VehicleFact = (typeof VEHICLE_FACTS)[number]['id'];
export type VehicleFacts = Partial<Record<VehicleFact, string>>;

/** What a build asks of a car: one value of a fact, or a range of years. */
export type FactRule =
  { fact: VehicleFact; is: string } | { fact: 'modelYear'; from?: number | null; to?: number | null };

const labelOf = (fact: VehicleFact) => VEHICLE_FACTS.find((one) => one.id === fact)!.label.toLowerCase();

/** Why a build does not fit a car, or null when it does; a fact nobody has written down is a reason too. */
export function whyNotBuild(rules: readonly FactRule[], facts: VehicleFacts): string | null {
  for (const rule of rules) {
    const known = facts[rule.fact];
    if (known === undefined || known === '') return `the car’s ${labelOf(rule.fact)} is not written down`;
    if ('is' in rule) {
      if (known !== rule.is) return `it is for ${labelOf(rule.fact)} ${rule.is}, this car has ${known}`;
    } else {
      const year = Number(known);
      if ((rule.from != null && year < rule.from) || (rule.to != null && year > rule.to))
        return `it is for model years ${rule.from ?? '…'} to ${rule.to ?? '…'}, this car is of ${known}`;
    }
  }
  return null;
}

/** The first build that fits a car, or the reason each does not. */
export function chooseBuild<Build extends { name: string; facts: readonly FactRule[] }>(
  builds: readonly Build[],
  facts: VehicleFacts,
): { build: Build; reasons: [] } | { build: null; reasons: string[] } {
  const reasons: string[] = [];
  for (const build of builds) {
    const why = whyNotBuild(build.facts, facts);
    if (why === null) return { build, reasons: [] };
    reasons.push(`${build.name}: ${why}`);
  }
  return { build: null, reasons };
}

const LETTERS: Record<string, number> = {
  A: 1,
  B: 2,
  C: 3,
  D: 4,
  E: 5,
  F: 6,
  G: 7,
  H: 8,
  J: 1,
  K: 2,
  L: 3,
  M: 4,
  N: 5,
  P: 7,
  R: 9,
  S: 2,
  T: 3,
  U: 4,
  V: 5,
  W: 6,
  X: 7,
  Y: 8,
  Z: 9,
};
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];

/**
 * What is odd about a VIN, or null. Its ninth place is a check digit: letters stand for digits, each place has a
 * weight, and the sum modulo 11 must be it. A warning only: not every market uses the check.
 */
export function vinWarning(vin: string): string | null {
  const text = vin.trim().toUpperCase();
  if (text === '') return null;
  if (text.length !== 17) return `A VIN has 17 places, this has ${text.length}.`;
  if (/[IOQ]/.test(text)) return 'A VIN has no I, O or Q: look at it again.';
  if (!/^[A-Z0-9]+$/.test(text)) return 'A VIN has letters and digits only.';
  const sum = [...text].reduce(
    (total, sign, place) => total + (LETTERS[sign] ?? Number(sign)) * WEIGHTS[place]!,
    0,
  );
  const check = sum % 11 === 10 ? 'X' : String(sum % 11);
  return check === text[8]
    ? null
    : `Its check digit does not fit (it would be ${check}): one place may be misread.`;
}
