const GLYPHS: Record<string, string> = { '¼': '1/4', '½': '1/2', '¾': '3/4' };
/** `61.340` on a dial: there points part thousands, as commas and spaces do. */
const POINTED = /^-?\d{1,3}(?:\.\d{3})+$/;
const GROUPED = /^(-?\d{1,3})(?:[, ’']\d{3})+(?:\.\d+)?$/;

/** How many of a field's own unit one of another is: what somebody may type behind a figure instead. */
const IN_UNITS: Record<string, Record<string, number>> = {
  min: { min: 1, minutes: 1, h: 60, hours: 60, hour: 60 },
  h: { h: 1, hours: 1, hour: 1, min: 1 / 60, minutes: 1 / 60 },
  mm: { mm: 1, cm: 10, m: 1000, in: 25.4, '"': 25.4 },
  in: { in: 1, '"': 1, mm: 1 / 25.4, cm: 1 / 2.54 },
  kg: { kg: 1, lb: 0.45359237, lbs: 0.45359237, t: 1000 },
  lb: { lb: 1, lbs: 1, kg: 1 / 0.45359237 },
  km: { km: 1, mi: 1.609344 },
  mi: { mi: 1, km: 1 / 1.609344 },
};
/** Hours and minutes as a clock or a person says them: `1:30`, `1 h 30`. */
const CLOCKED = /^(\d+) ?(?::|h) ?([0-5]?\d)(?: ?min)?$/i;

/** A figure with a unit behind it, brought to the field's own; null where none it knows stands there. */
function withUnit(text: string, kind: 'whole' | 'any', unit: string): number | null {
  const units = IN_UNITS[unit] ?? { [unit]: 1 };
  const clock = (unit === 'min' || unit === 'h') && CLOCKED.exec(text);
  if (clock) return (Number(clock[1]) * 60 + Number(clock[2])) * units.min!;
  const named = Object.keys(units)
    .sort((a, b) => b.length - a.length)
    .find((one) => text.toLowerCase().endsWith(one.toLowerCase()));
  if (!named) return null;
  const bare = text.slice(0, -named.length).trim();
  const figure = readFigure(bare, units[named] === 1 ? kind : 'any');
  if (figure === null) return null;
  const here = Math.round(figure * units[named]! * 1e6) / 1e6;
  return kind === 'whole' && !Number.isInteger(here) ? null : here;
}

/**
 * Reads a figure as people type it: `12`, `-0.5`, `0,5`, `1 1/2`, `12,400 km`; in a field of minutes `1 h` and `1:30` too.
 * @param text what was typed
 * @param kind `whole` where only whole figures make sense (a dial, minutes): there `1,200`, `1.200` and
 *   `1 200` are twelve hundred. Elsewhere a comma before three digits could be either, and is not read
 * @param unit the field's own: another that measures the same may stand behind the figure, and is brought to it
 * @returns the figure, or null when it does not read as one: nothing is guessed
 */
export function readFigure(text: string, kind: 'whole' | 'any' = 'any', unit = ''): number | null {
  const plain = text
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/[¼½¾]/g, (glyph) => ` ${GLYPHS[glyph]}`)
    .replace(/\s+/g, ' ')
    .trim();
  const told = unit ? withUnit(plain, kind, unit) : null;
  if (told !== null) return told;
  const fraction = /^(-?)(?:(\d+)[ -])?(\d+)\/(\d+)$/.exec(plain);
  if (fraction) {
    const [, minus, whole, top, bottom] = fraction;
    if (Number(bottom) === 0 || kind === 'whole') return null;
    const size = Number(whole ?? 0) + Number(top) / Number(bottom);
    return minus ? -size : size;
  }
  if (kind === 'whole' && POINTED.test(plain)) return Number(plain.replace(/\./g, ''));
  if (GROUPED.test(plain)) {
    const once = (plain.match(/[, ’']/g) ?? []).length === 1;
    if (kind === 'any' && once && plain.includes(',') && !plain.includes('.')) return null;
    return Number(plain.replace(/[, ’']/g, ''));
  }
  const shape = kind === 'whole' ? /^[-+]?\d+(?:[.,]0+)?$/ : /^[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)$/;
  return shape.test(plain) ? Number(plain.replace(',', '.')) : null;
}

/**
 * Reads an angle: degrees (`-0.5°`, `1/2`) or degrees and minutes (`1°30'`).
 * @param text what was typed
 * @returns degrees, or null when it does not read as an angle
 */
export function readAngle(text: string): number | null {
  const minutes = /^([-−+]?)(\d+) ?° ?(\d{1,2})(?: ?['’′])?$/.exec(text.trim());
  if (!minutes) return readFigure(text, 'any', '°');
  const [, minus, degrees, rest] = minutes;
  if (Number(rest) >= 60) return null;
  const size = Number(degrees) + Number(rest) / 60;
  return minus && minus !== '+' ? -size : size;
}
