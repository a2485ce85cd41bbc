import sharp from 'sharp';
import { CARD } from '../src/core/photo/card';
import { photoHeight } from '../src/core/photo/photo-height';
import { readPhoto, tapeAgrees } from '../src/core/photo/read-photo';
import { drawsFrom, normalFrom } from '../src/core/draws';
import { drawCardScene } from '../src/server/devices/card-scene';
import { cardIn } from '../src/workers/find-marks';

/**
 * Heights in photographs held against what was drawn: 200 pictures of seeds of their own, points tapped as a finger taps them.
 * Says how often the card is found, how far the heights are off, and how often they lie within what was said.
 */

const COUNT = Number(process.env.COUNT ?? 200);
/** Seeds apart from those that anything was tried out on. */
const FIRST = Number(process.env.FIRST ?? 910_000);
const TAP_SD = 2;

const offs: { off: number; sd: number; measured: boolean; agrees: boolean; flat: number }[] = [];
let [lost, cornerSquares, corners] = [0, 0, 0];
const took: number[] = [];
for (let seed = FIRST; seed < FIRST + COUNT; seed += 1) {
  const scene = await drawCardScene({ seed });
  const { data, info } = await sharp(scene.picture).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const began = performance.now();
  const card = cardIn({ width: info.width, height: info.height, data });
  took.push(performance.now() - began);
  if (!card) {
    lost += 1;
    continue;
  }
  for (const [at, corner] of card.corners.entries()) {
    cornerSquares += (corner.x - scene.corners[at]!.x) ** 2 + (corner.y - scene.corners[at]!.y) ** 2;
    corners += 2;
  }
  const tap = normalFrom(drawsFrom(seed + 5));
  const at = ({ x, y }: { x: number; y: number }) => ({ x: x + TAP_SD * tap(), y: y + TAP_SD * tap() });
  const asked = Math.round(scene.outOfPlane + 4 * tap());
  const input = {
    card: CARD,
    corners: card.corners,
    points: [at(scene.hub), at(scene.lip)] as [typeof scene.hub, typeof scene.hub],
    picture: { width: scene.width, height: scene.height },
    outOfPlane: asked,
  };
  // As the application reads it; without the hub's distance beside it.
  const got = readPhoto('hub to lip', { ...input, foundBy: 'itself' });
  const tape = scene.heightMm + 1.6 * tap();
  offs.push({
    off: got.value - scene.heightMm,
    sd: got.sd,
    measured: got.measured,
    agrees: tapeAgrees(got, tape),
    flat: photoHeight(input).flat - scene.heightMm,
  });
}
const rms = (values: number[]) => Math.sqrt(values.reduce((sum, one) => sum + one * one, 0) / values.length);
const kept = offs.filter((one) => one.measured);
const share = (part: number, of: number) => `${((100 * part) / of).toFixed(1)} in 100`;
console.log(`\nphotographs as tape, ${COUNT} drawn pictures`);
console.log(
  `  card found by itself: ${share(COUNT - lost, COUNT)}; its corners off by ${Math.sqrt(cornerSquares / corners).toFixed(2)} px`,
);
console.log(
  `  within 2 sd of the truth: ${share(offs.filter((one) => Math.abs(one.off) <= 2 * one.sd).length, offs.length)} of all, ${share(kept.filter((one) => Math.abs(one.off) <= 2 * one.sd).length, kept.length)} of those that are a measurement`,
);
console.log(
  `  a measurement: ${share(kept.length, offs.length)}; off by ${rms(kept.map((one) => one.off)).toFixed(2)} mm (root of the mean square), ${Math.max(...kept.map((one) => Math.abs(one.off))).toFixed(1)} mm at most, within 5 mm ${share(kept.filter((one) => Math.abs(one.off) <= 5).length, kept.length)}`,
);
const agreed = kept.filter((one) => one.agrees);
console.log(
  `  a tape says the same of ${share(agreed.length, kept.length)} of them: those lie within 5 mm of the truth ${share(agreed.filter((one) => Math.abs(one.off) <= 5).length, agreed.length)}, off by ${rms(agreed.map((one) => one.off)).toFixed(2)} mm`,
);
console.log(
  `  without the hub's distance counted in: off by ${rms(kept.map((one) => one.flat)).toFixed(2)} mm; counted in it is ${(rms(kept.map((one) => one.flat)) / rms(kept.map((one) => one.off))).toFixed(1)} times nearer`,
);
console.log(
  `  finding the card: ${[...took].sort((a, b) => a - b)[took.length >> 1]!.toFixed(0)} ms a picture, the middle one`,
);
