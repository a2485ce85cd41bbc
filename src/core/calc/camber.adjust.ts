import { toDeg } from './geometry';

export interface CamberAdjustInput {
  needed: number;
  ways: { id: string; shift: number; lever: number }[];
}

/**
 * How much camber the car's ways of adjusting give, against what is needed.
 * @param input degrees needed (either sign), and for each way how far it shifts (mm) over which lever (mm)
 * @returns degrees of each way, all together, whether that is enough and what is left (degrees)
 */
export function adjustCamber({ needed, ways }: CamberAdjustInput) {
  const each = ways.map(({ id, shift, lever }) => ({ id, deg: toDeg(Math.atan(shift / lever)) }));
  const available = each.reduce((sum, { deg }) => sum + deg, 0);
  return {
    ways: each,
    available,
    enough: available >= Math.abs(needed),
    left: available - Math.abs(needed),
  };
}
