import { plausibleTorque } from '@/core/calc/torque.plausible';
import { libraryIds, valuedFile } from '../support/library';

const withValue = libraryIds().flatMap((id) =>
  valuedFile(id)
    .fasteners.filter((one) => one.spec && one.thread && one.grade)
    .map((one) => ({ at: `${id}: ${one.id}`, ...one })),
);

test('most fasteners of the library name their thread and grade', () => {
  expect(withValue.length).toBeGreaterThan(150);
});

test.each(withValue)('$at lies where its thread and grade may', ({ thread, grade, spec }) => {
  const { low, high } = plausibleTorque({ thread: thread!, grade: grade! });
  // What is turned on by an angle begins at a snug value, far below the band of one that is torqued to its end.
  expect(spec!.nm).toBeGreaterThanOrEqual(spec!.angleDeg ? 0.2 * low : low);
  expect(spec!.nm).toBeLessThanOrEqual(high);
});
