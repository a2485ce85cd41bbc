/** Where a price is written with a comma before its cents, and a space between thousands: no reader takes it for another. */
const WITH_COMMA = /^(EUR|SEK|NOK|DKK|PLN|CZK|HUF|RON|BGN|ISK|UAH|TRY|BRL|ARS|CLP|COP|ZAR)$/;
const notationOf = (currency: string) => (WITH_COMMA.test(currency) ? 'fr-FR' : 'en-US');

/**
 * Cents in the shop's currency, as people write it there: `$1,250`, `2 398,58 €`; without cents where there are none.
 */
export function moneyText(cents: number, currency: string): string {
  const text = new Intl.NumberFormat(notationOf(currency), {
    style: 'currency',
    currency,
    minimumFractionDigits: cents % 100 === 0 ? 0 : 2,
  }).format(cents / 100);
  // A narrow space is in few typefaces.
  return text.replace(/\u202f/g, '\u00a0');
}

/** Minutes as hours to a tenth: `3.2 h`. */
export const hoursText = (minutes: number) => `${(Math.round(minutes / 6) / 10).toFixed(1)} h`;

/** What somebody typed as a price, in cents; null when it does not read. */
export function readMoney(text: string): number | null {
  const bare = text.replace(/[^\d.,-]/g, '');
  // Points may part the thousands where a comma parts the cents: 1.250,50.
  const plain = /^\d{1,3}(\.\d{3})+(,\d{1,2})?$/.test(bare)
    ? bare.replace(/\./g, '')
    : bare.replace(/,(?=\d{3}\b)/g, '');
  if (!/^\d+([.,]\d{1,2})?$/.test(plain)) return null;
  return Math.round(Number(plain.replace(',', '.')) * 100);
}
