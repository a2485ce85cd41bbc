import sharp from 'sharp';
import { CARD, MARKS, MARK_FIELDS, darkFields, markCorners } from '@/core/photo/card';
import { findCard } from '@/core/photo/find-card';
import { MOST_SD_MM, photoAngle, photoHeight } from '@/core/photo/photo-height';
import { PHOTO_POINTS, PHOTO_READINGS, isPhotoAngle, readPhoto, tapeAgrees } from '@/core/photo/read-photo';
import { type CardScene, drawCardScene } from '@/server/devices/card-scene';
import { cardIn } from '@/workers/find-marks';

/** Pictures of seeds that nothing was tuned on. */
const SEEDS = [3101, 3102, 3103, 3104, 3105, 3106, 3107, 3108];
let scenes: CardScene[];
beforeAll(async () => {
  scenes = await Promise.all(SEEDS.map((seed) => drawCardScene({ seed })));
}, 300_000);

async function pixels({ picture }: Pick<CardScene, 'picture'>) {
  const { data, info } = await sharp(picture).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { data, width: info.width, height: info.height };
}
const read = (scene: CardScene, more: Partial<Parameters<typeof photoHeight>[0]> = {}) =>
  photoHeight({
    card: CARD,
    corners: scene.corners as never,
    points: [scene.hub, scene.lip],
    picture: scene,
    outOfPlane: scene.outOfPlane,
    cornerSd: 0.3,
    pointSd: 2,
    ...more,
  });

describe('the card', () => {
  test('its marks differ from each other, and from their own turns, in nine fields at least', () => {
    const turned = (bits: string) =>
      Array.from({ length: bits.length }, (_, at) => {
        const [row, column] = [Math.floor(at / MARK_FIELDS), at % MARK_FIELDS];
        return bits[(MARK_FIELDS - 1 - column) * MARK_FIELDS + row];
      }).join('');
    const turns = (bits: string) => [bits, turned(bits), turned(turned(bits)), turned(turned(turned(bits)))];
    const apart = (one: string, other: string) => [...one].filter((bit, at) => bit !== other[at]).length;
    for (const [at, mark] of MARKS.entries()) {
      for (const own of turns(mark).slice(1)) expect(apart(mark, own)).toBeGreaterThan(8);
      for (const other of MARKS.slice(at + 1))
        for (const turn of turns(other)) expect(apart(mark, turn)).toBeGreaterThan(8);
    }
  });
  test('what is printed lies on the card', () => {
    for (const mark of [0, 1, 2, 3])
      for (const { x, y, side } of darkFields(mark)) {
        expect(x + side).toBeLessThanOrEqual(CARD.width + 1e-9);
        expect(y + side).toBeLessThanOrEqual(CARD.height + 1e-9);
      }
    expect(markCorners(2)[2]).toEqual({ x: CARD.width, y: CARD.height });
  });

  test('is found by itself in each picture, its corners to a part of a pixel', async () => {
    for (const scene of scenes) {
      const card = cardIn(await pixels(scene));
      expect(card?.marks).toBe(4);
      for (const [at, corner] of card!.corners.entries())
        expect(Math.hypot(corner.x - scene.corners[at]!.x, corner.y - scene.corners[at]!.y)).toBeLessThan(
          0.4,
        );
    }
  }, 300_000);

  test('is not found where there is none, nor by one mark alone', async () => {
    const bare = await sharp({ create: { width: 900, height: 700, channels: 3, background: '#776' } })
      .png()
      .toBuffer();
    expect(cardIn(await pixels({ picture: bare }))).toBeNull();
    const gray = { width: 10, height: 10, gray: new Uint8Array(100) };
    expect(findCard(gray, [{ mark: 0, corners: markCorners(0) }])).toBeNull();
  });
});

describe('a height in a photograph', () => {
  test('with the hub’s distance counted in it lies within what was said, without it mostly not', () => {
    const offs = scenes.map((scene) => {
      const got = read(scene);
      return {
        off: Math.abs(got.value - scene.heightMm),
        flat: Math.abs(got.flat - scene.heightMm),
        sd: got.sd,
      };
    });
    for (const { off, sd } of offs) expect(off).toBeLessThan(3 * sd);
    const sum = (key: 'off' | 'flat') => offs.reduce((total, one) => total + one[key], 0);
    expect(sum('flat')).toBeGreaterThan(2 * sum('off'));
  });

  test('a hub 60 mm proud under a camera 350 mm too high is about 19 mm wrong, and is put right', () => {
    // By plain geometry: a camera 1,165 mm before the plane and 350 above the hub.
    const [away, up, out, span, focal] = [1165, 350, 60, 520, 2500];
    const seen = (x: number, y: number, z: number) => ({
      x: 1600 + (focal * x) / (away - z),
      y: 1200 + (focal * (y + up - span / 2)) / (away - z),
    });
    const [left, top] = [-300, -CARD.height / 2];
    const corners = [
      seen(left, top, 0),
      seen(left + CARD.width, top, 0),
      seen(left + CARD.width, top + CARD.height, 0),
      seen(left, top + CARD.height, 0),
    ];
    const got = photoHeight({
      card: CARD,
      corners: corners as never,
      points: [seen(0, span / 2, out), seen(0, -span / 2, 0)],
      picture: { width: 3200, height: 2400 },
      outOfPlane: out,
    });
    expect(got.flat - span).toBeGreaterThan(17);
    expect(got.flat - span).toBeLessThan(21);
    expect(Math.abs(got.value - span)).toBeLessThan(1);
    expect(got.camera.away).toBeGreaterThan(1000);
    expect(got.camera.away).toBeLessThan(1330);
  });

  test('the surer the hub’s distance, the smaller the error; twice as far away it is no measurement', async () => {
    const [scene] = scenes;
    expect(read(scene!, { outOfPlaneSd: 15 }).sd).toBeGreaterThan(read(scene!, { outOfPlaneSd: 2 }).sd);
    const far = await drawCardScene({ seed: 3109, far: true });
    const got = read(far);
    expect(got.sd).toBeGreaterThan(MOST_SD_MM);
    expect(got).toMatchObject({ measured: false, better: [expect.stringMatching(/nearer/)] });
  });

  test('a card that is not beside the span measures nothing', () => {
    const [scene] = scenes;
    const off = (at: { x: number; y: number }) => ({ x: at.x + 1100, y: at.y });
    const got = read(scene!, { points: [off(scene!.hub), off(scene!.lip)] });
    expect(got.measured).toBe(false);
    expect(got.better[0]).toContain('not beside the span');
  });

  test('corners that go round the wrong way are refused', () => {
    const [scene] = scenes;
    expect(() => read(scene!, { corners: [...scene!.corners].reverse() as never })).toThrow(/clockwise/);
  });

  test('mirrored left to right it measures the same', () => {
    for (const scene of scenes) {
      const flip = ({ x, y }: { x: number; y: number }) => ({ x: scene.width - x, y });
      const [a, b, c, d] = scene.corners.map(flip);
      const mirrored = read(scene, {
        corners: [b, a, d, c] as never,
        points: [flip(scene.hub), flip(scene.lip)],
      });
      expect(mirrored.value).toBeCloseTo(read(scene).value, 3);
      expect(mirrored.sd).toBeCloseTo(read(scene).sd, 3);
    }
  });
});

describe('angles and agreement', () => {
  const flat = {
    card: CARD,
    corners: [
      { x: 0, y: 0 },
      { x: 900, y: 0 },
      { x: 900, y: 1200 },
      { x: 0, y: 1200 },
    ] as never,
  };
  test('a shackle leaning ten degrees reads ten, whichever bolt is tapped first', () => {
    const lean = Math.tan((10 * Math.PI) / 180);
    const points: [{ x: number; y: number }, { x: number; y: number }] = [
      { x: 1200, y: 200 },
      { x: 1200 + 500 * lean, y: 700 },
    ];
    const got = photoAngle({ ...flat, points }, 'plumb');
    expect(Math.abs(got.value)).toBeCloseTo(10, 6);
    expect(photoAngle({ ...flat, points: [points[1], points[0]] }, 'plumb').value).toBeCloseTo(got.value, 6);
    expect(got.measured).toBe(true);
    expect(photoAngle({ ...flat, points: [points[0], { x: 1203, y: 210 }] }, 'plumb').measured).toBe(false);
  });
  test('every reading names its two points, and is a length or an angle', () => {
    for (const what of PHOTO_READINGS) {
      expect(PHOTO_POINTS[what]).toHaveLength(2);
      const got = readPhoto(what, {
        ...flat,
        points: [
          { x: 1100, y: 1100 },
          { x: 1150, y: 100 },
        ],
        picture: { width: 3200, height: 2400 },
        outOfPlane: 0,
        foundBy: 'hand',
      });
      expect(Math.abs(got.value)).toBeLessThan(isPhotoAngle(what) ? 91 : 400);
    }
  });
  test('a tape agrees within both errors and not beyond', () => {
    expect(tapeAgrees({ value: 540, sd: 3 }, 544.5)).toBe(true);
    expect(tapeAgrees({ value: 540, sd: 3 }, 545)).toBe(false);
  });
});
