/**
 * Compares two values, numbers to 1 part in 10^9 and 1e-9 near zero.
 * @returns 'same', or a sentence naming the first difference
 */
export function closeTo(got: unknown, wanted: unknown, at = 'output'): string {
  if (typeof wanted === 'number' && typeof got === 'number') {
    const near = Math.abs(got - wanted) <= Math.max(1e-9, 1e-9 * Math.abs(wanted));
    return near ? 'same' : `${at}: ${got} is not ${wanted}`;
  }
  if (Array.isArray(wanted) && Array.isArray(got)) {
    if (wanted.length !== got.length) return `${at}: ${got.length} entries, not ${wanted.length}`;
    return (
      wanted.map((value, index) => closeTo(got[index], value, `${at}[${index}]`)).find((r) => r !== 'same') ??
      'same'
    );
  }
  if (wanted && got && typeof wanted === 'object' && typeof got === 'object') {
    const keys = new Set([...Object.keys(wanted), ...Object.keys(got)]);
    for (const key of keys) {
      const result = closeTo(
        (got as Record<string, unknown>)[key],
        (wanted as Record<string, unknown>)[key],
        `${at}.${key}`,
      );
      if (result !== 'same') return result;
    }
    return 'same';
  }
  return Object.is(got, wanted) ? 'same' : `${at}: ${JSON.stringify(got)} is not ${JSON.stringify(wanted)}`;
}
