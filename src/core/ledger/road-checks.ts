import { type OneEnd, type PlainProcedure, endsOf } from '../procedure/types';

/** What a road test looks at, where and how fast; each is answered good, fault, or not tried. */
export const ROAD_CHECKS = [
  { id: 'straight', label: 'Runs straight, hands light on the wheel', how: 'level road, 50 to 80 km/h' },
  { id: 'centered', label: 'Steering wheel centered', how: 'level road, 50 km/h' },
  {
    id: 'brakes',
    label: 'Brakes hard and even, pedal firm',
    how: 'one hard stop from 60 km/h, road clear behind',
  },
  { id: 'clunk', label: 'No clunk, front or rear', how: 'walking pace, on and off the brake and throttle' },
  { id: 'lock', label: 'No rub at full lock, each way', how: 'yard, walking pace, forward and back' },
  {
    id: 'turns',
    label: 'No rub in hard turns, left and right',
    how: 'roundabout or yard, as hard as it will be driven',
  },
  { id: 'squat', label: 'No rub under squat', how: 'pull away hard; with its load where it carries one' },
  {
    id: 'bump',
    label: 'No rub or bottoming over a real bump',
    how: 'speed hump at 25 km/h, both wheels, then one',
  },
  { id: 'shimmy', label: 'No shimmy after a bump', how: 'one-sided bump at 60 km/h, hands ready' },
  {
    id: 'vibration',
    label: 'No vibration through the speeds',
    how: 'slowly up to the road’s limit, and coasting down',
  },
  { id: 'lamps', label: 'No warning lamps', how: 'the whole drive' },
] as const;
export type RoadCheckId = (typeof ROAD_CHECKS)[number]['id'];

/** What every job is driven for, whatever was done. */
const ALWAYS: readonly RoadCheckId[] = ['straight', 'centered', 'brakes', 'clunk', 'lock', 'bump', 'lamps'];

/**
 * The checks a job asks for, by what its steps have their hands on: a front end is driven for shimmy and hard turns, a rear
 * end for squat, wheels and shafts for vibration.
 */
export function roadChecksAsked(
  document: Pick<PlainProcedure, 'steps' | 'items' | 'fasteners'>,
): RoadCheckId[] {
  const worked = (end: OneEnd) =>
    document.steps.some((step) => step.phase === 'fit' && endsOf(step).includes(end));
  const turned = [...document.items, ...document.fasteners].some(({ place }) =>
    /\.(wheel|wheel-nuts)$|shaft|carrier/.test(place ?? ''),
  );
  const asked = new Set<RoadCheckId>([
    ...ALWAYS,
    ...(worked('front') ? (['turns', 'shimmy'] as const) : []),
    ...(worked('rear') ? (['squat'] as const) : []),
    ...(turned ? (['vibration'] as const) : []),
  ]);
  return ROAD_CHECKS.map(({ id }) => id).filter((id) => asked.has(id));
}
