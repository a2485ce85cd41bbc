import Papa from 'papaparse';

/** A cell that a spreadsheet would run as a formula is written with a mark before it, and read without. */
export const guarded = (text: string) => (/^[=+\-@]/.test(text) ? `'${text}` : text);
export const bare = (text: string) => (/^'[=+\-@]/.test(text) ? text.slice(1) : text);

/** Writes rows under their column names, each cell guarded. Numbers stay numbers, a minus of theirs too. */
export function csvText(fields: readonly string[], rows: readonly (string | number | null)[][]): string {
  return Papa.unparse({
    fields: [...fields],
    data: rows.map((row) =>
      row.map((cell) => (cell === null ? '' : typeof cell === 'number' ? cell : guarded(cell))),
    ),
  });
}
