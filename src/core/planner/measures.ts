import { type SuspensionKind, hasCoil, hasFourLinks, hasTrackbar, isIndependent, isLeaf } from './axle-kinds';
import { SUSPENSIONS } from './axle-kinds';

export type OneEnd = 'front' | 'rear';

/** How well a figure is known: it sets how far the draws may carry it. */
export const KNOWN = ['measured', 'kit', 'platform', 'guessed'] as const;
export type Known = (typeof KNOWN)[number];
export const KNOWN_WORDS: Record<Known, string> = {
  measured: 'measured here',
  kit: 'from the kit',
  platform: 'assumed for its kind',
  guessed: 'guessed',
};
export interface Measured {
  value: number;
  known: Known;
}

export type MeasureUnit = 'mm' | 'deg' | 'N/mm' | 'N' | 'kg' | 'ratio' | 'turns' | 'number';
export type MeasureGroup =
  'ride' | 'damper' | 'spring' | 'arms' | 'steering' | 'driveline' | 'lines' | 'wheel' | 'car';

export interface MeasureDef {
  /** Without its end: an axle's measures are named `front.` or `rear.` before it. */
  id: string;
  label: string;
  unit: MeasureUnit;
  group: MeasureGroup;
  /** Which axles ask for it; all of them when absent. */
  asks?: (kind: SuspensionKind, end: OneEnd) => boolean;
  /** What is assumed until it is measured. */
  assumed: number | ((kind: SuspensionKind, end: OneEnd, setup: CarSetup) => number);
  /** May be zero or negative. */
  anySign?: boolean;
  /** May be zero: the car has none. */
  mayBeZero?: boolean;
}

const front = (_: SuspensionKind, end: OneEnd) => end === 'front';
/** A cart is another size of car, at both its axles. */
const cartOr = (cart: number, other: number) => (_: SuspensionKind, __: OneEnd, setup: CarSetup) =>
  setup.front === 'cart' ? cart : other;
const coil = (kind: SuspensionKind) => hasCoil(kind);
const linked = (kind: SuspensionKind) => hasFourLinks(kind);
const leafed = (kind: SuspensionKind) => isLeaf(kind);
const strutted = (kind: SuspensionKind) => kind === 'strut';
const wishboned = (kind: SuspensionKind) => kind === 'coilover' || kind === 'multi-link';
const independent = (kind: SuspensionKind) => isIndependent(kind);
const solidDriven = (kind: SuspensionKind, end: OneEnd) =>
  end === 'rear' && !isIndependent(kind) && kind !== 'cart';
const steeredTies = (kind: SuspensionKind, end: OneEnd) =>
  end === 'front' && !hasTrackbar(kind) && !isLeaf(kind);

/** Everything that may be measured at one axle, in the order it is asked. */
export const AXLE_MEASURES: readonly MeasureDef[] = [
  { id: 'track', label: 'Track', unit: 'mm', group: 'ride', assumed: cartOr(900, 1620) },
  {
    id: 'wheelLoad',
    label: 'Load on each wheel, sprung',
    unit: 'N',
    group: 'ride',
    assumed: (_, end, setup) => (setup.front === 'cart' ? 900 : end === 'front' ? 5200 : 4200),
  },
  {
    id: 'springRatio',
    label: 'Spring travel for one of wheel travel',
    unit: 'ratio',
    group: 'ride',
    assumed: (kind) => SUSPENSIONS[kind].spring,
  },
  {
    id: 'damperRatio',
    label: 'Damper travel for one of wheel travel',
    unit: 'ratio',
    group: 'ride',
    assumed: (kind) => SUSPENSIONS[kind].damper,
  },
  {
    id: 'bumpTravel',
    label: 'Wheel travel to the bump stop',
    unit: 'mm',
    group: 'ride',
    assumed: cartOr(45, 85),
  },
  {
    id: 'droopTravel',
    label: 'Wheel travel to full droop',
    unit: 'mm',
    group: 'ride',
    assumed: cartOr(45, 85),
  },
  {
    id: 'damperRide',
    label: 'Damper length at ride',
    unit: 'mm',
    group: 'damper',
    assumed: cartOr(300, 450),
  },
  { id: 'damperCollapsed', label: 'Damper closed', unit: 'mm', group: 'damper', assumed: cartOr(235, 340) },
  { id: 'damperExtended', label: 'Damper open', unit: 'mm', group: 'damper', assumed: cartOr(365, 560) },

  {
    id: 'springFree',
    label: 'Coil, free length',
    unit: 'mm',
    group: 'spring',
    asks: coil,
    assumed: cartOr(300, 420),
  },
  {
    id: 'springRate',
    label: 'Coil rate',
    unit: 'N/mm',
    group: 'spring',
    asks: coil,
    assumed: (kind) => (kind === 'coilover' || kind === 'multi-link' ? 85 : kind === 'cart' ? 12 : 45),
  },
  {
    id: 'springSolid',
    label: 'Coil pressed solid',
    unit: 'mm',
    group: 'spring',
    asks: coil,
    assumed: cartOr(90, 130),
  },
  { id: 'coilActive', label: 'Working turns', unit: 'turns', group: 'spring', asks: coil, assumed: 7 },
  {
    id: 'coilPitch',
    label: 'Height of one turn',
    unit: 'mm',
    group: 'spring',
    asks: coil,
    assumed: cartOr(34, 48),
  },
  {
    id: 'seatGapDroop',
    label: 'Between the seats at full droop',
    unit: 'mm',
    group: 'spring',
    asks: coil,
    assumed: cartOr(285, 400),
  },
  {
    id: 'seatThread',
    label: 'Seat travel left on the collar',
    unit: 'mm',
    group: 'spring',
    asks: (kind) => kind === 'strut' || kind === 'coilover',
    assumed: 30,
    mayBeZero: true,
  },
  {
    id: 'refitOpening',
    label: 'Opening for the strut at full droop',
    unit: 'mm',
    group: 'spring',
    asks: (kind) => kind === 'strut' || kind === 'coilover',
    assumed: 600,
  },
  {
    id: 'strutFree',
    label: 'Strut, free length',
    unit: 'mm',
    group: 'spring',
    asks: (kind) => kind === 'strut' || kind === 'coilover',
    assumed: 570,
  },

  {
    id: 'leafArc',
    label: 'Main leaf, along its arc',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(760, 1400),
  },
  {
    id: 'leafFront',
    label: 'Axle seat along the leaf, from the front',
    unit: 'ratio',
    group: 'spring',
    asks: leafed,
    assumed: 0.47,
  },
  {
    id: 'leafPivotX',
    label: 'Shackle pivot behind the front eye',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(726, 1340),
  },
  {
    id: 'leafPivotY',
    label: 'Shackle pivot above the front eye',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(32, 60),
    anySign: true,
  },
  {
    id: 'leafCamber',
    label: 'Arch at the seat, at ride',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(42, 70),
    anySign: true,
  },
  {
    id: 'shackle',
    label: 'Shackle, eye to eye',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(60, 105),
  },
  {
    id: 'leafMainRate',
    label: 'Main leaves, rate',
    unit: 'N/mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(10, 32),
  },
  {
    id: 'leafMainCamber',
    label: 'Main leaves, free arch',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(160, 200),
  },
  {
    id: 'leafHelperRate',
    label: 'Helper leaf, rate',
    unit: 'N/mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(14, 60),
  },
  {
    id: 'leafHelperCamber',
    label: 'Helper leaf, free arch',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(5, 10),
    anySign: true,
  },
  { id: 'tube', label: 'Axle tube', unit: 'mm', group: 'spring', asks: leafed, assumed: cartOr(60, 80) },
  {
    id: 'packHeight',
    label: 'Spring pack height',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(28, 48),
  },
  { id: 'plate', label: 'U-bolt plate', unit: 'mm', group: 'spring', asks: leafed, assumed: cartOr(8, 12) },
  {
    id: 'ubNut',
    label: 'U-bolt nut and washer',
    unit: 'mm',
    group: 'spring',
    asks: leafed,
    assumed: cartOr(12, 18),
  },

  {
    id: 'pivotX',
    label: 'Lower arm pivot, from the center',
    unit: 'mm',
    group: 'arms',
    asks: independent,
    assumed: 350,
  },
  {
    id: 'pivotY',
    label: 'Lower arm pivot, height',
    unit: 'mm',
    group: 'arms',
    asks: independent,
    assumed: 240,
  },
  {
    id: 'jointX',
    label: 'Lower ball joint, from the center',
    unit: 'mm',
    group: 'arms',
    asks: independent,
    assumed: 700,
  },
  {
    id: 'jointY',
    label: 'Lower ball joint, height',
    unit: 'mm',
    group: 'arms',
    asks: independent,
    assumed: 215,
  },
  {
    id: 'topX',
    label: 'Strut top, from the center',
    unit: 'mm',
    group: 'arms',
    asks: strutted,
    assumed: 590,
  },
  { id: 'topY', label: 'Strut top, height', unit: 'mm', group: 'arms', asks: strutted, assumed: 850 },
  {
    id: 'upperPivotX',
    label: 'Upper arm pivot, from the center',
    unit: 'mm',
    group: 'arms',
    asks: wishboned,
    assumed: 440,
  },
  {
    id: 'upperPivotY',
    label: 'Upper arm pivot, height',
    unit: 'mm',
    group: 'arms',
    asks: wishboned,
    assumed: 540,
  },
  {
    id: 'upperJointX',
    label: 'Upper ball joint, from the center',
    unit: 'mm',
    group: 'arms',
    asks: wishboned,
    assumed: 670,
  },
  {
    id: 'upperJointY',
    label: 'Upper ball joint, height',
    unit: 'mm',
    group: 'arms',
    asks: wishboned,
    assumed: 545,
  },
  {
    id: 'arm',
    label: 'Radius arm, axle to frame',
    unit: 'mm',
    group: 'arms',
    asks: (kind) => kind === 'coil-radius',
    assumed: 880,
  },
  {
    id: 'armRise',
    label: 'Radius arm, frame end above axle',
    unit: 'mm',
    group: 'arms',
    asks: (kind) => kind === 'coil-radius',
    assumed: 60,
    anySign: true,
  },
  ...(
    [
      ['axleLower', 'Lower link at the axle', 10, -70],
      ['axleUpper', 'Upper link at the axle', 0, 150],
      ['frameLower', 'Lower link at the frame', 620, 20],
      ['frameUpper', 'Upper link at the frame', 560, 170],
    ] as const
  ).flatMap(([id, label, x, y]): MeasureDef[] => [
    {
      id: `${id}X`,
      label: `${label}, rearward`,
      unit: 'mm',
      group: 'arms',
      asks: linked,
      assumed: (_, end) => (end === 'rear' ? -x : x),
      anySign: true,
    },
    {
      id: `${id}Y`,
      label: `${label}, above the axle`,
      unit: 'mm',
      group: 'arms',
      asks: linked,
      assumed: y,
      anySign: true,
    },
  ]),
  {
    id: 'trackbar',
    label: 'Track bar, bolt to bolt',
    unit: 'mm',
    group: 'arms',
    asks: (kind) => hasTrackbar(kind),
    assumed: 880,
  },
  {
    id: 'trackbarRise',
    label: 'Track bar, frame end above axle end',
    unit: 'mm',
    group: 'arms',
    asks: (kind) => hasTrackbar(kind),
    assumed: 50,
    anySign: true,
  },
  {
    id: 'shaftRun',
    label: 'Half shaft, run across',
    unit: 'mm',
    group: 'driveline',
    asks: independent,
    assumed: 400,
  },
  {
    id: 'shaftDrop',
    label: 'Half shaft, outer end below inner',
    unit: 'mm',
    group: 'driveline',
    asks: independent,
    assumed: 15,
    anySign: true,
  },
  {
    id: 'shaftLimit',
    label: 'Half shaft, steepest at ride',
    unit: 'deg',
    group: 'driveline',
    asks: independent,
    assumed: 14,
  },

  {
    id: 'camberNow',
    label: 'Camber as it came',
    unit: 'deg',
    group: 'steering',
    asks: independent,
    assumed: 0,
    anySign: true,
  },
  {
    id: 'camberGoal',
    label: 'Camber wanted',
    unit: 'deg',
    group: 'steering',
    asks: independent,
    assumed: 0,
    anySign: true,
  },
  {
    id: 'camberShift',
    label: 'Camber adjuster, how far it shifts',
    unit: 'mm',
    group: 'steering',
    asks: independent,
    assumed: 6,
    mayBeZero: true,
  },
  {
    id: 'camberLever',
    label: 'Camber adjuster, over which lever',
    unit: 'mm',
    group: 'steering',
    asks: independent,
    assumed: 230,
  },
  {
    id: 'caster',
    label: 'Caster as it came',
    unit: 'deg',
    group: 'steering',
    asks: front,
    assumed: (kind) => (kind === 'cart' ? 1 : 4),
    anySign: true,
  },
  {
    id: 'casterLeast',
    label: 'Least caster it should have',
    unit: 'deg',
    group: 'steering',
    asks: front,
    assumed: (kind) => (kind === 'cart' ? 0 : 2.5),
    anySign: true,
  },
  {
    id: 'tieRun',
    label: 'Tie rod, run across',
    unit: 'mm',
    group: 'steering',
    asks: steeredTies,
    assumed: 340,
  },
  {
    id: 'tieDrop',
    label: 'Tie rod, outer end below inner',
    unit: 'mm',
    group: 'steering',
    asks: steeredTies,
    assumed: 10,
    anySign: true,
  },
  {
    id: 'tieLimit',
    label: 'Tie rod, steepest',
    unit: 'deg',
    group: 'steering',
    asks: steeredTies,
    assumed: 15,
  },
  {
    id: 'tieThread',
    label: 'Tie-rod thread left each way',
    unit: 'mm',
    group: 'steering',
    asks: steeredTies,
    assumed: 12,
  },
  {
    id: 'shaftLen',
    label: 'Driveshaft, run output to axle',
    unit: 'mm',
    group: 'driveline',
    asks: solidDriven,
    assumed: 1300,
  },
  {
    id: 'shaftFall',
    label: 'Driveshaft, fall output to axle',
    unit: 'mm',
    group: 'driveline',
    asks: solidDriven,
    assumed: 90,
    anySign: true,
  },
  {
    id: 'outputDeg',
    label: 'Output, falling rearward',
    unit: 'deg',
    group: 'driveline',
    asks: solidDriven,
    assumed: 2.5,
    anySign: true,
  },
  {
    id: 'pinionDeg',
    label: 'Pinion, falling rearward',
    unit: 'deg',
    group: 'driveline',
    asks: solidDriven,
    assumed: 2.5,
    anySign: true,
  },
  {
    id: 'jointLimit',
    label: 'Driveshaft joint, most',
    unit: 'deg',
    group: 'driveline',
    asks: solidDriven,
    assumed: 6,
  },
  {
    id: 'slipLeft',
    label: 'Driveshaft slip left to pull out',
    unit: 'mm',
    group: 'driveline',
    asks: solidDriven,
    assumed: 25,
  },

  { id: 'hose', label: 'Brake hose, free length', unit: 'mm', group: 'lines', assumed: cartOr(420, 460) },
  { id: 'hoseRide', label: 'Hose span at ride', unit: 'mm', group: 'lines', assumed: cartOr(240, 320) },
  {
    id: 'hoseDroop',
    label: 'Hose span at full droop',
    unit: 'mm',
    group: 'lines',
    assumed: cartOr(300, 380),
  },
  {
    id: 'hoseLock',
    label: 'Hose span at lock',
    unit: 'mm',
    group: 'lines',
    assumed: (_, end) => (end === 'front' ? 360 : 320),
  },
  {
    id: 'lead',
    label: 'Wheel-sensor lead, free length',
    unit: 'mm',
    group: 'lines',
    assumed: cartOr(0, 500),
    mayBeZero: true,
  },
  {
    id: 'leadDroop',
    label: 'Lead span at full droop',
    unit: 'mm',
    group: 'lines',
    assumed: cartOr(300, 430),
  },
  {
    id: 'barRun',
    label: 'Anti-roll bar arm, run',
    unit: 'mm',
    group: 'lines',
    assumed: (_, end, setup) => (setup.front === 'cart' || end === 'rear' ? 0 : 230),
    mayBeZero: true,
  },
  {
    id: 'barDrop',
    label: 'Bar arm, link end below pivot',
    unit: 'mm',
    group: 'lines',
    assumed: 10,
    anySign: true,
  },
  { id: 'barLimit', label: 'Bar arm, steepest', unit: 'deg', group: 'lines', assumed: 18 },
  {
    id: 'levelRun',
    label: 'Level-sensor arm, run (0 when it has none)',
    unit: 'mm',
    group: 'lines',
    assumed: 0,
    mayBeZero: true,
  },
  { id: 'levelDrop', label: 'Level-sensor arm, drop', unit: 'mm', group: 'lines', assumed: 0, anySign: true },
  { id: 'levelLimit', label: 'Level-sensor arm, most', unit: 'deg', group: 'lines', assumed: 25 },

  { id: 'tireDiameter', label: 'Tire, diameter', unit: 'mm', group: 'wheel', assumed: cartOr(457, 760) },
  { id: 'tireWidth', label: 'Tire, width', unit: 'mm', group: 'wheel', assumed: cartOr(216, 245) },
  { id: 'rimWidth', label: 'Rim width, inches', unit: 'number', group: 'wheel', assumed: cartOr(7, 7.5) },
  { id: 'offset', label: 'Wheel offset', unit: 'mm', group: 'wheel', assumed: cartOr(0, 30), anySign: true },
  {
    id: 'clearInner',
    label: 'Tire to strut or arm, at lock',
    unit: 'mm',
    group: 'wheel',
    assumed: cartOr(40, 24),
    mayBeZero: true,
  },
  {
    id: 'clearOuter',
    label: 'Tire to fender edge, outward',
    unit: 'mm',
    group: 'wheel',
    assumed: cartOr(60, 28),
    mayBeZero: true,
  },
  {
    id: 'archBump',
    label: 'Tire to arch, at full bump',
    unit: 'mm',
    group: 'wheel',
    assumed: cartOr(70, 32),
    mayBeZero: true,
  },
];

/** What belongs to the car as a whole. */
export const CAR_MEASURES: readonly MeasureDef[] = [
  { id: 'wheelbase', label: 'Wheelbase', unit: 'mm', group: 'car', assumed: cartOr(1670, 3300) },
  {
    id: 'cgHeight',
    label: 'Center of gravity above the ground',
    unit: 'mm',
    group: 'car',
    assumed: cartOr(480, 700),
  },
  { id: 'curbFront', label: 'Empty load, front axle', unit: 'kg', group: 'car', assumed: cartOr(200, 1180) },
  { id: 'curbRear', label: 'Empty load, rear axle', unit: 'kg', group: 'car', assumed: cartOr(260, 940) },
  { id: 'ratingFront', label: 'Axle rating, front', unit: 'kg', group: 'car', assumed: cartOr(360, 1480) },
  { id: 'ratingRear', label: 'Axle rating, rear', unit: 'kg', group: 'car', assumed: cartOr(520, 1750) },
  { id: 'ratingGross', label: 'Gross rating', unit: 'kg', group: 'car', assumed: cartOr(820, 3050) },
  {
    id: 'lampX',
    label: 'Lamp, behind the front axle (ahead is minus)',
    unit: 'mm',
    group: 'car',
    assumed: cartOr(-200, -700),
    anySign: true,
  },
  {
    id: 'lowest',
    label: 'Lowest point above the ground',
    unit: 'mm',
    group: 'car',
    assumed: cartOr(110, 210),
  },
  {
    id: 'rampDeg',
    label: 'The customer’s ramp, break (0 when there is none)',
    unit: 'deg',
    group: 'car',
    assumed: 0,
    mayBeZero: true,
  },
  { id: 'axleRatio', label: 'Axle ratio', unit: 'number', group: 'car', assumed: cartOr(12, 3.73) },
];

export interface CarSetup {
  front: SuspensionKind;
  rear: SuspensionKind;
}

/** What was measured or typed for a car, by measure id; what is not there is assumed. */
export type MeasureSheet = Partial<Record<string, Measured>>;

export const measureIdOf = (end: OneEnd, id: string) => `${end}.${id}`;

/** The measures a car of this setup asks for, with their full ids. */
export function measuresOf(setup: CarSetup): (MeasureDef & { key: string; end: OneEnd | null })[] {
  const axle = (end: OneEnd) =>
    AXLE_MEASURES.filter((def) => def.asks?.(setup[end], end) ?? true).map((def) => ({
      ...def,
      key: measureIdOf(end, def.id),
      end,
    }));
  return [
    ...CAR_MEASURES.map((def) => ({ ...def, key: def.id, end: null })),
    ...axle('front'),
    ...axle('rear'),
  ];
}

const assumedFor = (def: MeasureDef, setup: CarSetup, end: OneEnd | null) =>
  typeof def.assumed === 'number' ? def.assumed : def.assumed(setup[end ?? 'front'], end ?? 'front', setup);

/** The whole sheet of a car: what is known, and assumed where nothing is. */
export function wholeSheet(setup: CarSetup, sheet: MeasureSheet): Record<string, Measured> {
  return Object.fromEntries(
    measuresOf(setup).map((def) => [
      def.key,
      sheet[def.key] ?? { value: assumedFor(def, setup, def.end), known: 'platform' as const },
    ]),
  );
}

const MOST_MM: Record<Known, number> = { measured: 1, kit: 0.8, platform: 6, guessed: 15 };
const SHARE: Record<Known, number> = { measured: 0.01, kit: 0.02, platform: 0.04, guessed: 0.1 };
const DEGREES: Record<Known, number> = { measured: 0.1, kit: 0.2, platform: 0.5, guessed: 1.2 };

/**
 * One standard deviation of a figure, in its own unit, by how well it is known: lengths by what a tape gives and at
 * most a share of themselves, angles by the gauge, the rest by share.
 */
export function spreadOf(unit: MeasureUnit, { value, known }: Measured): number {
  if (unit === 'deg') return DEGREES[known];
  const share = SHARE[known] * Math.abs(value);
  return unit === 'mm' ? Math.min(MOST_MM[known], Math.max(share, 0.25)) : share;
}
