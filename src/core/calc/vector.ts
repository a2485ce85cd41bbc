/** A place or a direction in space: three numbers, in the axes of whoever uses it. */
export type Vector = readonly [number, number, number];

export const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const plus = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scaled = (a: Vector, by: number): Vector => [a[0] * by, a[1] * by, a[2] * by];
export const sizeOf = (a: Vector) => Math.sqrt(dot(a, a));
/** The same direction, one long. */
export const unitOf = (a: Vector): Vector => scaled(a, 1 / sizeOf(a));

/** A turn in space: three rows of a matrix. */
export type Turn = readonly [Vector, Vector, Vector];
export const NO_TURN: Turn = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
export const turned = (turn: Turn, v: Vector): Vector => [dot(turn[0], v), dot(turn[1], v), dot(turn[2], v)];

/** A turn by the length of `by` (radians) about its direction, after another. */
export function turnedOn(by: Vector, turn: Turn): Turn {
  const angle = sizeOf(by);
  if (angle === 0) return turn;
  const [x, y, z] = scaled(by, 1 / angle);
  const [s, c] = [Math.sin(angle), Math.cos(angle)];
  const k = 1 - c;
  const own: Turn = [
    [c + x * x * k, x * y * k - z * s, x * z * k + y * s],
    [y * x * k + z * s, c + y * y * k, y * z * k - x * s],
    [z * x * k - y * s, z * y * k + x * s, c + z * z * k],
  ];
  const column = (at: 0 | 1 | 2): Vector => turned(own, [turn[0][at], turn[1][at], turn[2][at]]);
  const [a, b, d] = [column(0), column(1), column(2)];
  return [
    [a[0], b[0], d[0]],
    [a[1], b[1], d[1]],
    [a[2], b[2], d[2]],
  ];
}
