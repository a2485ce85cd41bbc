import type { QuoteData } from '@/core/ledger/kinds/planned';
import { quoteTotals } from '@/core/quote/totals';
import { shopDay, fromShopTime, shopInput } from '@/core/units/shop-time';

const quote = (tax?: QuoteData['tax']) => ({
  lines: [
    { text: 'Top spacers', cents: 12_900, minutes: 0 },
    { text: 'Work: spacers', cents: 0, minutes: 240 },
  ],
  hours: { p50: 250, p80: 301, jobs: 7 },
  ratePerHour: 12_500,
  ...(tax === undefined ? {} : { tax }),
});

describe('what a quote comes to', () => {
  test('parts, the likely and the high work; a quote of before has no tax', () => {
    expect(quoteTotals(quote())).toEqual({
      parts: 12_900,
      likely: { labor: 52_083, tax: 0, total: 64_983 },
      most: { labor: 62_708, tax: 0, total: 75_608 },
    });
    expect(quoteTotals(quote(null))).toEqual(quoteTotals(quote()));
  });

  test('tax added is rounded once, on the whole', () => {
    const { likely } = quoteTotals(quote({ how: 'added', percent: 8.25, label: 'Sales tax' }));
    expect(likely).toEqual({ labor: 52_083, tax: 5361, total: 70_344 });
  });

  test('tax included adds nothing, and is the share the prices hold', () => {
    const { likely } = quoteTotals(quote({ how: 'included', percent: 25, label: 'VAT' }));
    expect(likely).toEqual({ labor: 52_083, tax: 12_997, total: 64_983 });
    expect(Math.round(((likely.total - likely.tax) * 25) / 100)).toBe(likely.tax);
  });
});

test('a promise goes through the form and comes back the same moment, wherever the shop is', () => {
  for (const zone of ['America/Denver', 'Europe/Helsinki', 'Asia/Kathmandu', 'Pacific/Auckland', 'UTC'])
    for (const instant of [
      '2026-04-17T22:00:00.000Z',
      '2026-10-25T12:30:00.000Z',
      '2026-03-08T18:15:00.000Z',
    ])
      expect(fromShopTime(shopInput(instant, zone), zone)).toBe(instant);
  expect(shopDay('2026-04-17T22:00:00.000Z', 'Pacific/Auckland')).toBe('2026-04-18');
});
