/** What a road test looks at; each is answered good, fault, or not tried. */
export const ROAD_CHECKS = [
  { id: 'straight', label: 'Runs straight, hands light on the wheel' },
  { id: 'centered', label: 'Steering wheel centered' },
  { id: 'brakes', label: 'Brakes hard and even, pedal firm' },
  { id: 'clunk', label: 'No clunk, front or rear' },
  { id: 'lock', label: 'No rub at full lock, each way' },
  { id: 'bump', label: 'No rub or bottoming over a real bump' },
  { id: 'vibration', label: 'No vibration through the speeds' },
  { id: 'lamps', label: 'No warning lamps' },
] as const;
