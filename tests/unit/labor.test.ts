import { type FinishedWork, expectLabor } from '@/core/labor/expect';

const job = (more: Partial<FinishedWork> = {}): FinishedWork => ({
  procedures: 'strut',
  platform: 'Coppice',
  book: 200,
  actual: 220,
  rusty: false,
  firstTime: false,
  ...more,
});
const many = (count: number, more: Partial<FinishedWork> = {}) =>
  Array.from({ length: count }, () => job(more));
const asked = { procedures: 'strut', platform: 'Coppice', book: 100, rusty: false, firstTime: false };

test('without a past the book stands, with its spread', () => {
  const got = expectLabor([], asked);
  expect(got).toMatchObject({ jobs: 0, from: 'the book', ratio: 1, p50: 100, rustFactor: 1, firstFactor: 1 });
  expect(got.p80).toBeGreaterThan(got.p50);
});

test('the narrowest circle with enough jobs speaks', () => {
  const past = [
    ...many(6),
    ...many(9, { platform: 'Scree', actual: 300 }),
    ...many(20, { procedures: 'block', platform: 'Ox', actual: 150 }),
  ];
  expect(expectLabor(past, asked)).toMatchObject({ jobs: 6, from: 'this work on this platform' });
  expect(expectLabor(past, { ...asked, platform: 'Quern' })).toMatchObject({ jobs: 15, from: 'this work' });
  expect(expectLabor(past, { ...asked, procedures: 'cart', platform: 'Ox' })).toMatchObject({
    jobs: 20,
    from: 'this platform',
  });
  expect(expectLabor(past, { ...asked, procedures: 'cart', platform: 'None' })).toMatchObject({
    jobs: 35,
    from: 'all jobs',
  });
});

test('it is drawn to what jobs took, more with more of them', () => {
  const few = expectLabor(many(5, { actual: 400 }), asked).ratio;
  const lots = expectLabor(many(60, { actual: 400 }), asked).ratio;
  expect(few).toBeGreaterThan(1);
  expect(lots).toBeGreaterThan(few);
  expect(lots).toBeLessThan(2);
  expect(lots).toBeCloseTo(2 ** (60 / 64), 6);
});

test('rust and a first time put on what they were found to, and only where they are', () => {
  const past = [
    ...many(40, { actual: 200 }),
    ...many(40, { actual: 260, rusty: true }),
    ...many(20, { actual: 240, firstTime: true }),
  ];
  const plain = expectLabor(past, asked);
  expect(plain.rustFactor).toBeGreaterThan(1.2);
  expect(plain.rustFactor).toBeLessThan(1.3);
  expect(plain.firstFactor).toBeGreaterThan(1.03);
  const rusty = expectLabor(past, { ...asked, rusty: true });
  expect(rusty.p50 / plain.p50).toBeCloseTo(plain.rustFactor, 6);
  // Taken out of the past where it was, so that a plain job is not charged for the rust of others.
  expect(plain.p50).toBeLessThan(110);
});
