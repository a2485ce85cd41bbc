import { plausibleBand } from '@/core/procedure/plausible-band';
import { unlikelyTorque } from '@/core/procedure/torque-doubts';
import { libraryIds, valuedFile } from '../support/library';

const every = libraryIds().flatMap((id) => valuedFile(id).fasteners);
const banded = every.filter((one) => plausibleBand(one));

test('a fastener without thread or grade, or with a thread no band knows, has none and is not asked about', () => {
  const [one] = banded;
  const { thread: _thread, ...threadless } = one!;
  const { grade: _grade, ...gradeless } = one!;
  for (const other of [threadless, gradeless, { ...one!, thread: 'T99x9' }]) {
    expect(plausibleBand(other)).toBeNull();
    expect(unlikelyTorque(other, 1e6)).toBeNull();
  }
});

test('each of the library is asked about just outside its band, and not at its ends', () => {
  expect(banded.length).toBeGreaterThan(150);
  for (const one of banded) {
    const { low, high } = plausibleBand(one)!;
    expect(low).toBeLessThan(high);
    expect(unlikelyTorque(one, low)).toBeNull();
    expect(unlikelyTorque(one, high)).toBeNull();
    expect(unlikelyTorque(one, low - 0.01)).toMatch(/^It is low for such a bolt: plausible is .* to .*\.$/);
    expect(unlikelyTorque(one, high + 0.01)).toMatch(/^It is high for such a bolt/);
  }
});
