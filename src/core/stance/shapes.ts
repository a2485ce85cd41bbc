export type BodyKind = 'pick-up' | 'wagon' | 'van' | 'cart';

/** A stroke, a disc or a word of a drawing; the screen and the PDF each draw it in their own way. */
export type Shape =
  | { kind: 'path'; d: string; tone: Tone; width: number; dash?: number[]; fill?: Tone; name?: string }
  | {
      kind: 'circle';
      cx: number;
      cy: number;
      r: number;
      tone: Tone;
      width: number;
      fill?: Tone;
      name?: string;
    }
  | {
      kind: 'text';
      x: number;
      y: number;
      text: string;
      size: number;
      tone: Tone;
      anchor: 'start' | 'middle' | 'end';
      strong?: boolean;
      name?: string;
    };
export type Tone = 'ink' | 'soft' | 'rule' | 'paper' | 'predicted' | 'band' | 'target' | 'done' | 'danger';

export interface Drawing {
  width: number;
  height: number;
  /** Where the frame begins: shapes above it are cut off. */
  top: number;
  shapes: Shape[];
  /** What it shows, in words. */
  alt: string;
}

export const rounded = (value: number) => Math.round(value * 100) / 100;

/** A path through points, closed or open. */
export const pathThrough = (points: [number, number][], close = false) =>
  points.map(([x, y], index) => `${index ? 'L' : 'M'}${rounded(x)} ${rounded(y)}`).join('') +
  (close ? 'Z' : '');
