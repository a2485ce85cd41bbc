import { Refusal } from '../refusal';
import { MM_PER_INCH } from '../units/length';

export interface TireSize {
  /** Outside diameter and section width, mm. */
  diameter: number;
  width: number;
  /** Rim diameter, inches. */
  rim: number;
  kind: 'metric' | 'inch';
}

const METRIC = /^(?:P|LT|ST|T)?(\d{3})\/(\d{2,3}) ?Z?[RDB] ?(\d{2}(?:\.5)?)(?:LT|C|XL)?$/;

const INCH =
  /^(?:LT)?(\d{1,2}(?:\.\d{1,2})?)X(\d{1,2}(?:\.\d{1,2})?) ?(?:R|-|D|B) ?(\d{1,2}(?:\.5)?)(?:LT)?$/;

/**
 * Reads a tire size as molded on the sidewall: metric, flotation, or a small cart size.
 * @returns diameter and width in mm, rim in inches
 * @throws Refusal when it reads as none of these, or the tire would be under 200 mm or over 1,500 mm across
 */
export function readTireSize(size: string): TireSize {
  const plain = size.trim().toUpperCase().replace(/×/g, 'X');
  const metric = METRIC.exec(plain);
  const inch = metric ? null : INCH.exec(plain);
  let read: TireSize | null = null;
  if (metric) {
    const [width, aspect, rim] = [Number(metric[1]), Number(metric[2]), Number(metric[3])];
    read = { diameter: rim * MM_PER_INCH + (2 * width * aspect) / 100, width, rim, kind: 'metric' };
  } else if (inch) {
    read = {
      diameter: Number(inch[1]) * MM_PER_INCH,
      width: Number(inch[2]) * MM_PER_INCH,
      rim: Number(inch[3]),
      kind: 'inch',
    };
  }
  if (!read) {
    throw new Refusal(
      'bad-size',
      `"${size}" does not read as a tire size: write it like LT255/75R17, 33x10.50R17 or 18x8.50-8.`,
      'size',
    );
  }
  if (
    read.diameter < 200 ||
    read.diameter > 1500 ||
    read.rim * MM_PER_INCH >= read.diameter ||
    read.width <= 0
  ) {
    throw new Refusal('out-of-range', `"${size}" is no tire anyone mounts: check the digits.`, 'size');
  }
  return read;
}
