/** Chance comes into the core as draws from a seed, so that the same question has the same answer. */

/** Numbers from 0 to 1 from a seed: the same seed, the same draws. */
export function drawsFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const STEPS = 1 << 12;
let quantiles: Float64Array | null = null;

/** Normal quantiles in the middle of equal shares, by Acklam's rational approximation (good to 1e-9 relative). */
function normalQuantiles(): Float64Array {
  const [a, b] = [
    [
      -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
      2.506628277459239,
    ],
    [-54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572],
  ] as const;
  const [c, d] = [
    [
      -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
      2.938163982698783,
    ],
    [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416],
  ] as const;
  const poly = (terms: readonly number[], x: number) => terms.reduce((sum, term) => sum * x + term, 0);
  const tail = (p: number) => {
    const q = Math.sqrt(-2 * Math.log(p));
    return poly(c, q) / (poly(d, q) * q + 1);
  };
  return Float64Array.from({ length: STEPS }, (_, step) => {
    const p = (step + 0.5) / STEPS;
    if (p < 0.02425) return tail(p);
    if (p > 1 - 0.02425) return -tail(1 - p);
    const q = p - 0.5;
    const r = q * q;
    return (poly(a, r) * q) / (poly(b, r) * r + 1);
  });
}

/** Normal deviates: a drawn share looked up among the quantiles, which is quick and as even as the draws need. */
export function normalFrom(uniform: () => number): () => number {
  const table = (quantiles ??= normalQuantiles());
  return () => table[(uniform() * STEPS) | 0]!;
}
