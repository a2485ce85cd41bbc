import { toDeg } from './geometry';

interface Side {
  gap: number;
  base: number;
  diagonal: number;
}

export interface AxleSquareInput {
  left: Side;
  right: Side;
  track: number;
}

/**
 * Whether an axle sits centered and square in the frame.
 * @param input for each side the gap from frame rail to hub face, the wheelbase and the diagonal (mm), and the track
 * @returns `offset` + when the axle sits to the right (mm), `skewDeg` + when the left wheel is further back, and the
 *   difference of the diagonals left − right (mm)
 */
export function squareAxle({ left, right, track }: AxleSquareInput) {
  return {
    offset: (right.gap - left.gap) / 2,
    skewDeg: toDeg(Math.atan((left.base - right.base) / track)),
    diagonalDifference: left.diagonal - right.diagonal,
  };
}
