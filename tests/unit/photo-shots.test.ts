import fc from 'fast-check';
import { missingShots } from '@/core/ledger/closing';
import type { Entry } from '@/core/ledger/entries';
import { foldOrder } from '@/contracts/fold';
import { RULES_EDITION, type RunDocument } from '@/core/procedure/engine';

const SHOTS = ['Subframe marks', 'Cam marks', 'Bolt heads'];
const run = {
  items: [],
  fasteners: [],
  steps: [
    {
      id: 'X/place',
      phase: 'fit',
      do: 'Set it in place',
      minutes: 5,
      photo: SHOTS.map((shot) => ({ shot })),
    },
  ],
  sources: [],
  carried: { open: [], loose: {} },
} as unknown as RunDocument;

const entry = (seq: number, kind: string, data: object) =>
  ({
    id: `e${seq}`,
    seq,
    kind,
    at: '2026-04-14T15:00:00.000Z',
    receivedAt: '2026-04-14T15:00:00.000Z',
    corrects: null,
    data,
  }) as unknown as Entry;

const withPhotos = (photos: { caption: string; shot: string | null }[], rules = RULES_EDITION) =>
  foldOrder(
    [
      entry(1, 'run.start', { documentHash: 'h', planVersion: null, rules }),
      ...photos.map((photo, index) =>
        entry(index + 2, 'photo', {
          photoId: `p${index}`,
          stepId: 'X/place',
          corner: null,
          occasion: null,
          ...photo,
        }),
      ),
    ],
    run,
  );

test('one picture is one shot: as many are missing as there are pictures too few', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ caption: fc.constantFrom(...SHOTS, ''), shot: fc.constant(null) }), {
        maxLength: 6,
      }),
      (photos) => {
        const missing = missingShots(withPhotos(photos)).map(({ shot }) => shot);
        expect(missing).toHaveLength(Math.max(0, SHOTS.length - photos.length));
        // A shot that a picture was taken for by name is not the one that is missing.
        const named = new Set(photos.map(({ caption }) => caption));
        const unnamed = SHOTS.filter((shot) => !named.has(shot));
        expect(missing.every((shot) => unnamed.includes(shot))).toBe(true);
      },
    ),
  );
});

test('a job begun when one picture stood for all shots of a step keeps that', () => {
  expect(missingShots(withPhotos([{ caption: 'Cam marks', shot: null }], 2))).toEqual([]);
  expect(missingShots(withPhotos([{ caption: 'Cam marks', shot: null }]))).toHaveLength(2);
});
