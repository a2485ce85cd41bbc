import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import type { FigureUnit } from './consequence';

/** A consequence's figure in words, lengths in the reader's unit. */
export function figureText(value: number, figure: FigureUnit, unit: TapeUnit): string {
  switch (figure) {
    case 'mm':
      return formatTape(value, unit);
    case 'deg':
      return `${(Math.round(value * 10) / 10).toFixed(1)}°`;
    case '%':
      return `${(Math.round(value * 10) / 10).toFixed(1)}%`;
    case 'kg':
      return unit === 'in' ? `${Math.round(value * 2.20462)} lb` : `${Math.round(value)} kg`;
    case 'N':
      return `${Math.round(value)} N`;
    case 'count':
      return String(value);
  }
}
