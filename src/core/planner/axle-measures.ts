import {
  SUSPENSIONS,
  type SuspensionKind,
  hasCoil,
  hasDriveshaft,
  hasFourLinks,
  hasTrackbar,
  isIndependent,
  isLeaf,
} from './axle-kinds';
import { cartOr } from './car-measures';
import type { MeasureDef, OneEnd } from './measure-defs';

const front = (_: SuspensionKind, end: OneEnd) => end === 'front';
const coil = (kind: SuspensionKind) => hasCoil(kind);
const linked = (kind: SuspensionKind) => hasFourLinks(kind);
const leafed = (kind: SuspensionKind) => isLeaf(kind);
const strutted = (kind: SuspensionKind) => kind === 'strut';
const wishboned = (kind: SuspensionKind) => kind === 'coilover' || kind === 'multi-link';
const independent = (kind: SuspensionKind) => isIndependent(kind);
const steeredTies = (kind: SuspensionKind, end: OneEnd) =>
  end === 'front' && !hasTrackbar(kind) && !isLeaf(kind);
const dragSteered = (kind: SuspensionKind, end: OneEnd) =>
  end === 'front' && (hasTrackbar(kind) || isLeaf(kind));
/** A tie rod at the front, a toe link at the rear. */
const toeHeld = (kind: SuspensionKind, end: OneEnd) =>
  end === 'rear' ? isIndependent(kind) : steeredTies(kind, end);

/** Where a bump stop stands: 0 on the damper's rod, 1 on the frame, and this while nobody has looked. */
export const STOP_UNKNOWN = 2;

/** One row of the table: group, unit, id, words, what is assumed, and who asks for it. */
const one = (
  group: MeasureDef['group'],
  unit: MeasureDef['unit'],
  id: string,
  label: string,
  assumed: MeasureDef['assumed'],
  more: Pick<MeasureDef, 'asks' | 'anySign' | 'mayBeZero' | 'choices'> = {},
): MeasureDef => ({ id, label, unit, group, assumed, ...more });

/** Everything that may be measured at one axle, in the order it is asked. */
export const AXLE_MEASURES: readonly MeasureDef[] = [
  one('ride', 'mm', 'track', 'Track', cartOr(900, 1620)),
  one('ride', 'N', 'wheelLoad', 'Load on each wheel, sprung', (_, end, setup) =>
    setup.front === 'cart' ? 900 : end === 'front' ? 5200 : 4200,
  ),
  one(
    'ride',
    'ratio',
    'springRatio',
    'Spring travel for one of wheel travel',
    (kind) => SUSPENSIONS[kind].spring,
  ),
  one(
    'ride',
    'ratio',
    'damperRatio',
    'Damper travel for one of wheel travel',
    (kind) => SUSPENSIONS[kind].damper,
  ),
  one('ride', 'mm', 'bumpTravel', 'Wheel travel to the bump stop', cartOr(45, 85)),
  one('ride', 'mm', 'droopTravel', 'Wheel travel to full droop', cartOr(45, 85)),
  one('damper', 'number', 'stopOnFrame', 'Bump stop', STOP_UNKNOWN, {
    asks: (kind) => kind === 'strut' || kind === 'coilover',
    choices: [
      [0, 'on the damper’s rod'],
      [1, 'on the frame'],
      [STOP_UNKNOWN, 'nobody has looked'],
    ],
  }),
  one('damper', 'mm', 'damperRide', 'Damper length at ride', cartOr(300, 450)),
  one('damper', 'mm', 'damperCollapsed', 'Damper closed', cartOr(235, 340)),
  one('damper', 'mm', 'damperExtended', 'Damper open', cartOr(365, 560)),
  one('spring', 'mm', 'springFree', 'Coil, free length', cartOr(300, 420), { asks: coil }),
  one(
    'spring',
    'N/mm',
    'springRate',
    'Coil rate',
    (kind) => (kind === 'coilover' || kind === 'multi-link' ? 85 : kind === 'cart' ? 12 : 45),
    { asks: coil },
  ),
  one('spring', 'mm', 'springSolid', 'Coil pressed solid', cartOr(90, 130), { asks: coil }),
  one('spring', 'turns', 'coilActive', 'Working turns', 7, { asks: coil }),
  one('spring', 'mm', 'coilPitch', 'Height of one turn', cartOr(34, 48), { asks: coil }),
  one('spring', 'mm', 'seatGapDroop', 'Between the seats at full droop', cartOr(285, 400), { asks: coil }),
  one('spring', 'mm', 'seatThread', 'Seat travel left on the collar', 30, {
    asks: (kind) => kind === 'strut' || kind === 'coilover',
    mayBeZero: true,
  }),
  one('spring', 'mm', 'refitOpening', 'Opening for the strut at full droop', 600, {
    asks: (kind) => kind === 'strut' || kind === 'coilover',
  }),
  one('spring', 'mm', 'strutFree', 'Strut, free length', 570, {
    asks: (kind) => kind === 'strut' || kind === 'coilover',
  }),
  one('spring', 'mm', 'leafArc', 'Main leaf, along its arc', cartOr(760, 1400), { asks: leafed }),
  one('spring', 'ratio', 'leafFront', 'Axle seat along the leaf, from the front', 0.47, { asks: leafed }),
  one('spring', 'mm', 'leafPivotX', 'Shackle pivot behind the front eye', cartOr(726, 1340), {
    asks: leafed,
  }),
  one('spring', 'mm', 'leafPivotY', 'Shackle pivot above the front eye', cartOr(32, 60), {
    asks: leafed,
    anySign: true,
  }),
  one('spring', 'mm', 'leafCamber', 'Arch at the seat, at ride', cartOr(42, 70), {
    asks: leafed,
    anySign: true,
  }),
  one('spring', 'mm', 'shackle', 'Shackle, eye to eye', cartOr(60, 105), { asks: leafed }),
  one('spring', 'N/mm', 'leafMainRate', 'Main leaves, rate', cartOr(10, 32), { asks: leafed }),
  one('spring', 'mm', 'leafMainCamber', 'Main leaves, free arch', cartOr(160, 200), { asks: leafed }),
  one('spring', 'N/mm', 'leafHelperRate', 'Helper leaf, rate', cartOr(14, 60), { asks: leafed }),
  one('spring', 'mm', 'leafHelperCamber', 'Helper leaf, free arch', cartOr(5, 10), {
    asks: leafed,
    anySign: true,
  }),
  one('spring', 'mm', 'tube', 'Axle tube', cartOr(60, 80), { asks: leafed }),
  one('spring', 'mm', 'packHeight', 'Spring pack height', cartOr(28, 48), { asks: leafed }),
  one('spring', 'mm', 'plate', 'U-bolt plate', cartOr(8, 12), { asks: leafed }),
  one('spring', 'mm', 'ubNut', 'U-bolt nut and washer', cartOr(12, 18), { asks: leafed }),
  one('spring', 'mm', 'studOut', 'Old top stud, how far it stands out', 26, {
    asks: (kind) => kind === 'strut' || kind === 'coilover',
  }),
  one('spring', 'mm', 'studNut', 'Its nut, height', 9, {
    asks: (kind) => kind === 'strut' || kind === 'coilover',
  }),
  one('spring', 'mm', 'studPitch', 'Its thread, pitch', 1.25, {
    asks: (kind) => kind === 'strut' || kind === 'coilover',
  }),
  one('ride', 'mm', 'jackPoint', 'Jacking point of the frame above the hub, at ride', 90, { anySign: true }),
  one('arms', 'mm', 'pivotX', 'Lower arm pivot, from the center', 350, { asks: independent }),
  one('arms', 'mm', 'pivotY', 'Lower arm pivot, height', 240, { asks: independent }),
  one('arms', 'mm', 'jointX', 'Lower ball joint, from the center', 700, { asks: independent }),
  one('arms', 'mm', 'jointY', 'Lower ball joint, height', 215, { asks: independent }),
  one('arms', 'mm', 'topX', 'Strut top, from the center', 590, { asks: strutted }),
  one('arms', 'mm', 'topY', 'Strut top, height', 850, { asks: strutted }),
  one('arms', 'mm', 'upperPivotX', 'Upper arm pivot, from the center', 440, { asks: wishboned }),
  one('arms', 'mm', 'upperPivotY', 'Upper arm pivot, height', 540, { asks: wishboned }),
  one('arms', 'mm', 'upperJointX', 'Upper ball joint, from the center', 670, { asks: wishboned }),
  one('arms', 'mm', 'upperJointY', 'Upper ball joint, height', 545, { asks: wishboned }),
  one('arms', 'mm', 'armFront', 'Lower arm, front pivot ahead of the ball joint', 150, {
    asks: independent,
    anySign: true,
  }),
  one('arms', 'mm', 'armRear', 'Lower arm, rear pivot behind the ball joint', 170, {
    asks: independent,
    anySign: true,
  }),
  one('arms', 'mm', 'damperTopX', 'Damper, its top from the center', 545, { asks: wishboned }),
  one('arms', 'mm', 'armCoilGap', 'Upper arm to coil, gap at ride', 34, {
    asks: wishboned,
    mayBeZero: true,
  }),
  one('arms', 'deg', 'swingMost', 'Upper joint, swing it has from ride', 28, { asks: wishboned }),
  one('arms', 'mm', 'arm', 'Radius arm, axle to frame', 880, { asks: (kind) => kind === 'coil-radius' }),
  one('arms', 'mm', 'armRise', 'Radius arm, frame end above axle', 60, {
    asks: (kind) => kind === 'coil-radius',
    anySign: true,
  }),
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
  one('arms', 'mm', 'trackbar', 'Track bar, bolt to bolt', 880, { asks: (kind) => hasTrackbar(kind) }),
  one('arms', 'mm', 'trackbarRise', 'Track bar, frame end above axle end', 50, {
    asks: (kind) => hasTrackbar(kind),
    anySign: true,
  }),
  one('driveline', 'mm', 'shaftRun', 'Half shaft, run across', 400, { asks: independent }),
  one('driveline', 'mm', 'shaftDrop', 'Half shaft, outer end below inner', 15, {
    asks: independent,
    anySign: true,
  }),
  one('driveline', 'deg', 'shaftLimit', 'Half shaft, steepest at ride', 14, { asks: independent }),
  one('driveline', 'deg', 'shaftDroopMost', 'Half shaft joints, most at full droop', 20, {
    asks: independent,
  }),
  one('driveline', 'deg', 'shaftLockMost', 'Half shaft outer joint, most at lock', 45, {
    asks: (kind, end) => isIndependent(kind) && end === 'front',
  }),
  one('driveline', 'mm', 'plungeMost', 'Half shaft, plunge left outward', 22, { asks: independent }),
  one('steering', 'deg', 'camberNow', 'Camber as it came', 0, { asks: independent, anySign: true }),
  one('steering', 'deg', 'camberGoal', 'Camber wanted', 0, { asks: independent, anySign: true }),
  one('steering', 'mm', 'camberShift', 'Camber adjuster, how far it shifts', 6, {
    asks: independent,
    mayBeZero: true,
  }),
  one('steering', 'mm', 'camberLever', 'Camber adjuster, over which lever', 230, { asks: independent }),
  one('steering', 'deg', 'caster', 'Caster as it came', (kind) => (kind === 'cart' ? 1 : 4), {
    asks: front,
    anySign: true,
  }),
  one(
    'steering',
    'deg',
    'casterLeast',
    'Least caster it should have',
    (kind) => (kind === 'cart' ? 0 : 2.5),
    { asks: front, anySign: true },
  ),
  one('steering', 'mm', 'tieRun', 'Tie rod, run across', 340, { asks: toeHeld }),
  one('steering', 'mm', 'tieDrop', 'Tie rod, outer end below inner', (_, end) => (end === 'rear' ? 24 : 10), {
    asks: toeHeld,
    anySign: true,
  }),
  one('steering', 'mm', 'tieBack', 'Tie rod, outer end behind the lower ball joint', 130, {
    asks: (kind) => isIndependent(kind),
    anySign: true,
  }),
  one('steering', 'mm', 'tieUp', 'Tie rod, outer end above the lower ball joint', 0, {
    asks: (kind) => isIndependent(kind),
    anySign: true,
  }),
  one('steering', 'deg', 'tieLimit', 'Tie rod, steepest', 15, { asks: steeredTies }),
  one('steering', 'mm', 'tieThread', 'Tie-rod thread left each way', 12, { asks: toeHeld }),
  one('steering', 'mm', 'dragLength', 'Drag link, joint to joint', 880, { asks: dragSteered }),
  one(
    'steering',
    'mm',
    'dragRise',
    'Drag link, frame end above axle end',
    (kind) => (isLeaf(kind) ? 40 : 70),
    {
      asks: dragSteered,
      anySign: true,
    },
  ),
  one('steering', 'mm', 'steerArm', 'Steering arm the drag link turns', 155, { asks: dragSteered }),
  one('steering', 'number', 'dragApart', 'Frame ends of drag link and track bar', 0, {
    asks: (kind, end) => end === 'front' && hasTrackbar(kind),
    choices: [
      [0, 'on one side'],
      [1, 'on opposite sides'],
    ],
  }),
  one('steering', 'mm', 'dragThread', 'Drag-link sleeve, thread left each way', 18, { asks: dragSteered }),
  one('steering', 'deg', 'lockDeg', 'Wheel at full lock', (kind) => (kind === 'cart' ? 30 : 34), {
    asks: front,
  }),
  one('steering', 'mm', 'kingpinOut', 'Steering axis to the middle of the wheel, at hub height', 75, {
    asks: (kind, end) => end === 'front' && !isIndependent(kind),
  }),
  one(
    'driveline',
    'mm',
    'shaftLen',
    'Driveshaft, run output to axle (front: 0 when it is not driven)',
    (_, end) => (end === 'rear' ? 1300 : 0),
    { asks: (kind) => hasDriveshaft(kind), mayBeZero: true },
  ),
  one('driveline', 'mm', 'shaftFall', 'Driveshaft, fall output to axle', 90, {
    asks: (kind) => hasDriveshaft(kind),
    anySign: true,
  }),
  one('driveline', 'deg', 'outputDeg', 'Output, falling toward the axle', 2.5, {
    asks: (kind) => hasDriveshaft(kind),
    anySign: true,
  }),
  one('driveline', 'deg', 'pinionDeg', 'Pinion, falling away from the output', 2.5, {
    asks: (kind) => hasDriveshaft(kind),
    anySign: true,
  }),
  one('driveline', 'deg', 'jointLimit', 'Driveshaft joint, most at ride', 6, {
    asks: (kind) => hasDriveshaft(kind),
  }),
  one('driveline', 'deg', 'jointDroopMost', 'Driveshaft joint, most before it binds', 18, {
    asks: (kind) => hasDriveshaft(kind),
  }),
  one(
    'driveline',
    'mm',
    'slipLeft',
    'Driveshaft slip left to pull out',
    (_, end) => (end === 'front' ? 45 : 25),
    { asks: (kind) => hasDriveshaft(kind) },
  ),
  one('driveline', 'mm', 'slipIn', 'Driveshaft slip left to push in', 25, {
    asks: (kind) => hasDriveshaft(kind),
  }),
  one('lines', 'mm', 'hose', 'Brake hose, free length', cartOr(420, 460)),
  one('lines', 'mm', 'hoseRide', 'Hose span at ride', cartOr(240, 320)),
  one('lines', 'mm', 'hoseDroop', 'Hose span at full droop', cartOr(300, 380)),
  one('lines', 'mm', 'hoseLock', 'Hose span at lock', (_, end, setup) =>
    end === 'rear' ? 320 : setup.front === 'cart' ? 300 : 360,
  ),
  one('lines', 'mm', 'lead', 'Wheel-sensor lead, free length', cartOr(0, 500), { mayBeZero: true }),
  one('lines', 'mm', 'leadDroop', 'Lead span at full droop', cartOr(300, 430)),
  one(
    'lines',
    'mm',
    'barRun',
    'Anti-roll bar arm, run',
    (_, end, setup) => (setup.front === 'cart' || end === 'rear' ? 0 : 230),
    { mayBeZero: true },
  ),
  one('lines', 'mm', 'barDrop', 'Bar arm, link end below pivot', 10, { anySign: true }),
  one('lines', 'deg', 'barLimit', 'Bar arm, steepest', 18),
  one(
    'lines',
    'mm',
    'barLinkUp',
    'Bar link, its other end above the bar’s (minus: it hangs below)',
    (kind) => (kind === 'strut' ? 250 : -80),
    { anySign: true },
  ),
  one('lines', 'mm', 'barTwist', 'Bar ends at ride, links off: one side above the other', 0, {
    anySign: true,
    mayBeZero: true,
  }),
  one('lines', 'mm', 'levelRun', 'Level-sensor arm, run (0 when it has none)', 0, { mayBeZero: true }),
  one('lines', 'mm', 'levelDrop', 'Level-sensor arm, drop', 0, { anySign: true }),
  one('lines', 'mm', 'levelRod', 'Level-sensor rod, joint to joint', 110),
  one('lines', 'deg', 'levelLimit', 'Level-sensor arm, most', 25),
  one('wheel', 'mm', 'tireDiameter', 'Tire, diameter', cartOr(457, 760)),
  one('wheel', 'mm', 'tireWidth', 'Tire, width', cartOr(216, 245)),
  one('wheel', 'number', 'rimWidth', 'Rim width, inches', cartOr(7, 7.5)),
  one('wheel', 'mm', 'offset', 'Wheel offset', cartOr(0, 30), { anySign: true }),
  one('wheel', 'mm', 'clearInner', 'Tire to strut or arm, at lock', cartOr(40, 24), { mayBeZero: true }),
  one('wheel', 'mm', 'clearOuter', 'Tire to fender edge, outward', cartOr(60, 28), { mayBeZero: true }),
  one('wheel', 'mm', 'archLock', 'Tire to arch or bumper, ahead or behind, at lock', 32, {
    asks: front,
    mayBeZero: true,
  }),
  one('wheel', 'mm', 'archBump', 'Tire to arch, at full bump', cartOr(70, 32), { mayBeZero: true }),
];
