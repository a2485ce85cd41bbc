import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { closePool, db } from '@/server/database';
import { readPhoto, storePhoto } from '@/server/photos/store';

afterAll(closePool);

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: { r: 90, g: 120, b: 60 } } });

/** A PNG whose header says another size than it has: no camera needed to try a bomb. */
function claimingToBe(width: number, height: number, png: Buffer): Buffer {
  const forged = Buffer.from(png);
  forged.writeUInt32BE(width, 16);
  forged.writeUInt32BE(height, 20);
  forged.writeUInt32BE(crc32(forged.subarray(12, 29)), 29);
  return forged;
}

test('a picture is kept as JPEG within its long side, hidden data off, with a thumbnail, and once', async () => {
  const upload = await picture(4000, 3000)
    .jpeg()
    .withExif({
      IFD0: { Copyright: 'somebody' },
      IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLatitudeRef: 'N' },
    })
    .toBuffer();
  expect((await sharp(upload).metadata()).exif).toBeDefined();
  const first = await storePhoto(upload);
  const kept = (await readPhoto(first.photoId, 'full'))!;
  const meta = await sharp(kept.bytes).metadata();
  expect([meta.format, meta.width, meta.height, meta.exif]).toEqual(['jpeg', 2560, 1920, undefined]);
  const small = await sharp((await readPhoto(first.photoId, 'small'))!.bytes).metadata();
  expect(Math.max(small.width, small.height)).toBe(480);
  expect(await storePhoto(upload)).toMatchObject({ photoId: first.photoId, known: true });
  const [{ count }] = (await db().rows<{ count: number }>(
    'SELECT COUNT(*) AS count FROM photo WHERE id = ?',
    [first.photoId],
  )) as [{ count: number }];
  expect(count).toBe(1);
});

test.each([
  [
    'an SVG',
    async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script/></svg>'),
  ],
  ['HTML named as a picture', async () => Buffer.from('<!doctype html><script>alert(1)</script>')],
  ['half a JPEG', async () => (await picture(900, 900).jpeg().toBuffer()).subarray(0, 1500)],
  [
    'more pixels than any camera',
    async () => claimingToBe(20_000, 20_000, await picture(40, 40).png().toBuffer()),
  ],
  ['nothing', async () => Buffer.alloc(0)],
  ['26 MB', async () => Buffer.alloc(26 * 1024 * 1024)],
])('%s is refused by name', async (_, make) => {
  await expect(storePhoto(await make())).rejects.toMatchObject({
    field: 'file',
    message: expect.stringMatching(/picture/),
  });
});
