import library from 'js-aruco2';
import { MARKS, MARK_FIELDS } from '@/core/photo/card';
import { type FoundCard, type FoundMark, type GrayPicture, findCard } from '@/core/photo/find-card';

/** The marker library behind one door: whatever finds marks roughly, they are made sharp here and the card fitted to them. */

const { AR } = library;
const OURS = 'CARD';
AR.DICTIONARIES[OURS] = {
  nBits: MARK_FIELDS ** 2,
  tau: null,
  codeList: MARKS.map((bits) => parseInt(bits, 2)),
};
/** Fields that may be read wrong in a mark: the four differ in ten at least. */
const WRONG_FIELDS = 3;

export interface ColorPicture {
  width: number;
  height: number;
  /** Four bytes a pixel. */
  data: Uint8ClampedArray | Uint8Array;
}

function grayOf({ width, height, data }: ColorPicture): GrayPicture {
  const gray = new Uint8Array(width * height);
  for (let at = 0; at < gray.length; at += 1)
    gray[at] = (data[at * 4]! * 77 + data[at * 4 + 1]! * 150 + data[at * 4 + 2]! * 29) >> 8;
  return { width, height, gray };
}

/** A smaller picture of it, each of its pixels the mean of as many: marks are found faster and through noise. */
function smaller({ width, height, gray }: GrayPicture, by: number): ColorPicture {
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)];
  const data = new Uint8ClampedArray(w * h * 4);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      let sum = 0;
      for (let dy = 0; dy < by; dy += 1)
        for (let dx = 0; dx < by; dx += 1) sum += gray[(y * by + dy) * width + x * by + dx]!;
      const value = sum / (by * by);
      data.set([value, value, value, 255], (y * w + x) * 4);
    }
  return { width: w, height: h, data };
}

function marksIn(picture: ColorPicture, by: number): FoundMark[] {
  const detector = new AR.Detector({ dictionaryName: OURS, maxHammingDistance: WRONG_FIELDS });
  return detector.detect(picture).map(({ id, corners }) => ({
    mark: id,
    corners: corners.map(({ x, y }) => ({ x: (x + 0.5) * by - 0.5, y: (y + 0.5) * by - 0.5 })),
  }));
}

/** Finds the card in a picture; null where it is not to be found. */
export function cardIn(picture: ColorPicture): FoundCard | null {
  const gray = grayOf(picture);
  const long = Math.max(picture.width, picture.height);
  // Coarse first: it is quicker, and a noisy picture is calmer so.
  const scales = long > 2400 ? [3, 2, 1] : long > 1200 ? [2, 1] : [1];
  let best: FoundMark[] = [];
  for (const by of scales) {
    const found = marksIn(smaller(gray, by), by);
    if (found.length > best.length) best = found;
    if (best.length >= 4) break;
  }
  return findCard(gray, best);
}
