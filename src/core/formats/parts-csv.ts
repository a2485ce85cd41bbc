import Papa from 'papaparse';
import { Refusal } from '../refusal';
import { bare, guarded } from './csv';
import { PART_KINDS, type PartKind } from '../planner/part-kinds';

/** The columns of the parts list, in the order they are written. */
export const PART_COLUMNS = [
  'code',
  'name',
  'kind',
  'end',
  'settings',
  'cents',
  'minutes',
  'claimed mm',
  'rated from mm',
  'rated to mm',
  'requires',
  'excludes',
  'kit',
] as const;

export interface CsvPart {
  code: string;
  name: string;
  kind: PartKind;
  end: string;
  set: Record<string, number>;
  cents: number;
  minutes: number;
  claimed: number | null;
  ratedLeast: number | null;
  ratedMost: number | null;
  requires: string[];
  excludes: string[];
  kit: string | null;
}

/** Writes parts as CSV: settings as `t=30; rate=45`, lists parted by spaces. */
export function writePartsCsv(parts: readonly CsvPart[]): string {
  return Papa.unparse({
    fields: [...PART_COLUMNS],
    data: parts.map((part) =>
      [
        part.code,
        part.name,
        part.kind,
        part.end,
        Object.entries(part.set)
          .map(([key, value]) => `${key}=${value}`)
          .join('; '),
        String(part.cents),
        String(part.minutes),
        part.claimed ?? '',
        part.ratedLeast ?? '',
        part.ratedMost ?? '',
        part.requires.join(' '),
        part.excludes.join(' '),
        part.kit ?? '',
      ].map((cell) => guarded(String(cell))),
    ),
  });
}

/** Reads parts from CSV. @throws Refusal naming the line and column that does not read */
export function readPartsCsv(csv: string): CsvPart[] {
  const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const missing = PART_COLUMNS.filter((column) => !parsed.meta.fields?.includes(column));
  if (missing.length) throw new Refusal('bad-columns', `The first line lacks: ${missing.join(', ')}.`, 'csv');
  const broken = parsed.errors[0];
  if (broken) throw new Refusal('bad-line', `Line ${(broken.row ?? 0) + 2}: ${broken.message}.`, 'csv');
  if (!parsed.data.length) throw new Refusal('empty', 'There is no part in this file.', 'csv');
  return parsed.data.map((row, index) => {
    const cell = (column: (typeof PART_COLUMNS)[number]) => bare((row[column] ?? '').trim());
    const fail = (column: string, why: string) => {
      throw new Refusal('bad-line', `Line ${index + 2}, ${column}: ${why}.`, 'csv');
    };
    const number = (column: (typeof PART_COLUMNS)[number]): number | null => {
      if (cell(column) === '') return null;
      const value = Number(cell(column));
      if (!Number.isFinite(value)) fail(column, `"${cell(column)}" is not a number`);
      return value;
    };
    const kind = cell('kind');
    if (!(kind in PART_KINDS)) fail('kind', `there is no kind "${kind}"`);
    const set: Record<string, number> = {};
    for (const pair of cell('settings')
      .split(';')
      .map((one) => one.trim())
      .filter(Boolean)) {
      const [key, value] = pair.split('=').map((one) => one.trim());
      if (!key || !Number.isFinite(Number(value))) fail('settings', `"${pair}" does not read`);
      set[key!] = Number(value);
    }
    const list = (column: 'requires' | 'excludes') => cell(column).split(/\s+/).filter(Boolean);
    return {
      code: cell('code'),
      name: cell('name'),
      kind: kind as PartKind,
      end: cell('end'),
      set,
      cents: number('cents') ?? 0,
      minutes: number('minutes') ?? 0,
      claimed: number('claimed mm'),
      ratedLeast: number('rated from mm'),
      ratedMost: number('rated to mm'),
      requires: list('requires'),
      excludes: list('excludes'),
      kit: cell('kit') || null,
    };
  });
}
