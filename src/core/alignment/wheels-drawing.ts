import { type AlignmentReadings, pairedAngles } from '../calc/alignment.verdict';
import { CORNER_NAMES, CORNERS, type Corner } from '../corners';
import { toRad } from '../calc/geometry';
import { angleText } from '../ledger/alignment-rows';
import { type Drawing, type Shape, type Tone, pathThrough, rounded } from '../stance/shapes';

/** Real angles are too small to see: toe is drawn this many times, camber and caster a little less. */
export const EXAGGERATED = { toe: 40, camber: 12, caster: 4 } as const;

const WIDTH = 900;
const HEIGHT = 560;
const X: Record<Corner, number> = { LF: 250, RF: 650, LR: 250, RR: 650 };
const Y: Record<Corner, number> = { LF: 150, RF: 150, LR: 420, RR: 420 };
const WHEEL = { long: 104, wide: 34 };
/** So much drawn turn is enough to see; more would lay a wheel on its side. */
const MOST = 40;

const clamp = (degrees: number) => Math.max(-MOST, Math.min(MOST, degrees));

/** A rectangle about a point, turned clockwise by an angle in degrees. */
function turned(cx: number, cy: number, wide: number, long: number, degrees: number): [number, number][] {
  const [sin, cos] = [Math.sin(toRad(degrees)), Math.cos(toRad(degrees))];
  return [
    [-wide / 2, -long / 2],
    [wide / 2, -long / 2],
    [wide / 2, long / 2],
    [-wide / 2, long / 2],
  ].map(([x, y]) => [cx + x! * cos - y! * sin, cy + x! * sin + y! * cos]);
}

/** Toe-in turns the left wheel clockwise and the right one against it, seen from above with the nose up. */
const toeTurn = (corner: Corner, toe: number) =>
  clamp((corner.startsWith('L') ? 1 : -1) * toe * EXAGGERATED.toe);

/** Positive camber leans the top outward: to the left on the left, seen from behind. */
const camberTurn = (corner: Corner, camber: number) =>
  clamp((corner.startsWith('L') ? -1 : 1) * camber * EXAGGERATED.camber);

interface Angles {
  caster?: number;
  camber?: number;
  toe?: number;
}
const anglesOf = (readings: AlignmentReadings, corner: Corner): Angles => readings[corner] ?? {};

function wheelShapes(corner: Corner, angles: Angles, tone: Tone, dashed: boolean): Shape[] {
  const dash = dashed ? { dash: [6, 5] } : {};
  const width = dashed ? 1.75 : 2.75;
  const fill = dashed ? {} : { fill: 'paper' as const };
  const name = `${corner}-${dashed ? 'before' : 'after'}`;
  const side = corner.startsWith('L') ? -1 : 1;
  const shapes: Shape[] = [
    {
      kind: 'path',
      d: pathThrough(
        turned(X[corner], Y[corner], WHEEL.wide, WHEEL.long, toeTurn(corner, angles.toe ?? 0)),
        true,
      ),
      tone,
      width,
      name: `${name}-toe`,
      ...dash,
      ...fill,
    },
  ];
  if (angles.camber !== undefined)
    shapes.push({
      kind: 'path',
      d: pathThrough(
        turned(X[corner] + side * 92, Y[corner], 20, 84, camberTurn(corner, angles.camber)),
        true,
      ),
      tone,
      width,
      name: `${name}-camber`,
      ...dash,
      ...fill,
    });
  if (angles.caster !== undefined) {
    const lean = toRad(clamp(angles.caster * EXAGGERATED.caster));
    const x = X[corner] + side * 152;
    // Positive caster leans the axis back at the top; back is to the right of this small side view.
    const reach = 42;
    shapes.push({
      kind: 'path',
      d: pathThrough([
        [x - reach * Math.sin(lean), Y[corner] + reach * Math.cos(lean)],
        [x + reach * Math.sin(lean), Y[corner] - reach * Math.cos(lean)],
      ]),
      tone,
      width: width + 0.5,
      name: `${name}-caster`,
      ...dash,
    });
  }
  return shapes;
}

/**
 * The four wheels of a sheet from above, nose up: toe as the wheel's turn, camber as an upright wheel beside it seen
 * from behind, caster as a leaning line seen from the left; before dashed, after solid, all angles exaggerated.
 */
export function wheelsDrawing(before: AlignmentReadings, after: AlignmentReadings): Drawing {
  const shapes: Shape[] = [];
  for (const y of [Y.LF, Y.LR]) {
    shapes.push({
      kind: 'path',
      d: pathThrough([
        [X.LF, y],
        [X.RF, y],
      ]),
      tone: 'rule',
      width: 5,
    });
  }
  shapes.push({
    kind: 'path',
    d: pathThrough([
      [450, 60],
      [450, 490],
    ]),
    tone: 'rule',
    width: 2,
    dash: [14, 6, 3, 6],
    name: 'center-line',
  });
  const { thrustDeg } = pairedAngles(after);
  if (thrustDeg !== undefined) {
    const thrust = clamp(thrustDeg * EXAGGERATED.toe);
    shapes.push({
      kind: 'path',
      d: pathThrough([
        [450, Y.LR],
        [450 + 330 * Math.sin(toRad(thrust)), Y.LR - 330 * Math.cos(toRad(thrust))],
      ]),
      tone: 'target',
      width: 2.5,
      name: 'thrust-line',
    });
    shapes.push({
      kind: 'text',
      x: 442,
      y: 300,
      text: 'thrust line',
      size: 22,
      tone: 'target',
      anchor: 'end',
    });
  }
  shapes.push({ kind: 'text', x: 450, y: 46, text: 'nose', size: 23, tone: 'soft', anchor: 'middle' });
  for (const corner of CORNERS) {
    shapes.push(...wheelShapes(corner, anglesOf(before, corner), 'soft', true));
    shapes.push(...wheelShapes(corner, anglesOf(after, corner), 'ink', false));
    const angles = anglesOf(after, corner);
    const side = corner.startsWith('L') ? -1 : 1;
    const words = [
      ...(angles.caster === undefined ? [] : [`caster ${angleText(angles.caster)}`]),
      ...(angles.camber === undefined ? [] : [`camber ${angleText(angles.camber)}`]),
      angles.toe === undefined ? 'not on the sheet' : `toe ${angleText(angles.toe)}`,
    ];
    words.forEach((text, index) =>
      shapes.push({
        kind: 'text',
        x: rounded(X[corner] - side * 34),
        y: Y[corner] + 98 - 27 * (words.length - 1 - index),
        text,
        size: 25,
        tone: 'ink',
        anchor: side < 0 ? 'start' : 'end',
        strong: true,
        name: `${corner}-${text.split(' ')[0]}`,
      }),
    );
    shapes.push({
      kind: 'text',
      x: X[corner] + side * 92,
      y: Y[corner] - 66,
      text: CORNER_NAMES[corner],
      size: 23,
      tone: 'soft',
      anchor: 'middle',
    });
  }
  const alt = `The four wheels before and after, angles exaggerated. ${CORNERS.map((corner) => {
    const [was, is] = [anglesOf(before, corner), anglesOf(after, corner)];
    const angles = (['caster', 'camber', 'toe'] as const)
      .filter((angle) => is[angle] !== undefined)
      .map((angle) => `${angle} ${angleText(was[angle])} to ${angleText(is[angle])}`);
    return `${CORNER_NAMES[corner]}: ${angles.join(', ') || 'not on the sheet'}`;
  }).join('. ')}.`;
  return { width: WIDTH, height: HEIGHT, top: 0, shapes, alt };
}
