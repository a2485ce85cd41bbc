import { Refusal } from '../refusal';
import { solveLinear } from './linear';

export interface Pixel {
  x: number;
  y: number;
}

export interface PhotoScaleInput {
  /** The card as it was printed, mm. */
  card: { width: number; height: number };
  /** Its corners in the picture, clockwise from the top left as seen. */
  corners: [Pixel, Pixel, Pixel, Pixel];
  points: Pixel[];
  /** By how many pixels a corner and a point may be off, one standard deviation. */
  cornerSd?: number;
  pointSd?: number;
}

/**
 * The plane map: eight numbers that take a pixel, counted from the middle of the card in the picture, to a place on the card's
 * plane, `(ax+by+c)/(gx+hy+1)` and its twin. From the middle, since that is in front of the plane however it leans.
 */
interface PlaneMap {
  eight: readonly number[];
  middle: Pixel;
}

function planeMap({
  card: { width, height },
  corners,
}: Pick<PhotoScaleInput, 'card' | 'corners'>): PlaneMap | null {
  const places: Pixel[] = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const middle = {
    x: corners.reduce((sum, { x }) => sum + x, 0) / 4,
    y: corners.reduce((sum, { y }) => sum + y, 0) / 4,
  };
  const rows = corners.flatMap((corner, at) => {
    const to = places[at]!;
    const [x, y] = [corner.x - middle.x, corner.y - middle.y];
    return [
      [x, y, 1, 0, 0, 0, -x * to.x, -y * to.x, to.x],
      [0, 0, 0, x, y, 1, -x * to.y, -y * to.y, to.y],
    ];
  });
  const eight = solveLinear(rows);
  return eight && { eight, middle };
}

function depthAt({ eight, middle }: PlaneMap, pixel: Pixel): number {
  return eight[6]! * (pixel.x - middle.x) + eight[7]! * (pixel.y - middle.y) + 1;
}

function placeOf(map: PlaneMap, pixel: Pixel): Pixel {
  const { eight, middle } = map;
  const [x, y] = [pixel.x - middle.x, pixel.y - middle.y];
  const depth = depthAt(map, pixel);
  return {
    x: (eight[0]! * x + eight[1]! * y + eight[2]!) / depth,
    y: (eight[3]! * x + eight[4]! * y + eight[5]!) / depth,
  };
}

/** Four corners that go round to the right, as y goes down in a picture. */
function goRound(corners: readonly Pixel[]): boolean {
  return corners.every((one, at) => {
    const [next, after] = [corners[(at + 1) % 4]!, corners[(at + 2) % 4]!];
    return (next.x - one.x) * (after.y - next.y) - (next.y - one.y) * (after.x - next.x) > 0;
  });
}

/**
 * Lengths in a photograph by a flat card of known size in it: each point in mm on the card's plane from its top left corner, x to
 * the right and y down, and the spans between each point and the next. Only what lies in that plane is measured.
 * @returns points in mm; of each span its upright part, its straight length, and the error of the upright by those of corners
 *   and points
 * @throws Refusal for corners that do not go round clockwise, and for points behind the plane
 */
export function scalePhoto({ card, corners, points, cornerSd = 1, pointSd = 2 }: PhotoScaleInput) {
  if (!goRound(corners))
    throw new Refusal('corners', 'Give the corners of the card clockwise from its top left.', 'corners');
  const map = planeMap({ card, corners });
  if (!map) throw new Refusal('corners', 'These corners are no card: set them on its corners.', 'corners');
  const behind = points.findIndex((point) => depthAt(map, point) <= 0);
  if (behind >= 0)
    throw new Refusal('behind', 'That point lies behind the plane of the card.', `points[${behind}]`);
  const places = points.map((point) => placeOf(map, point));
  return {
    points: places,
    spans: places.slice(1).map((to, at) => {
      const from = places[at]!;
      return {
        upright: Math.abs(to.y - from.y),
        straight: Math.hypot(to.x - from.x, to.y - from.y),
        sd: uprightSd({ card, corners, cornerSd, pointSd }, points[at]!, points[at + 1]!),
      };
    }),
  };
}

const STEP_PX = 0.01;

/** How far an upright moves when one pixel does, each taken a hundredth to both sides. */
function uprightSd(
  { card, corners, cornerSd, pointSd }: Required<Omit<PhotoScaleInput, 'points'>>,
  from: Pixel,
  to: Pixel,
): number {
  const pixels = [...corners, from, to];
  const upright = (all: readonly Pixel[]) => {
    const map = planeMap({ card, corners: all.slice(0, 4) as PhotoScaleInput['corners'] })!;
    return placeOf(map, all[5]!).y - placeOf(map, all[4]!).y;
  };
  const moved = (at: number, axis: 'x' | 'y', by: number) =>
    pixels.map((pixel, index) => (index === at ? { ...pixel, [axis]: pixel[axis] + by } : pixel));
  let squares = 0;
  for (const [at] of pixels.entries())
    for (const axis of ['x', 'y'] as const) {
      const slope = (upright(moved(at, axis, STEP_PX)) - upright(moved(at, axis, -STEP_PX))) / (2 * STEP_PX);
      squares += (slope * (at < 4 ? cornerSd : pointSd)) ** 2;
    }
  return Math.sqrt(squares);
}
