import { solveLinear } from '../calc/linear';
import { CARD, type Place, markCorners } from './card';

/** Finds the card's corners to a part of a pixel from marks that were found roughly. */

export interface GrayPicture {
  width: number;
  height: number;
  /** One byte a pixel, row by row. */
  gray: Uint8Array | Uint8ClampedArray;
}

export interface FoundMark {
  /** Which of the four, from the top left clockwise. */
  mark: number;
  /** Its corners in the picture, clockwise from its own top left. */
  corners: Place[];
}

export interface FoundCard {
  corners: [Place, Place, Place, Place];
  /** By how much its marks miss the card that fits them best, pixels. */
  missPx: number;
  marks: number;
}

function brightness({ width, height, gray }: GrayPicture, x: number, y: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  if (left < 0 || top < 0 || left >= width - 1 || top >= height - 1) return NaN;
  const [a, b] = [x - left, y - top];
  const at = top * width + left;
  return (
    gray[at]! * (1 - a) * (1 - b) +
    gray[at + 1]! * a * (1 - b) +
    gray[at + width]! * (1 - a) * b +
    gray[at + width + 1]! * a * b
  );
}

/** Where brightness changes most steeply along a short line across an edge; null where nothing does. */
function edgeAlong(picture: GrayPicture, at: Place, across: Place, reach: number): Place | null {
  const STEP = 0.5;
  const count = Math.round((2 * reach) / STEP);
  const values = Array.from({ length: count + 1 }, (_, index) => {
    const along = -reach + index * STEP;
    return brightness(picture, at.x + across.x * along, at.y + across.y * along);
  });
  let [weight, sum] = [0, 0];
  let steepest = 0;
  for (let index = 2; index < count - 1; index += 1)
    steepest = Math.max(steepest, Math.abs(values[index + 1]! - values[index - 1]!));
  if (!(steepest > 12)) return null;
  for (let index = 1; index < count; index += 1) {
    const slope = Math.abs(values[index + 1]! - values[index - 1]!);
    if (!(slope > steepest / 2)) continue;
    weight += slope;
    sum += slope * (-reach + index * STEP);
  }
  if (weight === 0) return null;
  const along = sum / weight;
  return { x: at.x + across.x * along, y: at.y + across.y * along };
}

/** A line through points, as a point and a direction, by the smallest squares across it. */
function lineThrough(points: Place[]): { at: Place; way: Place } {
  const count = points.length;
  const at = {
    x: points.reduce((sum, { x }) => sum + x, 0) / count,
    y: points.reduce((sum, { y }) => sum + y, 0) / count,
  };
  let [xx, xy, yy] = [0, 0, 0];
  for (const { x, y } of points) {
    xx += (x - at.x) ** 2;
    xy += (x - at.x) * (y - at.y);
    yy += (y - at.y) ** 2;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return { at, way: { x: Math.cos(angle), y: Math.sin(angle) } };
}

function crossing(one: ReturnType<typeof lineThrough>, other: ReturnType<typeof lineThrough>): Place | null {
  const det = one.way.x * other.way.y - one.way.y * other.way.x;
  if (Math.abs(det) < 1e-6) return null;
  const along = ((other.at.x - one.at.x) * other.way.y - (other.at.y - one.at.y) * other.way.x) / det;
  return { x: one.at.x + along * one.way.x, y: one.at.y + along * one.way.y };
}

/** A mark's corners to a part of a pixel: each side is a line through where it turns dark, the corners where sides meet. */
export function sharpCorners(picture: GrayPicture, rough: readonly Place[]): Place[] {
  const sides = rough.map((from, index) => {
    const to = rough[(index + 1) % 4]!;
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    const across = { x: -(to.y - from.y) / length, y: (to.x - from.x) / length };
    const reach = Math.max(2.5, Math.min(6, length / 12));
    const found = Array.from({ length: 15 }, (_, step) => {
      // The corners themselves are left out: there the other side is near.
      const share = 0.14 + (0.72 * step) / 14;
      const at = { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
      return edgeAlong(picture, at, across, reach);
    }).filter((point) => point !== null);
    return found.length >= 6 ? lineThrough(found) : null;
  });
  return rough.map((corner, index) => {
    const [before, after] = [sides[(index + 3) % 4]!, sides[index]!];
    const sharp = before && after ? crossing(before, after) : null;
    return sharp && Math.hypot(sharp.x - corner.x, sharp.y - corner.y) < 8 ? sharp : corner;
  });
}

/** The plane map from the card to the picture that fits its points best, by the smallest squares. */
function fitCard(pairs: { place: Place; pixel: Place }[]): ((place: Place) => Place) | null {
  const scale = 100;
  const middle = {
    x: pairs.reduce((sum, { pixel }) => sum + pixel.x, 0) / pairs.length,
    y: pairs.reduce((sum, { pixel }) => sum + pixel.y, 0) / pairs.length,
  };
  const normal = Array.from({ length: 8 }, () => new Array<number>(9).fill(0));
  const add = (row: number[]) => {
    for (let i = 0; i < 8; i += 1) for (let j = 0; j < 9; j += 1) normal[i]![j]! += row[i]! * row[j]!;
  };
  for (const { place, pixel } of pairs) {
    const [x, y] = [place.x / scale, place.y / scale];
    const [u, v] = [(pixel.x - middle.x) / scale, (pixel.y - middle.y) / scale];
    add([x, y, 1, 0, 0, 0, -x * u, -y * u, u]);
    add([0, 0, 0, x, y, 1, -x * v, -y * v, v]);
  }
  const h = solveLinear(normal);
  if (!h) return null;
  return (place) => {
    const [x, y] = [place.x / scale, place.y / scale];
    const depth = h[6]! * x + h[7]! * y + 1;
    return {
      x: middle.x + (scale * (h[0]! * x + h[1]! * y + h[2]!)) / depth,
      y: middle.y + (scale * (h[3]! * x + h[4]! * y + h[5]!)) / depth,
    };
  };
}

/**
 * The card from the marks found of it, two at least.
 * @param picture in which the marks are made sharp
 * @returns its four corners, and by how much its marks miss it; null where too few are there
 */
export function findCard(picture: GrayPicture, marks: readonly FoundMark[]): FoundCard | null {
  const own = [...new Map(marks.map((one) => [one.mark, one])).values()].filter(
    ({ mark }) => mark >= 0 && mark < 4,
  );
  if (own.length < 2) return null;
  const pairs = own.flatMap(({ mark, corners }) => {
    const sharp = sharpCorners(picture, corners);
    return markCorners(mark).map((place, index) => ({ place, pixel: { ...sharp[index]! } }));
  });
  // A pixel is read at its middle, places in a picture are counted from its edge.
  for (const { pixel } of pairs) {
    pixel.x += 0.5;
    pixel.y += 0.5;
  }
  const map = fitCard(pairs);
  if (!map) return null;
  const square = pairs.reduce((sum, { place, pixel }) => {
    const at = map(place);
    return sum + (at.x - pixel.x) ** 2 + (at.y - pixel.y) ** 2;
  }, 0);
  const { width, height } = CARD;
  return {
    corners: [
      map({ x: 0, y: 0 }),
      map({ x: width, y: 0 }),
      map({ x: width, y: height }),
      map({ x: 0, y: height }),
    ],
    missPx: Math.sqrt(square / Math.max(1, 2 * pairs.length - 8)),
    marks: own.length,
  };
}
