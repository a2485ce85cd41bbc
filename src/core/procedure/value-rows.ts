import { CORNER_NAMES } from '../corners';
import Papa from 'papaparse';
import { bare, csvText } from '../formats/csv';
import { readFigure } from '../units/typed-figure';
import type { Fastener } from './types';

/** One line of a value sheet: a fastener with its twins, which go by one value. */
export interface ValueRow {
  /** What it is called on the sheet, as `U-bolt nuts, left rear and right rear`. */
  name: string;
  fasteners: Fastener[];
}

const alike = ({ name, end, thread, grade, count, final }: Fastener) =>
  JSON.stringify([name, end ?? '', thread ?? '', grade ?? '', count, final ?? '']);

/** The lines of a value sheet: every fastener once, both sides at once, front before rear as they are listed. */
export function valueRows(fasteners: readonly Fastener[]): ValueRow[] {
  const rows = new Map<string, Fastener[]>();
  for (const fastener of fasteners) {
    const key = fastener.corner ? alike(fastener) : `alone ${fastener.id}`;
    rows.set(key, [...(rows.get(key) ?? []), fastener]);
  }
  return [...rows.values()].map((group) => {
    const [first] = group as [Fastener];
    const corners = group.flatMap(({ corner }) => (corner ? [CORNER_NAMES[corner]] : []));
    const where = corners.length ? corners.join(' and ') : (first.end ?? '');
    return { name: where ? `${first.name}, ${where}` : first.name, fasteners: group };
  });
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

export interface PastedValues {
  /** By the number of the row, from 0. */
  values: Map<number, { value: number; angleDeg: number | null }>;
  /** Lines that belong to no row, or whose figure does not read, as they were pasted. */
  unread: string[];
}

/**
 * Reads values pasted from a table or a CSV: a line each, its name first, then the value, then the angle where there is
 * one. A name may be the fastener's alone where only one row is called that.
 */
export function readPastedValues(text: string, rows: readonly ValueRow[]): PastedValues {
  const values: PastedValues['values'] = new Map();
  const unread: string[] = [];
  const names = rows.map((row) => plain(row.name));
  const short = rows.map((row) => plain(row.fasteners[0]!.name));
  const delimiter = text.includes('\t') ? '\t' : text.includes(';') ? ';' : ',';
  const lines = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimiter }).data;
  for (const cells of lines) {
    const [name = '', value = '', angle = ''] = cells.map((cell) => bare(cell.trim()));
    if (plain(name) === 'fastener') continue;
    const whole = names.indexOf(plain(name));
    const ones = short.flatMap((one, index) => (one === plain(name) ? [index] : []));
    const at = whole >= 0 ? whole : ones.length === 1 ? ones[0]! : -1;
    if (at >= 0 && value === '') continue;
    const nm = readFigure(value.replace(/[^\d.,/ -].*$/, '').trim(), 'any');
    const turned = angle === '' ? null : readFigure(angle.replace(/[°\s]+$/, ''), 'any');
    if (at < 0 || nm === null || nm <= 0 || (angle !== '' && turned === null)) unread.push(cells.join(' '));
    else values.set(at, { value: nm, angleDeg: turned });
  }
  return { values, unread };
}

/** The sheet as a CSV to be filled in elsewhere. */
export const valueSheetCsv = (rows: readonly ValueRow[]): string =>
  csvText(
    ['fastener', 'value', 'angle', 'count', 'thread', 'grade'],
    rows.map(({ name, fasteners: [first] }) => [
      name,
      '',
      '',
      first!.count,
      first!.thread ?? '',
      first!.grade ?? '',
    ]),
  );
