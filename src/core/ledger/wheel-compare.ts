import { compareTires } from '../calc/tire.compare';
import { readTireSize } from '../calc/tire.size';
import { type WheelFitAnswer, fitWheel } from '../calc/wheel.fit';
import { attempt } from '../refusal';
import type { WheelSet } from './wheel-set';

/** One wheel set held against another: how it is written, where it sits, what the dial makes of it. */

/** `17 x 8, offset 35` */
export function wheelText({
  rimWidthIn,
  offsetMm,
  tires,
}: Pick<WheelSet, 'rimWidthIn' | 'offsetMm' | 'tires'>): string {
  const size = attempt(() => readTireSize(tires));
  return [
    rimWidthIn === null ? null : `${size.ok ? size.value.rim : ''} x ${rimWidthIn}`.trim(),
    offsetMm === null ? null : `offset ${offsetMm}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** What a car stands on, in one line: `LT245/75R17 on 17 x 7.5, offset 30`. */
export const describeTiresAndWheels = ({ tires, wheels }: { tires: string; wheels: string }): string =>
  [tires, wheels].filter(Boolean).join(' on ');

/**
 * How another set sits against the one a car stands on: growth toward the strut and toward the fender of each side, and
 * how much taller its tire is, mm.
 * @returns null where a rim width, an offset or a size is not known
 */
export function setAgainst(
  worn: WheelSet,
  other: WheelSet,
): (Pick<WheelFitAnswer, 'inward' | 'outward'> & { taller: number }) | null {
  const [was, is] = [worn, other].map((set) => {
    const tire = attempt(() => readTireSize(set.tires));
    return tire.ok && set.rimWidthIn !== null && set.offsetMm !== null
      ? {
          diameter: tire.value.diameter,
          wheel: { rimWidthIn: set.rimWidthIn, offset: set.offsetMm, tireWidth: tire.value.width },
        }
      : null;
  });
  if (!was || !is) return null;
  const { inward, outward } = fitWheel({ old: was.wheel, new: is.wheel });
  return { inward, outward, taller: is.diameter - was.diameter };
}

/** The dial factor of a set by its tires' size alone, against a set whose factor is known. */
export const dialFactorBySize = (known: Pick<WheelSet, 'tires' | 'dialFactor'>, tires: string): number =>
  known.dialFactor * compareTires({ old: known.tires, new: tires }).factor;
