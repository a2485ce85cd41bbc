import type { Consequence } from '../consequence';
import { AXLE } from './axle';
import { DRIVELINE } from './driveline';
import { LINES } from './lines';
import { LOAD } from './load';
import { STEERING } from './steering';
import { TRAVEL } from './travel';
import { WHEELS } from './wheels';

/** Everything a lift may change on the rest of the car. */
export const CONSEQUENCES: readonly Consequence[] = [
  ...STEERING,
  ...AXLE,
  ...DRIVELINE,
  ...TRAVEL,
  ...LINES,
  ...WHEELS,
  ...LOAD,
];
