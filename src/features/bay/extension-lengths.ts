import type { TypedFigure } from '@/ui/figure-fields';

/** What stands in the fields of an extension: the wrench, what is put on it, and the angle between, mm and degrees. */
export interface Lengths {
  wrenchLength: TypedFigure;
  extension: TypedFigure;
  angleDeg: TypedFigure;
}
export const NO_LENGTHS: Lengths = { wrenchLength: null, extension: null, angleDeg: 0 };
