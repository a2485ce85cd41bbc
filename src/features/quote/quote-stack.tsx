import type { QuoteData } from '@/core/ledger/kinds/planned';
import { quoteTotals } from '@/core/quote/totals';
import { hoursText, moneyText } from '@/core/units/money';
import { longDay, shopMoment } from '@/core/units/shop-time';

function Row({ words, cents, currency, strong }: StackRow & { currency: string }) {
  return (
    <li
      className={`flex justify-between gap-4 border-b border-rule py-1 ${strong ? 'text-lg font-semibold' : ''}`}
    >
      <span>{words}</span>
      <span className="figure whitespace-nowrap">{moneyText(cents, currency)}</span>
    </li>
  );
}

interface StackRow {
  words: string;
  cents: number;
  strong?: boolean;
}

/** The likely price and the high one, as the customer is told them first. */
export function QuotePrice({ quote, currency }: { quote: QuoteData; currency: string }) {
  const { likely, most } = quoteTotals(quote);
  return (
    <p className="py-1" data-testid="price">
      <span className="figure text-4xl">{moneyText(likely.total, currency)}</span>
      {most.total > likely.total && (
        <span className="ml-2 text-lg">at most about {moneyText(most.total, currency)}</span>
      )}
    </p>
  );
}

/** A quote as one stack: parts, the likely work, tax, the likely total, the high side, deposit, and what is unknown. */
export function QuoteStack({
  quote,
  currency,
  timeZone,
}: {
  quote: QuoteData;
  currency: string;
  timeZone: string;
}) {
  const { likely, most } = quoteTotals(quote);
  const { tax, hours } = quote;
  const rows: StackRow[] = [
    // The work stands below with its hours: a line without a price says what it is, and adds nothing.
    ...quote.lines.map(({ text, cents }) => ({ words: text, cents })).filter(({ cents }) => cents > 0),
    {
      words: `Work, ${hoursText(hours.p50)} at ${moneyText(quote.ratePerHour, currency)} an hour`,
      cents: likely.labor,
    },
    ...(tax?.how === 'added' ? [{ words: `${tax.label}, ${tax.percent} %`, cents: likely.tax }] : []),
    { words: 'Likely in all', cents: likely.total, strong: true },
    { words: `At most about, with ${hoursText(hours.p80)} of work`, cents: most.total },
  ];
  return (
    <>
      <ul>
        {rows.map((row, at) => (
          <Row key={at} {...row} currency={currency} />
        ))}
      </ul>
      <p className="pt-1">
        {[
          tax?.how === 'included' &&
            `${tax.label}, ${tax.percent} %, is in it: ${moneyText(likely.tax, currency)}.`,
          quote.depositCents > 0 && `Deposit ${moneyText(quote.depositCents, currency)}.`,
          quote.promisedFor && `Promised ${shopMoment(quote.promisedFor, timeZone)}.`,
          quote.validUntil && `Good until ${longDay(`${quote.validUntil}T12:00:00Z`, 'UTC')}.`,
        ]
          .filter(Boolean)
          .join(' ')}
      </p>
      {quote.unknown && <p className="caution mt-2 px-3 py-1.5">Still unknown: {quote.unknown}</p>}
    </>
  );
}
