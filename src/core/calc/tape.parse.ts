import { Refusal } from '../refusal';
import { MM_PER_INCH } from '../units/length';

export type TapeUnit = 'in' | 'mm';

const LONGEST_MM = 5000;

const GLYPHS: Record<string, string> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

const unreadable = (text: string) =>
  new Refusal(
    'unreadable',
    `"${text}" does not read as a tape: write it like 21 3/16, 21.5 or 538 mm.`,
    'text',
  );

/** Inches in a whole, decimal, fraction or whole-and-fraction; null when it is none of these. */
function inchesOf(text: string): number | null {
  const shape = /^(?:(\d+(?:[.,]\d+)?|[.,]\d+)|(\d+)\/(\d+)|(\d+)(?: *- *| +)(\d+)\/(\d+))$/.exec(text);
  if (!shape) return null;
  if (shape[1] !== undefined) return Number(shape[1].replace(',', '.'));
  const [whole, numerator, denominator] =
    shape[2] !== undefined
      ? [0, Number(shape[2]), Number(shape[3])]
      : [Number(shape[4]), Number(shape[5]), Number(shape[6])];
  const powerOfTwo = denominator >= 1 && denominator <= 64 && (denominator & (denominator - 1)) === 0;
  if (!powerOfTwo || numerator >= denominator) {
    throw new Refusal(
      'bad-fraction',
      `${numerator}/${denominator} is not on a tape: halves to sixty-fourths, with the top below the bottom.`,
      'text',
    );
  }
  return (whole * denominator + numerator) / denominator;
}

/**
 * Reads a length as people write it from a tape measure.
 * @param text what was typed; a unit in it wins over `unit`
 * @param unit the unit meant when the text names none
 * @returns millimeters, exact (one sixteenth is 1.5875)
 * @throws Refusal when it does not read as a length, or lies outside 0 to 5,000 mm
 */
export function parseTape(text: string, unit: TapeUnit): number {
  let plain = text.trim().toLowerCase();
  plain = plain.replace(/[¼½¾⅛⅜⅝⅞]/g, (glyph) => ` ${GLYPHS[glyph]}`).replace(/- +(?=\d+\/)/g, '-');
  plain = plain.trim().replace(/\s+/g, ' ');

  const metric = /^(\d+(?:[.,]\d+)?|[.,]\d+) ?(mm|cm|m)?$/.exec(plain);
  let mm: number | null = null;
  if (metric && (metric[2] || unit === 'mm')) {
    const factor = metric[2] === 'm' ? 1000 : metric[2] === 'cm' ? 10 : 1;
    mm = Number(metric[1]!.replace(',', '.')) * factor;
  } else {
    const feet = /^(\d+) ?(?:'|ft)(?: ?(.+))?$/.exec(plain);
    const marked = feet !== null || /("|in)$/.test(plain);
    if (!marked && unit !== 'in') throw unreadable(text);
    const rest = (feet ? (feet[2] ?? '0') : plain).replace(/ ?("|in)$/, '');
    const inches = inchesOf(rest);
    if (inches === null) throw unreadable(text);
    mm = ((feet ? Number(feet[1]) * 12 : 0) + inches) * MM_PER_INCH;
  }
  if (!Number.isFinite(mm)) throw unreadable(text);
  if (mm > LONGEST_MM) {
    throw new Refusal('out-of-range', `"${text}" is longer than 5,000 mm: check the unit.`, 'text');
  }
  return mm;
}
