import type { Vector } from '../../calc/vector';
import { type Shape, type Tone, pathThrough, rounded } from '../../stance/shapes';
import type { OneEnd } from '../measures';
import type { CarPose } from './pose';
import type { Strike } from './strikes';

/** The moving car from three sides: the body stands still on the paper, the wheels and what holds them move. */

export type XY = [number, number];
export const line = (points: XY[], tone: Tone, width: number, name?: string, dash?: number[]): Shape => ({
  kind: 'path',
  d: pathThrough(points),
  tone,
  width,
  ...(name ? { name } : {}),
  ...(dash ? { dash } : {}),
});
export const spot = ([cx, cy]: XY, r: number, tone: Tone, name?: string): Shape => ({
  kind: 'circle',
  cx: rounded(cx),
  cy: rounded(cy),
  r,
  tone,
  width: 1.5,
  fill: tone === 'danger' ? undefined : 'paper',
  ...(name ? { name } : {}),
});

const RING = 8.5;

/** Numbered rings where it happens, none on another: the numbers are those of the lines below. */
export function rings(strikes: readonly Strike[], place: (at: Vector) => XY): Shape[] {
  const set: XY[] = [];
  return strikes.flatMap((strike, at): Shape[] => {
    let [x, y] = place(strike.at);
    const away = strike.corner.startsWith('L') ? -1 : 1;
    while (set.some(([ox, oy]) => Math.hypot(ox - x, oy - y) < RING * 2)) x += away * RING * 2.1;
    set.push([x, y]);
    return [
      {
        kind: 'circle',
        cx: rounded(x),
        cy: rounded(y),
        r: RING,
        tone: 'danger',
        width: 2.2,
        fill: 'paper',
        name: `strike ${strike.id}`,
      },
      {
        kind: 'text',
        x: rounded(x),
        y: rounded(y + 4.5),
        text: String(at + 1),
        size: 13,
        tone: 'danger',
        anchor: 'middle',
        strong: true,
      },
    ];
  });
}

/** The numbers in words, with their millimeters, in a column from a place downward. */
export const lines = (
  strikes: readonly Strike[],
  all: readonly Strike[],
  [x, y]: XY,
  anchor: 'start' | 'end',
  size: number,
): Shape[] =>
  strikes.map((strike, row) => ({
    kind: 'text',
    x,
    y: y + row * (size + 3),
    text: `${all.indexOf(strike) + 1} ${strike.what}: ${strike.text}`,
    size,
    tone: 'danger',
    anchor,
    strong: true,
    name: `says ${strike.id}`,
  }));

/** How far an axle's wheels were moved, for who cannot see it. */
export const words = (pose: CarPose, end: OneEnd) => {
  const [left, right] = end === 'front' ? (['LF', 'RF'] as const) : (['LR', 'RR'] as const);
  const one = (mm: number) => `${Math.abs(Math.round(mm))} mm ${mm < 0 ? 'down' : 'up'}`;
  return `left ${one(pose.movement.travel[left])}, right ${one(pose.movement.travel[right])}.`;
};
/** What strikes, for who cannot see it: of an axle, or of the car. */
export const said = (strikes: readonly Strike[], pose: CarPose, end: OneEnd | null) => {
  const here = strikes.filter(({ corner }) => end === null || pose.wheels[corner].end === end);
  return here.length ? ` ${here.map(({ what, text }) => `${what}, ${text}`).join('; ')}.` : '';
};
