import { readFileSync } from 'node:fs';
import path from 'node:path';
import { type KnuckleTravelInput, travelKnuckle } from '../src/core/calc/knuckle.travel';
import { solveLinear } from '../src/core/calc/linear';
import { standCar } from '../src/core/planner/car-stand';
import { droopList } from '../src/core/planner/droop-list';
import { moved, poseCar } from '../src/core/planner/moving-car/pose';
import { strikesIn } from '../src/core/planner/moving-car/strikes';
import { sweepOf } from '../src/core/planner/moving-car/sweep';
import { part, planOf } from '../tests/support/planned-cars';

/** One corner through its travel, against a bare loop that solves as many five by five systems and does nothing else. */

const ROWS = 61;
const cars = readFileSync(path.join(__dirname, '..', 'vectors', 'knuckle.travel.jsonl'), 'utf8')
  .split('\n')
  .filter(Boolean)
  .map((line) => (JSON.parse(line) as { input: KnuckleTravelInput }).input)
  .filter(({ travel }) => travel.length === 5);
const travel = Array.from({ length: ROWS }, (_, i) => -90 + (170 * i) / (ROWS - 1));

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;
function timed(work: () => unknown, rounds = 60): number {
  for (let warm = 0; warm < 20; warm += 1) work();
  return median(
    Array.from({ length: rounds }, () => {
      const began = performance.now();
      work();
      return performance.now() - began;
    }),
  );
}

/** About three Newton rounds a row, each one system of five. */
const SYSTEMS = ROWS * 3;
function bare(): number {
  let sum = 0;
  for (let i = 0; i < SYSTEMS; i += 1) {
    const rows = Array.from({ length: 5 }, (_, r) =>
      Array.from({ length: 6 }, (__, c) => (r === c ? 4 : 0.1 * (r + c + 1)) + i * 1e-6),
    );
    sum += solveLinear(rows)![0]!;
  }
  return sum;
}

const loop = timed(bare);
console.log(`bare loop of ${SYSTEMS} systems of five: ${loop.toFixed(2)} ms`);
cars.forEach((one, at) => {
  const sweep = timed(() => travelKnuckle({ ...one, travel }));
  const hung = one.strut ? 'strut' : one.arms ? 'two arms' : 'five links';
  console.log(
    `  ${at + 1} ${hung}: ${ROWS} rows in ${sweep.toFixed(2)} ms, ${(sweep / loop).toFixed(1)} times the bare loop`,
  );
});

const input = planOf({
  front: 'coilover',
  rear: 'leaf-over',
  parts: [part('strutSpacer', 'front', { t: 30 }), part('block', 'rear', { t: 50 })],
});
const car = standCar(input);
let at = 0;
const frame = timed(() => {
  at = (at + 7) % 80;
  return strikesIn(car, poseCar(car, moved(-at, -at / 2, Math.sin(at))));
}, 200);
console.log(`a pose of the whole car with what strikes: ${frame.toFixed(2)} ms`);
console.log(`an axle's sweep for its curves: ${timed(() => sweepOf(input, 'front')).toFixed(2)} ms`);
console.log(`the list of droop and lock: ${timed(() => droopList(input), 15).toFixed(0)} ms`);
