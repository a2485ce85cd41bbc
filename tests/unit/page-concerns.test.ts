import type { ChainMoved } from '@/contracts/live';
import { concerns, shownOn } from '@/features/live/page-concerns';

const ORDER = '0a0b0c0d-0000-4000-a000-000000000001';
const OTHER = '0a0b0c0d-0000-4000-a000-000000000002';

const moved = (chain: string, more: Partial<ChainMoved> = {}): ChainMoved => ({
  chain,
  count: 9,
  areas: [],
  projections: [],
  head: false,
  corrected: false,
  ...more,
});
const bay = { areas: ['bay' as const] };

test.each<[string, ChainMoved, boolean]>([
  [`/orders/${ORDER}/torque`, moved(ORDER, bay), true],
  [`/orders/${ORDER}/torque`, moved(OTHER, { ...bay, head: true }), false],
  [`/orders/${ORDER}/torque`, moved('shop', { areas: ['shop'] }), false],
  // A torque changes nothing of the quote; the next thing of the order it may.
  [`/orders/${ORDER}/quote`, moved(ORDER, bay), false],
  [`/orders/${ORDER}/quote`, moved(ORDER, { ...bay, head: true }), true],
  [`/orders/${ORDER}/quote`, moved(ORDER, { areas: ['noted'], projections: ['clocks'] }), true],
  [`/orders/${ORDER}/quote`, moved(ORDER, { areas: ['noted'], corrected: true }), true],
  [`/orders/${ORDER}`, moved(ORDER, bay), true],
  [`/orders/${ORDER}/trail`, moved(ORDER, { areas: ['noted'] }), true],
  ['/orders/new', moved(ORDER, { head: true }), false],
  ['/', moved(OTHER, { ...bay, projections: ['kitFacts'] }), false],
  ['/', moved(OTHER, { ...bay, head: true }), true],
  ['/', moved(OTHER, { areas: ['noted'], projections: ['clocks'] }), true],
  ['/kits', moved(OTHER, { ...bay, projections: ['kitFacts'] }), true],
  ['/week', moved(OTHER, bay), true],
  ['/come-backs', moved('shop'), true],
  ['/help', moved(ORDER, { head: true }), false],
  ['/bench/torque.extension', moved(ORDER, bay), false],
  ['/shop/people', moved('shop'), true],
  ['/shop/people', moved(ORDER, { head: true }), false],
  ['/shop/roles', moved('shop'), false],
  ['/shopping', moved(ORDER, bay), true],
])('%s, %j: %s', (pathname, what, again) => {
  expect(concerns(shownOn(pathname), what)).toBe(again);
});
