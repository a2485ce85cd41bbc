import type { QuoteData } from '../ledger/kinds/planned';

/** One side of a quote in cents: the likely one, or the high one. */
export interface QuoteSum {
  labor: number;
  /** Tax on top of the prices, or the share of it within them. */
  tax: number;
  total: number;
}

export interface QuoteTotals {
  parts: number;
  likely: QuoteSum;
  most: QuoteSum;
}

/** Cents of labor for minutes at a rate by the hour, rounded to the cent. */
export const laborCents = (minutes: number, ratePerHour: number) => Math.round((minutes / 60) * ratePerHour);

/**
 * What a quote comes to, in cents: its lines, the labor of the likely and of the high hours at its rate, and the tax,
 * rounded once on the whole. Tax added is that share of the prices; tax included is the share of it the prices hold,
 * `total · p / (100 + p)`, and adds nothing.
 * @param quote lines in cents, hours in minutes, rate in cents by the hour, tax in percent
 */
export function quoteTotals(quote: Pick<QuoteData, 'lines' | 'hours' | 'ratePerHour' | 'tax'>): QuoteTotals {
  const parts = quote.lines.reduce((sum, line) => sum + line.cents, 0);
  const side = (minutes: number): QuoteSum => {
    const labor = laborCents(minutes, quote.ratePerHour);
    const prices = parts + labor;
    if (!quote.tax) return { labor, tax: 0, total: prices };
    const { how, percent } = quote.tax;
    return how === 'added'
      ? {
          labor,
          tax: Math.round((prices * percent) / 100),
          total: prices + Math.round((prices * percent) / 100),
        }
      : { labor, tax: Math.round((prices * percent) / (100 + percent)), total: prices };
  };
  return { parts, likely: side(quote.hours.p50), most: side(quote.hours.p80) };
}
