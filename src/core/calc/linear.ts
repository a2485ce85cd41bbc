/**
 * Solves as many linear equations as unknowns by elimination, the largest pivot first.
 * @param rows each equation's factors and what it comes to; worked in place
 * @returns the unknowns, or null where the equations do not stand apart
 */
export function solveLinear(rows: number[][]): number[] | null {
  const size = rows.length;
  for (let at = 0; at < size; at += 1) {
    let pivot = at;
    for (let row = at + 1; row < size; row += 1)
      if (Math.abs(rows[row]![at]!) > Math.abs(rows[pivot]![at]!)) pivot = row;
    if (Math.abs(rows[pivot]![at]!) < 1e-12) return null;
    [rows[at], rows[pivot]] = [rows[pivot]!, rows[at]!];
    for (let row = 0; row < size; row += 1) {
      if (row === at) continue;
      const part = rows[row]![at]! / rows[at]![at]!;
      for (let column = at; column <= size; column += 1) rows[row]![column]! -= part * rows[at]![column]!;
    }
  }
  return rows.map((row, at) => row[size]! / row[at]!);
}
