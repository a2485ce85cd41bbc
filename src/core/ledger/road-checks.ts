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
