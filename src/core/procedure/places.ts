/**
 * Where something sits on any car. A car's fastener is (vehicle, place), so the same nut found again at a later visit
 * has the same place whatever procedure names it. One list for the whole project.
 */

const AT_EACH_CORNER = [
  'bar-link',
  'brake-hose-bracket',
  'damper',
  'damper-lower',
  'damper-upper',
  'leaf-eye',
  'lower-link',
  'saved-hardware',
  'shackle',
  'speed-sensor-clip',
  'spring',
  'spring-compressor',
  'spring-seat',
  'u-bolt',
  'upper-link',
  'wheel',
  'wheel-nuts',
  'wheel-spacer',
] as const;

const AT_EACH_FRONT_CORNER = [
  'arm-jack',
  'brake-caliper',
  'brake-hose',
  'bump-stop',
  'caliper',
  'collar-pinch',
  'damper-fork',
  'half-shaft',
  'hub',
  'hub-cap',
  'hub-nut',
  'hub-snap-ring',
  'kingpin',
  'knuckle',
  'knuckle-strap',
  'leaf-eyes',
  'link-jam-nut',
  'lower-arm',
  'lower-arm-pivots',
  'lower-ball-joint',
  'radius-arm',
  'radius-arm-axle',
  'radius-arm-pivot',
  'seat-tube',
  'spacer-studs',
  'speed-sensor',
  'strut',
  'strut-center-nut',
  'strut-lower-bolts',
  'strut-top-nuts',
  'tie-rod-end',
  'tie-rod-jam-nut',
  'upper-arm-pivots',
  'upper-ball-joint',
  'upper-ball-joint-pin',
  'lower-ball-joint-pin',
  'tie-rod-end-pin',
  'tower-cover',
] as const;

const AT_EACH_REAR_CORNER = [
  'arm-jam-nut',
  'cam-bolt',
  'center-bolt',
  'damper-extender',
  'hanger',
  'leaf-pack',
  'level-sensor',
  'pack-clamp',
  'park-brake-cable',
  'subframe',
  'strut-mount',
  'strut-studs',
  'toe-adjuster',
  'trailing-arm',
  'trial-bolts',
  'trim-panel',
] as const;

const AT_EACH_CENTER = [
  'arm-jacks',
  'axle-jack',
  'brake-hose-bracket',
  'breather',
  'chocks',
  'stands',
  'track-bar',
  'track-bar-jam',
] as const;

const FRONT_CENTER = [
  'axle-actuator',
  'bar-mounts',
  'brace',
  'brake-fluid',
  'crossmember',
  'differential',
  'differential-jack',
  'drag-link',
  'drag-link-pin',
  'drag-link-clamps',
  'driveshaft',
  'heat-shield',
  'pitman-arm',
  'pitman-pinch',
  'skid-plate',
  'subframe',
  'subframe-jack',
  'tie-rod-clamps',
  'track-bar-axle',
  'track-bar-brace',
  'track-bar-bracket',
  'track-bar-frame',
] as const;

const REAR_CENTER = [
  'carrier-bearing',
  'exhaust',
  'hanger-tacks',
  'mass-damper',
  'pinion-jack',
  'subframe-jack',
  'upper-arm',
] as const;

const WHOLE_CAR = ['battery', 'chocks', 'drive-lock', 'seat', 'stands', 'trial-set'] as const;

const SIDES = ['left', 'right'] as const;
const ENDS = ['front', 'rear'] as const;

export const PLACES: ReadonlySet<string> = new Set([
  ...ENDS.flatMap((end) => SIDES.flatMap((side) => AT_EACH_CORNER.map((what) => `${end}.${side}.${what}`))),
  ...SIDES.flatMap((side) => AT_EACH_FRONT_CORNER.map((what) => `front.${side}.${what}`)),
  ...SIDES.flatMap((side) => AT_EACH_REAR_CORNER.map((what) => `rear.${side}.${what}`)),
  ...ENDS.flatMap((end) => AT_EACH_CENTER.map((what) => `${end}.center.${what}`)),
  ...FRONT_CENTER.map((what) => `front.center.${what}`),
  ...REAR_CENTER.map((what) => `rear.center.${what}`),
  ...WHOLE_CAR.map((what) => `car.${what}`),
]);
