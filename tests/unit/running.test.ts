import { areaOf } from '@/server/running/requests';
import { nineInTenOf } from '@/server/running/figures';
import { failureNumber, log, plainError, plainPath } from '@/server/running/log';

test('an address is written down without keys and without what was searched for', () => {
  expect(plainPath('/orders?find=Hollin')).toBe('/orders');
  expect(plainPath('/c/aB3-secret/handoff')).toBe('/c/…/handoff');
  expect(plainPath('/api/c/aB3-secret/photos/1')).toBe('/api/c/…/photos/1');
  expect(plainPath('/api/calendar/aB3-secret')).toBe('/api/calendar/…');
  expect(plainPath('/cars/12')).toBe('/cars/12');
  expect(areaOf('/')).toBe('today');
  expect(areaOf('/bay/12?x')).toBe('bay');
  expect(areaOf('/api/commands/step.done')).toBe('api/commands');
  expect(areaOf('/api/c/aB3/handoff')).toBe('api/c');
  expect(areaOf('/_next/static/x.js')).toBe('files');
  expect(areaOf('/bay-worker.js')).toBe('files');
  // Whatever strangers ask for is one area: their words are no labels.
  expect(areaOf('/%2e%2e/etc')).toBe('other');
  expect(areaOf('/api/%00')).toBe('api/other');
});

test('what is logged of an error has its place and no value of a statement', () => {
  const error = Object.assign(new Error("Duplicate entry 'kim@farm.example' for key 'contact'"), {
    code: 'ER_DUP_ENTRY',
    digest: '42',
    sql: "INSERT INTO person VALUES ('paint-pen-odalys')",
  });
  const told = JSON.stringify(plainError(error));
  expect(told).toContain('ER_DUP_ENTRY');
  expect(told).toContain('"digest":"42"');
  expect(told).toContain('running.test');
  expect(told).not.toMatch(/kim@farm|paint-pen|INSERT/);
  expect(plainError('no error at all')).toEqual({ message: 'no error at all' });
  expect(log().level).toBe('info');
  expect(failureNumber()).toMatch(/^[0-9A-F]{8}$/);
  expect(failureNumber()).not.toBe(failureNumber());
});

test('nine in ten fall below the top of a step of the count', () => {
  const buckets = [
    { upTo: 0.1, most: 95 },
    { upTo: 0.01, most: 50 },
    { upTo: Infinity, most: 100 },
  ];
  expect(nineInTenOf(buckets, 100)).toBe(0.1);
  expect(
    nineInTenOf(
      [
        { upTo: 0.01, most: 1 },
        { upTo: Infinity, most: 100 },
      ],
      100,
    ),
  ).toBeNull();
  expect(nineInTenOf([], 0)).toBeNull();
});
