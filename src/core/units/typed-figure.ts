const GLYPHS: Record<string, string> = { '¼': '1/4', '½': '1/2', '¾': '3/4' };
/** `61.340` on a dial: there points part thousands, as commas and spaces do. */
const POINTED = /^-?\d{1,3}(?:\.\d{3})+$/;
const GROUPED = /^(-?\d{1,3})(?:[, ’']\d{3})+(?:\.\d+)?$/;

/**
 * Reads a figure as people type it: `12`, `-0.5`, `0,5`, `1 1/2`, `12,400 km`.
 * @param text what was typed
 * @param kind `whole` where only whole figures make sense (a dial, minutes): there `1,200`, `1.200` and
 *   `1 200` are twelve hundred. Elsewhere a comma before three digits could be either, and is not read
 * @param unit what may stand behind it
 * @returns the figure, or null when it does not read as one: nothing is guessed
 */
export function readFigure(text: string, kind: 'whole' | 'any' = 'any', unit = ''): number | null {
  let plain = text
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/[¼½¾]/g, (glyph) => ` ${GLYPHS[glyph]}`)
    .replace(/\s+/g, ' ')
    .trim();
  if (unit && plain.toLowerCase().endsWith(unit.toLowerCase())) plain = plain.slice(0, -unit.length).trim();
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
