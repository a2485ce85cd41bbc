import {
  type SuspensionKind,
  hasCoil,
  hasDriveshaft,
  hasFourLinks,
  hasSeparateCoil,
  hasTrackbar,
  isCoilover,
  isIndependent,
  isLeaf,
} from './axle-kinds';
import type { MeasureUnit, OneEnd } from './measures';

/** One figure of a part that a slider moves. */
export interface PartSetting {
  id: string;
  label: string;
  unit: MeasureUnit;
  min: number;
  max: number;
  step: number;
  /** Where the slider begins. */
  start: number;
}

export type PartGroup =
  'height' | 'travel' | 'axle' | 'steering' | 'driveline' | 'lines' | 'wheels' | 'service';

interface PartKindDef {
  name: string;
  group: PartGroup;
  settings: PartSetting[];
  fits?: (kind: SuspensionKind, end: OneEnd) => boolean;
  /** Cannot be undone: asks for the lead's yes, and the customer's. */
  irreversible?: boolean;
  /** Raises or lowers the body by itself: two of one kind on an axle are stacked. */
  lifts?: boolean;
  /** Goes on both axles at once. */
  both?: boolean;
}

const setting = (
  id: string,
  label: string,
  unit: MeasureUnit,
  [min, max, step, start]: [number, number, number, number],
): PartSetting => ({ id, label, unit, min, max, step, start });
const thick = (most: number, start: number, label = 'Thickness') => [
  setting('t', label, 'mm', [1, most, 0.5, start]),
];
const steered = (_: SuspensionKind, end: OneEnd) => end === 'front';
const rearSolid = (kind: SuspensionKind, end: OneEnd) =>
  end === 'rear' && !isIndependent(kind) && kind !== 'cart';

/** Every kind of part the planner can stack, what of it can be set, and where it fits. */
export const PART_KINDS = {
  strutSpacer: {
    name: 'Strut-top spacer',
    group: 'height',
    lifts: true,
    settings: thick(60, 25),
    fits: isCoilover,
  },
  preloadSpacer: {
    name: 'Preload spacer under the coil',
    group: 'height',
    lifts: true,
    settings: thick(40, 15),
    fits: isCoilover,
  },
  seat: {
    name: 'Adjustable seat',
    group: 'height',
    lifts: true,
    settings: [
      setting('travel', 'Seat set to', 'mm', [-30, 60, 0.5, 15]),
      setting('least', 'Lowest seat', 'mm', [-60, 0, 1, -20]),
      setting('most', 'Highest seat', 'mm', [0, 80, 1, 40]),
    ],
    fits: hasCoil,
  },
  coilSpacer: {
    name: 'Coil spacer',
    group: 'height',
    lifts: true,
    settings: thick(60, 25),
    fits: hasSeparateCoil,
  },
  coil: {
    name: 'Coil spring',
    group: 'height',
    settings: [
      setting('free', 'Free length', 'mm', [200, 600, 1, 450]),
      setting('rate', 'Rate', 'N/mm', [5, 160, 0.5, 45]),
      setting('solid', 'Pressed solid', 'mm', [60, 260, 1, 140]),
    ],
    fits: hasCoil,
  },
  coilCut: {
    name: 'Cut coil',
    group: 'height',
    irreversible: true,
    settings: [setting('turns', 'Turns off', 'turns', [0.125, 2, 0.125, 0.25])],
    fits: hasCoil,
  },
  block: { name: 'Block', group: 'height', lifts: true, settings: thick(130, 38, 'Height'), fits: isLeaf },
  shackle: {
    name: 'Shackle',
    group: 'height',
    lifts: true,
    settings: [setting('length', 'Eye to eye', 'mm', [60, 200, 1, 130])],
    fits: isLeaf,
  },
  leafIn: {
    name: 'Added leaf',
    group: 'height',
    settings: [
      setting('rate', 'Rate', 'N/mm', [3, 60, 0.5, 12]),
      setting('camber', 'Free arch', 'mm', [-30, 300, 1, 190]),
    ],
    fits: isLeaf,
  },
  leafOut: { name: 'Helper leaf taken out', group: 'height', settings: [], fits: isLeaf },
  leafPack: {
    name: 'New leaf pack',
    group: 'height',
    settings: [
      setting('rate', 'Main leaves, rate', 'N/mm', [10, 90, 0.5, 34]),
      setting('camber', 'Main leaves, free arch', 'mm', [20, 340, 1, 240]),
      setting('helperRate', 'Helper, rate', 'N/mm', [5, 120, 1, 60]),
      setting('helperCamber', 'Helper, free arch', 'mm', [-60, 80, 1, 10]),
    ],
    fits: isLeaf,
  },
  spindle: {
    name: 'Spindle',
    group: 'height',
    lifts: true,
    settings: [setting('t', 'Lifts by', 'mm', [-80, 180, 0.5, 100])],
    fits: (kind, end) => end === 'front' && (kind === 'cart' || kind === 'coilover'),
  },
  bodySpacer: { name: 'Body spacer', group: 'height', lifts: true, settings: thick(80, 25) },
  tire: {
    name: 'Tires',
    group: 'wheels',
    both: true,
    settings: [
      setting('diameter', 'Diameter', 'mm', [350, 1000, 1, 800]),
      setting('width', 'Width', 'mm', [150, 360, 1, 265]),
    ],
  },
  wheel: {
    name: 'Wheels',
    group: 'wheels',
    both: true,
    settings: [
      setting('rim', 'Rim width, inches', 'number', [5, 12, 0.5, 8]),
      setting('offset', 'Offset', 'mm', [-60, 70, 1, 20]),
    ],
  },
  wheelSpacer: { name: 'Wheel spacers', group: 'wheels', settings: thick(60, 20) },
  trim: {
    name: 'Arch trimmed',
    group: 'wheels',
    irreversible: true,
    settings: [setting('gain', 'Gains', 'mm', [1, 60, 1, 15])],
  },
  damper: {
    name: 'Damper',
    group: 'travel',
    settings: [
      setting('collapsed', 'Closed', 'mm', [180, 600, 1, 350]),
      setting('extended', 'Open', 'mm', [260, 900, 1, 600]),
    ],
  },
  damperExtension: { name: 'Damper extension', group: 'travel', settings: thick(80, 25, 'Length') },
  bumpStop: {
    name: 'Bump stop',
    group: 'travel',
    settings: [setting('longer', 'Longer by', 'mm', [-60, 80, 1, 25])],
  },
  strap: {
    name: 'Limit strap',
    group: 'travel',
    settings: [setting('takes', 'Takes off droop', 'mm', [1, 120, 1, 20])],
  },
  subframeDrop: {
    name: 'Subframe or differential drop',
    group: 'axle',
    settings: thick(80, 25),
    fits: isIndependent,
  },
  bracketDrop: {
    name: 'Arm drop brackets',
    group: 'axle',
    settings: thick(140, 50, 'Drop'),
    fits: (kind) => kind === 'coil-radius' || hasFourLinks(kind),
  },
  linkSet: {
    name: 'Adjustable links',
    group: 'axle',
    settings: [
      setting('lower', 'Lower, longer by', 'mm', [-40, 60, 0.5, 0]),
      setting('upper', 'Upper, longer by', 'mm', [-40, 60, 0.5, 0]),
    ],
    fits: hasFourLinks,
  },
  hanger: {
    name: 'Shackle hanger',
    group: 'axle',
    settings: [setting('rearward', 'Moves the pivot rearward', 'mm', [-80, 80, 1, 20])],
    fits: isLeaf,
  },
  axlePlate: {
    name: 'Axle locating plate',
    group: 'axle',
    settings: [setting('shift', 'Moves the axle rearward', 'mm', [-40, 40, 0.5, 10])],
    fits: isLeaf,
  },
  trackbarSet: {
    name: 'Adjustable track bar',
    group: 'axle',
    settings: [setting('lengthen', 'Longer by', 'mm', [-30, 60, 0.5, 8])],
    fits: hasTrackbar,
  },
  trackbarBracket: {
    name: 'Track-bar bracket',
    group: 'axle',
    settings: [setting('lower', 'Lowers the frame end', 'mm', [5, 140, 1, 50])],
    fits: hasTrackbar,
  },
  wrapGuard: {
    name: 'Spring-wrap bars',
    group: 'axle',
    settings: [],
    fits: (kind, end) => isLeaf(kind) && end === 'rear',
  },
  casterBush: {
    name: 'Offset caster bushes',
    group: 'steering',
    settings: [setting('deg', 'Gives back', 'deg', [0.25, 6, 0.25, 2])],
    fits: steered,
  },
  camberKit: {
    name: 'Camber cam or arm',
    group: 'steering',
    settings: [
      setting('shift', 'Shifts by', 'mm', [1, 40, 0.5, 8]),
      setting('lever', 'Over a lever of', 'mm', [80, 500, 1, 230]),
    ],
    fits: isIndependent,
  },
  tieRod: {
    name: 'Tie rods with more thread',
    group: 'steering',
    settings: [setting('thread', 'More thread', 'mm', [2, 60, 1, 15])],
    fits: (kind, end) => end === 'front' || isIndependent(kind),
  },
  dragSet: {
    name: 'Drag link with more thread',
    group: 'steering',
    settings: [setting('thread', 'More thread', 'mm', [2, 80, 1, 20])],
    fits: (kind, end) => end === 'front' && (hasTrackbar(kind) || isLeaf(kind)),
  },
  lockStop: {
    name: 'Steering stops set in',
    group: 'steering',
    settings: [setting('deg', 'Less lock', 'deg', [1, 12, 1, 3])],
    fits: steered,
  },
  upperArm: {
    name: 'Upper arms for more droop',
    group: 'axle',
    settings: [
      setting('swing', 'More swing of the joint', 'deg', [0, 40, 1, 10]),
      setting('room', 'Clear of the coil by', 'mm', [0, 60, 1, 0]),
    ],
    fits: (kind) => isIndependent(kind) && kind !== 'strut',
  },
  tieDrop: {
    name: 'Dropped pitman arm or rack',
    group: 'steering',
    settings: thick(120, 40, 'Drop'),
    fits: steered,
  },
  wedge: {
    name: 'Axle wedges',
    group: 'driveline',
    settings: [setting('deg', 'Tips the pinion’s nose down by (minus: up)', 'deg', [-8, 8, 0.5, 2])],
    fits: (kind, end) => rearSolid(kind, end) || (end === 'front' && isLeaf(kind)),
  },
  caseDrop: {
    name: 'Carrier bearing or case drop',
    group: 'driveline',
    settings: thick(80, 20, 'Drop'),
    fits: rearSolid,
  },
  shaftSpacer: {
    name: 'Driveshaft spacer',
    group: 'driveline',
    settings: thick(80, 20),
    fits: hasDriveshaft,
  },
  gears: {
    name: 'Axle gears',
    group: 'driveline',
    both: true,
    settings: [setting('ratio', 'Ratio', 'number', [2.5, 20, 0.01, 4.1])],
  },
  barLink: {
    name: 'Bar links of another length',
    group: 'lines',
    settings: [
      setting('longer', 'Longer by (minus: shorter)', 'mm', [-160, 160, 1, 50]),
      setting('evens', 'One side shorter than the other by', 'mm', [0, 60, 1, 0]),
    ],
  },
  hoseLong: {
    name: 'Longer brake hose',
    group: 'lines',
    settings: [setting('longer', 'Longer by', 'mm', [10, 250, 5, 80])],
  },
  leadBracket: { name: 'Sensor-lead bracket', group: 'lines', settings: thick(150, 50, 'Lowers it by') },
  levelRod: {
    name: 'Level-sensor rod',
    group: 'lines',
    settings: [setting('longer', 'Longer by', 'mm', [-120, 120, 1, 40])],
  },
  lampAim: { name: 'Lamps aimed again', group: 'service', settings: [], both: true },
  dialSet: { name: 'Dial set to the tires', group: 'service', settings: [], both: true },
  roomMade: {
    name: 'Room made: bar off, arm bolts slack',
    group: 'service',
    settings: [setting('opening', 'Opens by', 'mm', [5, 120, 1, 40])],
    fits: isCoilover,
  },
  boards: {
    name: 'Boards at the customer’s ramp',
    group: 'service',
    both: true,
    settings: [setting('deg', 'Take off the break', 'deg', [1, 15, 0.5, 4])],
  },
} as const satisfies Record<string, PartKindDef>;

export type PartKind = keyof typeof PART_KINDS;
export const PART_KIND_IDS = Object.keys(PART_KINDS) as PartKind[];
export const partKind = (kind: PartKind): PartKindDef => PART_KINDS[kind];

/** Parts that may stand in place of one like them: `was` is that one's thickness, and the lift is the difference. */
export const mayReplace = (kind: PartKind) =>
  partKind(kind).lifts === true && partKind(kind).settings.some((one) => one.id === 't');
