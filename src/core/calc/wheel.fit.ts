import { MM_PER_INCH } from '../units/length';

export interface WheelSpec {
  rimWidthIn: number;
  offset: number;
  spacer?: number;
  tireWidth: number;
}

export interface WheelFitInput {
  old: WheelSpec;
  new: WheelSpec;
  axleFaceChange?: number;
  clearance?: { inner: number; outer: number };
}

export interface WheelFitAnswer {
  effectiveOffset: number;
  backspacing: number;
  inward: number;
  outward: number;
  trackChange: number;
  innerLeft?: number;
  outerLeft?: number;
}

const effective = ({ offset, spacer = 0 }: WheelSpec) => offset - spacer;

/**
 * Where another wheel and tire sit against strut and fender.
 * @param input old and new wheel (rim width in inches; offset, spacer and tire width in mm), how far the axle's face
 *   moved outward on each side, and the clearances measured with the old ones (mm)
 * @returns effective offset and backspacing of the new wheel, growth inward and outward, change of track, and with
 *   clearances what is left of them (mm)
 */
export function fitWheel({ old, new: fitted, axleFaceChange = 0, clearance }: WheelFitInput): WheelFitAnswer {
  const effectiveOffset = effective(fitted);
  const movedIn = effectiveOffset - effective(old) - axleFaceChange;
  const wider = (fitted.tireWidth - old.tireWidth) / 2;
  const inward = wider + movedIn;
  const outward = wider - movedIn;
  const backspacing = ((fitted.rimWidthIn + 1) * MM_PER_INCH) / 2 + effectiveOffset;
  const trackChange = movedIn === 0 ? 0 : -2 * movedIn;
  if (!clearance) return { effectiveOffset, backspacing, inward, outward, trackChange };
  return {
    effectiveOffset,
    backspacing,
    inward,
    outward,
    trackChange,
    innerLeft: clearance.inner - inward,
    outerLeft: clearance.outer - outward,
  };
}
