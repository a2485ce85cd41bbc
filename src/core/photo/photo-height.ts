import { type PhotoScaleInput, type Pixel, scalePhoto } from '../calc/photo.scale';
import { toDeg } from '../calc/geometry';
import { type Vector, cross, dot, minus, scaled, sizeOf, unitOf } from '../calc/vector';

/**
 * What a photograph with the card in it says of a height: hub to lip, with the hub's distance out of the card's plane counted
 * in, and its error. From the card alone follow where the camera stood and by how much what is nearer to it seems moved.
 */

export interface PhotoTapeInput {
  card: { width: number; height: number };
  /** The card's corners and the two points, pixels of the picture as it was taken. */
  corners: PhotoScaleInput['corners'];
  points: [Pixel, Pixel];
  picture: { width: number; height: number };
  /** How far the first point stands out of the card's plane toward the camera, mm, and how sure that is. */
  outOfPlane?: number;
  outOfPlaneSd?: number;
  /** The second point's: a lip lies in the plane, as far as anybody holds a card. */
  otherSd?: number;
  cornerSd?: number;
  pointSd?: number;
}

export interface PhotoTapeAnswer {
  value: number;
  sd: number;
  /** Without the hub's distance counted in. */
  flat: number;
  /** What the error is made of, mm. */
  parts: { pixels: number; depth: number; camera: number; plumb: number; lens: number };
  /** Where the camera stood, mm: beside and below the card's top left corner, and before it. */
  camera: { x: number; y: number; away: number };
  measured: boolean;
  /** Why it is no measurement, and what to do better. */
  better: string[];
}

/** A height whose error is larger is none, mm. */
export const MOST_SD_MM = 4;
/** The card stands beside the span: no farther from it than this, mm. */
const BESIDE_MM = 450;
/** How far off plumb a card is held, degrees. */
const PLUMB_DEG = 0.7;
/** How far it is turned out of the span's plane, degrees, and how far before or behind it, mm. */
const TURNED_DEG = 0.6;
const CARD_OFF_MM = 2.5;
/** How long lenses of telephones and tablets are, by the longer side of their pictures, and how far that varies. */
const FOCAL = 0.78;
const FOCAL_SPREAD = 0.16;
/** How much a lens that is corrected bends the edge of a picture all the same, share of half its diagonal. */
const LENS = 0.012;

/** The map from the card's plane to the picture, counted from the picture's middle: columns for x, y and the origin. */
function columns({ card, corners, picture }: PhotoTapeInput): [Vector, Vector, Vector] {
  const at = (pixel: Pixel): Pixel => ({ x: pixel.x - picture.width / 2, y: pixel.y - picture.height / 2 });
  const [a, b, c, d] = corners.map(at) as [Pixel, Pixel, Pixel, Pixel];
  // The square of side one to the four corners, in closed form.
  const [dx1, dx2, sx] = [b.x - c.x, d.x - c.x, a.x - b.x + c.x - d.x];
  const [dy1, dy2, sy] = [b.y - c.y, d.y - c.y, a.y - b.y + c.y - d.y];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  return [
    scaled([b.x - a.x + g * b.x, b.y - a.y + g * b.y, g], 1 / card.width),
    scaled([d.x - a.x + h * d.x, d.y - a.y + h * d.y, h], 1 / card.height),
    [a.x, a.y, 1],
  ];
}

/** How far the two directions of the card are from square and from alike with a lens of this length: none is right. */
function misfit([one, other]: [Vector, Vector, Vector], focal: number): [number, number] {
  const a: Vector = [one[0] / focal, one[1] / focal, one[2]];
  const b: Vector = [other[0] / focal, other[1] / focal, other[2]];
  const [la, lb] = [sizeOf(a), sizeOf(b)];
  return [dot(a, b) / (la * lb), Math.log(la / lb)];
}

/** Where the camera stood by a lens of this length, on the card's axes: right, down, and before it. */
function cameraBy([one, other, origin]: [Vector, Vector, Vector], focal: number): PhotoTapeAnswer['camera'] {
  const bare = ([x, y, z]: Vector): Vector => [x / focal, y / focal, z];
  const [a, b, t] = [bare(one), bare(other), bare(origin)];
  const scale = 2 / (sizeOf(a) + sizeOf(b));
  const right = unitOf(a);
  const rest = minus(b, scaled(right, dot(b, right)));
  const down = unitOf(rest);
  const into = cross(right, down);
  const from = scaled(t, scale);
  return { x: -dot(right, from), y: -dot(down, from), away: dot(into, from) };
}

/** How likely a lens is, by what lenses are and by how square it makes the card. */
function lenses(input: PhotoTapeInput): { focal: number; weight: number }[] {
  const side = Math.max(input.picture.width, input.picture.height);
  const own = columns(input);
  const cornerSd = input.cornerSd ?? 1;
  const middle = side * FOCAL;
  const [square, alike] = misfit(own, middle);
  // How much a corner's error alone makes the card seem out of square.
  let [squareSd, alikeSd] = [1e-6, 1e-6];
  for (let at = 0; at < 4; at += 1)
    for (const axis of ['x', 'y'] as const) {
      const corners = input.corners.map((corner, index) =>
        index === at ? { ...corner, [axis]: corner[axis] + cornerSd } : corner,
      ) as PhotoScaleInput['corners'];
      const [one, other] = misfit(columns({ ...input, corners }), middle);
      squareSd += (one - square) ** 2;
      alikeSd += (other - alike) ** 2;
    }
  return Array.from({ length: 31 }, (_, step) => {
    const away = -2.4 + (4.8 * step) / 30;
    const focal = middle * Math.exp(away * FOCAL_SPREAD);
    const [one, other] = misfit(own, focal);
    return { focal, weight: Math.exp(-(away * away + one ** 2 / squareSd + other ** 2 / alikeSd) / 2) };
  });
}

/** A point of the plane as what stands out of it by so much is really placed. */
const broughtOut = (at: Pixel, camera: PhotoTapeAnswer['camera'], out: number): Pixel => {
  const share = (camera.away - out) / camera.away;
  return { x: camera.x + (at.x - camera.x) * share, y: camera.y + (at.y - camera.y) * share };
};

function bent(pixel: Pixel, { width, height }: PhotoTapeInput['picture'], by: number): Pixel {
  const half = Math.hypot(width, height) / 2;
  const [x, y] = [pixel.x - width / 2, pixel.y - height / 2];
  const share = 1 + by * ((x * x + y * y) / half ** 2);
  return { x: width / 2 + x * share, y: height / 2 + y * share };
}

function heightBy(input: PhotoTapeInput, camera: PhotoTapeAnswer['camera'], out: number): number {
  const [from, to] = scalePhoto(input).points as [Pixel, Pixel];
  return Math.abs(broughtOut(from, camera, out).y - to.y);
}

/**
 * A height in a photograph by the card in it.
 * @param input corners and points in pixels, lengths in mm; the first point is the one that may stand out of the plane
 * @returns the height in mm with its error (one standard deviation), what makes the error, and whether it is a measurement:
 *   not with the card away from the span, nor with an error over 4 mm
 * @throws Refusal where the corners are no card, or a point lies behind its plane
 */
export function photoHeight(input: PhotoTapeInput): PhotoTapeAnswer {
  const { card, outOfPlane: out = 0, outOfPlaneSd = 4, otherSd = 3 } = input;
  const flat = scalePhoto(input);
  const [from, to] = flat.points as [Pixel, Pixel];
  const own = columns(input);
  const all = lenses(input).map((lens) => {
    const camera = cameraBy(own, lens.focal);
    return { ...lens, camera, height: heightBy(input, camera, out) };
  });
  const weights = all.reduce((sum, { weight }) => sum + weight, 0);
  const meanOf = (of: (one: (typeof all)[number]) => number) =>
    all.reduce((sum, one) => sum + one.weight * of(one), 0) / weights;
  const value = meanOf(({ height }) => height);
  const camera = {
    x: meanOf((one) => one.camera.x),
    y: meanOf((one) => one.camera.y),
    away: meanOf((one) => one.camera.away),
  };
  const center = { x: card.width / 2, y: card.height / 2 };
  const lean = (PLUMB_DEG * Math.PI) / 180;
  const turned = (TURNED_DEG * Math.PI) / 180;
  // A card that leans lets what is above and below it stand out of its plane, one way and the other.
  const tilt = (at: Pixel) => ((at.y - center.y) * (at.y - camera.y)) / camera.away;
  const lensed = heightBy(
    {
      ...input,
      corners: input.corners.map((one) => bent(one, input.picture, LENS)) as PhotoScaleInput['corners'],
      points: input.points.map((one) => bent(one, input.picture, LENS)) as [Pixel, Pixel],
    },
    camera,
    out,
  );
  const parts = {
    pixels: flat.spans[0]!.sd,
    depth: Math.hypot(
      ((from.y - camera.y) / camera.away) * outOfPlaneSd,
      ((to.y - camera.y) / camera.away) * otherSd,
    ),
    camera: Math.sqrt(meanOf(({ height }) => (height - value) ** 2)),
    plumb: Math.hypot(
      lean * (tilt(from) - tilt(to)),
      lean * (from.x - to.x),
      // Turned, or nearer than the span, it is a yardstick of another length there.
      (turned * (from.x - center.x) * value) / camera.away,
      (CARD_OFF_MM * value) / camera.away,
    ),
    lens: Math.abs(lensed - heightBy(input, camera, out)),
  };
  const sd = Math.hypot(...Object.values(parts));
  const better = whatBetter({ sd, parts, from, to, center, camera });
  return { value, sd, flat: flat.spans[0]!.upright, parts, camera, measured: better.length === 0, better };
}

function whatBetter({
  sd,
  parts,
  from,
  to,
  center,
}: {
  sd: number;
  parts: PhotoTapeAnswer['parts'];
  from: Pixel;
  to: Pixel;
  center: Pixel;
  camera: PhotoTapeAnswer['camera'];
}): string[] {
  const better: string[] = [];
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const half = Math.abs(from.y - to.y) / 2;
  if (Math.abs(middle.x - center.x) > BESIDE_MM || Math.abs(middle.y - center.y) > half + 60)
    better.push('The card is not beside the span: hold it level with the wheel, between hub and lip.');
  if (sd <= MOST_SD_MM) return better;
  const worst = (Object.keys(parts) as (keyof typeof parts)[]).sort((a, b) => parts[b] - parts[a])[0]!;
  better.push(
    {
      pixels: 'Go nearer: card and span should fill the picture.',
      depth:
        'Hold the camera level with the span: from above or below, what stands out of the card’s plane moves.',
      camera:
        'Hold the camera level with the span: from above or below, what stands out of the card’s plane moves.',
      plumb: 'Hold the camera level with the span and the card plumb.',
      lens: 'Bring card and span into the middle of the picture.',
    }[worst],
  );
  return better;
}

export interface PhotoAngleAnswer {
  /** Degrees from plumb (shackle), or from level (lean); + is clockwise as seen. */
  value: number;
  sd: number;
  measured: boolean;
  better: string[];
}

/** An angle whose error is larger is none, degrees. */
export const MOST_SD_DEG = 1.5;

/**
 * The angle of a line in the card's plane against the card's own plumb or level.
 * @returns degrees with their error: of the pixels, and of how plumb a card is held
 */
export function photoAngle(
  input: Pick<PhotoTapeInput, 'card' | 'corners' | 'points' | 'cornerSd' | 'pointSd'>,
  against: 'plumb' | 'level',
): PhotoAngleAnswer {
  const angle = (of: typeof input) => {
    const [from, to] = scalePhoto(of).points as [Pixel, Pixel];
    const [x, y] = [to.x - from.x, to.y - from.y];
    // A line has no way: both ends may be tapped first.
    return against === 'plumb' ? toDeg(Math.atan(-x / y)) : toDeg(Math.atan(y / x));
  };
  const value = angle(input);
  const { cornerSd = 1, pointSd = 2 } = input;
  const moved = (pixels: readonly Pixel[], at: number, axis: 'x' | 'y', by: number) =>
    pixels.map((pixel, index) => (index === at ? { ...pixel, [axis]: pixel[axis] + by } : pixel));
  let squares = PLUMB_DEG ** 2;
  for (const axis of ['x', 'y'] as const) {
    for (let at = 0; at < 4; at += 1)
      squares +=
        (angle({
          ...input,
          corners: moved(input.corners, at, axis, cornerSd) as PhotoScaleInput['corners'],
        }) -
          value) **
        2;
    for (let at = 0; at < 2; at += 1)
      squares +=
        (angle({ ...input, points: moved(input.points, at, axis, pointSd) as [Pixel, Pixel] }) - value) ** 2;
  }
  const sd = Math.sqrt(squares);
  const better = sd > MOST_SD_DEG ? ['Go nearer: the two points are too close together in the picture.'] : [];
  return { value, sd, measured: better.length === 0, better };
}
