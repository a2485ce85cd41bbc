import type { Consequence } from '../consequence';
import { AXLE } from './axle';
import { DRIVELINE } from './driveline';
import { HANGING } from './hanging';
import { LINES } from './lines';
import { LOAD } from './load';
import { STEERED } from './steered';
import { STEERING } from './steering';
import { TRAVEL } from './travel';
import { WHEELS } from './wheels';

/** Everything a lift may change on the rest of the car. */
export const CONSEQUENCES: readonly Consequence[] = [
  ...STEERING,
  ...STEERED,
  ...AXLE,
  ...DRIVELINE,
  ...TRAVEL,
  ...HANGING,
  ...LINES,
  ...WHEELS,
  ...LOAD,
];
