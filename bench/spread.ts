import { type PlannerInput, standCar } from '../src/core/planner/car-stand';
import { judgeCar } from '../src/core/planner/judge';
import { freshPart } from '../src/core/planner/plan-part';
import { spreadOfPlan } from '../src/core/planner/spread';

const plan = (
  front: PlannerInput['setup']['front'],
  rear: PlannerInput['setup']['rear'],
  parts: PlannerInput['parts'],
): PlannerInput => ({
  setup: { front, rear },
  sheet: {},
  parts,
  accessories: [{ id: 'winch', name: 'winch', kg: 45, x: -650, y: 0 }],
  baseline: { LF: 520, RF: 518, LR: 560, RR: 561 },
  method: 'hub',
  targets: { front: 560, rear: 600 },
});

const PLANS: [string, PlannerInput][] = [
  [
    'coilover and leaves',
    plan('coilover', 'leaf-over', [freshPart('strutSpacer', 'front', 'a'), freshPart('block', 'rear', 'b')]),
  ],
  [
    'strut and multi-link',
    plan('strut', 'multi-link', [
      freshPart('strutSpacer', 'front', 'a'),
      freshPart('coilSpacer', 'rear', 'b'),
    ]),
  ],
  [
    'radius arms and leaves',
    plan('coil-radius', 'leaf-over', [
      freshPart('coilSpacer', 'front', 'a'),
      freshPart('shackle', 'rear', 'b'),
    ]),
  ],
  [
    'links all round',
    plan('coil-links', 'coil-links', [
      freshPart('coilSpacer', 'front', 'a'),
      freshPart('coilSpacer', 'rear', 'b'),
    ]),
  ],
];
const DRAWS = 10_000;
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;

console.log(`spread of ${DRAWS} draws against standing and judging the same car once, same run`);
for (const [name, input] of PLANS) {
  // The worker runs itself in before it is asked; so does this.
  for (let warm = 0; warm < 5; warm += 1) spreadOfPlan(input, DRAWS);
  const times = Array.from({ length: 9 }, () => {
    const began = performance.now();
    spreadOfPlan(input, DRAWS);
    return performance.now() - began;
  });
  for (let warm = 0; warm < 300; warm += 1) judgeCar(standCar(input));
  const began = performance.now();
  for (let i = 0; i < 300; i += 1) judgeCar(standCar(input));
  const once = (performance.now() - began) / 300;
  console.log(
    `  ${name}: ${median(times).toFixed(0)} ms (${Math.min(...times).toFixed(0)} to ${Math.max(...times).toFixed(0)}), ${(median(times) / once).toFixed(0)} times one judged stand of ${once.toFixed(3)} ms`,
  );
}
