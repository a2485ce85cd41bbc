import type { PhotoMark } from './kinds/noted';

const SIZE = 1000;

/** An arrow's head: two short strokes back from its tip. */
function headOf(fromX: number, fromY: number, toX: number, toY: number): string {
  const angle = Math.atan2(toY - fromY, toX - fromX);
  const stroke = (turn: number) => {
    const x = toX - 42 * Math.cos(angle + turn);
    const y = toY - 42 * Math.sin(angle + turn);
    return `M${toX.toFixed(1)} ${toY.toFixed(1)}L${x.toFixed(1)} ${y.toFixed(1)}`;
  };
  return stroke(0.45) + stroke(-0.45);
}

/** One mark as strokes and words over a picture, in thousandths of its width and height. */
export interface DrawnMark {
  d: string;
  text: string;
  x: number;
  y: number;
}

/**
 * What a mark draws over a picture of an aspect: an arrow to its end, a ring about its first place, a measured line
 * with its end ticks, or words alone.
 * @param aspect width over height, so that a ring is round on the picture
 */
export function drawMark(mark: PhotoMark, aspect: number): DrawnMark {
  const tall = SIZE / aspect;
  const [x1, y1] = [mark.from[0] * SIZE, mark.from[1] * tall];
  const [x2, y2] = [mark.to[0] * SIZE, mark.to[1] * tall];
  const line = `M${x1.toFixed(1)} ${y1.toFixed(1)}L${x2.toFixed(1)} ${y2.toFixed(1)}`;
  switch (mark.kind) {
    case 'arrow':
      return { d: line + headOf(x1, y1, x2, y2), text: mark.text, x: x1, y: y1 };
    case 'ring': {
      const r = Math.max(24, Math.hypot(x2 - x1, y2 - y1));
      const at = (x: number) => `${x.toFixed(1)} ${y1.toFixed(1)}`;
      const arc = `A${r.toFixed(1)} ${r.toFixed(1)} 0 1 0 `;
      return { d: `M${at(x1 - r)}${arc}${at(x1 + r)}${arc}${at(x1 - r)}`, text: mark.text, x: x1 + r, y: y1 };
    }
    case 'line': {
      const angle = Math.atan2(y2 - y1, x2 - x1) + Math.PI / 2;
      const [dx, dy] = [22 * Math.cos(angle), 22 * Math.sin(angle)];
      const tick = (x: number, y: number) =>
        `M${(x - dx).toFixed(1)} ${(y - dy).toFixed(1)}L${(x + dx).toFixed(1)} ${(y + dy).toFixed(1)}`;
      return {
        d: line + tick(x1, y1) + tick(x2, y2),
        text: mark.text,
        x: (x1 + x2) / 2,
        y: (y1 + y2) / 2,
      };
    }
    case 'text':
      return { d: '', text: mark.text, x: x1, y: y1 };
  }
}
