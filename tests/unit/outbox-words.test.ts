import { withoutAddress } from '@/server/messages/gateway';

test('a delivered message shown to somebody who does not answer customers opens nobody’s page', () => {
  const words = 'Your car is ready: https://shop.example/c/Zk3_9-aaaaBBBBccccDDDDeeeeFFFFgggg. Thank you.';
  expect(withoutAddress(words)).toBe('Your car is ready: https://shop.example/c/…. Thank you.');
  expect(withoutAddress('No address: 12/c/4.')).toBe('No address: 12/c/4.');
});
