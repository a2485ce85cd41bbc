/**
 * Where something sits on any car. A car's fastener is (vehicle, place), so the same nut found again at a later visit
 * has the same place whatever procedure names it. One list for the whole project.
 */

const AT_EACH_FRONT_CORNER = [
  'wheel-nuts',
  'strut-top-nuts',
  'spacer-studs',
  'strut-lower-bolts',
  'upper-ball-joint',
  'tie-rod-end',
  'tie-rod-jam-nut',
  'lower-arm-pivots',
  'upper-arm-pivots',
  'bar-link',
  'brake-hose-bracket',
  'speed-sensor',
  'speed-sensor-clip',
  'knuckle-strap',
  'saved-hardware',
  'strut',
] as const;

const AT_EACH_REAR_CORNER = [
  'wheel-nuts',
  'u-bolt',
  'center-bolt',
  'damper-lower',
  'damper-upper',
  'park-brake-cable',
  'speed-sensor-clip',
  'pack-clamp',
  'spring-seat',
  'saved-hardware',
] as const;

const FRONT_CENTER = ['chocks', 'stands', 'skid-plate'] as const;
const REAR_CENTER = ['axle-jack', 'brake-hose-bracket', 'breather', 'carrier-bearing', 'chocks'] as const;
const WHOLE_CAR = ['stands', 'battery', 'chocks', 'drive-lock'] as const;

const SIDES = ['left', 'right'] as const;

export const PLACES: ReadonlySet<string> = new Set([
  ...SIDES.flatMap((side) => AT_EACH_FRONT_CORNER.map((what) => `front.${side}.${what}`)),
  ...SIDES.flatMap((side) => AT_EACH_REAR_CORNER.map((what) => `rear.${side}.${what}`)),
  ...FRONT_CENTER.map((what) => `front.center.${what}`),
  ...REAR_CENTER.map((what) => `rear.center.${what}`),
  ...WHOLE_CAR.map((what) => `car.${what}`),
]);
