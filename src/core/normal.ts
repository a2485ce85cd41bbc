/** The normal curve: how far from its middle a share of it lies, in standard deviations, and the share beyond a place. */

/** Four in five lie below this. */
export const Z80 = 0.8416212336;
/** Eight in ten lie between this and as much on the other side. */
export const Z90 = 1.2815515655446004;

/** What eight in ten readings lie between, of a middle and its standard deviation. */
export const eightInTen = (middle: number, sd: number): { low: number; high: number } => ({
  low: middle - Z90 * sd,
  high: middle + Z90 * sd,
});

/** Share of the curve above `z`, by a smooth fraction good to seven digits. */
export function shareAbove(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    0.3989422804 *
    Math.exp((-z * z) / 2) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z >= 0 ? tail : 1 - tail;
}
