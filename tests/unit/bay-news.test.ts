import type { Entry } from '@/core/ledger/entries';
import { type BayBundle, knownOf, newsFor, withNews } from '@/features/bay/bay-bundle';
import { CAME_HEIGHTS, entryOf } from '../support/entries';
import { bothEndsRun } from '../support/library';

const heights = (seq: number) => entryOf(seq, 'heights', CAME_HEIGHTS);
const bundleOf = (entries: Entry[], wear = 'one') =>
  ({ orderId: 'a', label: wear, entries, document: bothEndsRun() }) as unknown as BayBundle;
const crossed = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

const before = bundleOf([heights(1), heights(2)]);
const after = bundleOf([heights(1), heights(2), heights(3)], 'two');

test('a device that has the first entries is sent those after them, and the run it has not again', () => {
  const news = newsFor(after, knownOf(before));
  expect(news.entries.map(({ seq }) => seq)).toEqual([3]);
  expect(news).toMatchObject({ from: 2, document: null });
  expect(withNews(before, crossed(news))).toEqual(after);
});

test('nothing new is nothing of the record, and what stands beside it all the same', () => {
  const news = newsFor({ ...before, label: 'two' }, knownOf(before));
  expect(news.entries).toEqual([]);
  expect(withNews(before, crossed(news))).toEqual({ ...before, label: 'two' });
});

test.each([
  ['has none', null],
  ['has another last entry: a restored record', { count: 2, lastId: 'another' }],
  ['says more than there are', { count: 9, lastId: heights(2).id }],
])('all is sent to a device that %s', (_, known) => {
  const news = newsFor(after, known);
  expect(news.from).toBe(0);
  expect(withNews(null, crossed(news))).toEqual(after);
});

test('another run is sent with the entry that brings it, and with any correction, which may be of that entry', () => {
  const change = { ...heights(3), kind: 'run.change' } as Entry;
  const correction = { ...heights(3), corrects: heights(2).id } as Entry;
  for (const entry of [change, correction])
    expect(newsFor(bundleOf([heights(1), heights(2), entry]), knownOf(before)).document).not.toBeNull();
});

test('news that do not begin where the device ends are not put to it', () => {
  expect(withNews(bundleOf([heights(1)]), newsFor(after, knownOf(before)))).toBeNull();
  expect(withNews(null, newsFor(after, knownOf(before)))).toBeNull();
});
