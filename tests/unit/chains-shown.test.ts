import { chainsShown, shows } from '@/features/live/chains-shown';

const ORDER = '0a0b0c0d-0000-4000-a000-000000000001';
const OTHER = '0a0b0c0d-0000-4000-a000-000000000002';

test.each([
  [`/orders/${ORDER}/torque`, [ORDER], true],
  [`/orders/${ORDER}`, [OTHER, 'shop'], false],
  ['/orders/new', [ORDER, 'shop'], false],
  ['/', [OTHER], true],
  ['/come-backs', ['shop'], true],
  ['/help', [ORDER, 'shop'], false],
  ['/bench/torque.extension', [ORDER], false],
  ['/shop/people', ['shop'], true],
  ['/shop/people', [ORDER], false],
  ['/shop/roles', ['shop'], false],
  ['/shopping', [ORDER], true],
])('%s is read again when %j moved: %s', (pathname, moved, again) => {
  expect(shows(chainsShown(pathname), moved)).toBe(again);
});
