/** The script of a route may not grow unseen: each is held against what is kept of it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { keptScripts, routeScripts } from '../../scripts/route-scripts.mjs';

const GROWS = 1.05;
/** What became so much smaller is kept anew, or the next growth of it would not be seen. */
const SHRINKS = 0.9;

test('no route’s script has grown by over a twentieth; each route is kept', () => {
  const now = routeScripts();
  const before = keptScripts();
  assert.deepEqual(
    Object.keys(now),
    Object.keys(before),
    'a route came or went: node scripts/route-scripts.mjs --keep',
  );
  const moved = Object.entries(now).flatMap(([route, bytes]) => {
    const share = bytes / before[route];
    return share > GROWS || share < SHRINKS
      ? [`${route}: ${(bytes / 1000).toFixed(0)} kB, was ${(before[route] / 1000).toFixed(0)}`]
      : [];
  });
  assert.deepEqual(moved, []);
  assert.ok(Object.values(now).every((bytes) => bytes > 50_000));
});
