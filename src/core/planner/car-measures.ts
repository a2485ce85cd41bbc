import type { SuspensionKind } from './axle-kinds';
import type { CarSetup, MeasureDef, OneEnd } from './measure-defs';

/** A cart is another size of car, at both its axles. */
export const cartOr = (cart: number, other: number) => (_: SuspensionKind, __: OneEnd, setup: CarSetup) =>
  setup.front === 'cart' ? cart : other;

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
