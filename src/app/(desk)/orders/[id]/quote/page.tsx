import { Nothing } from '@/ui/states';
import { isClosed, latestPlan } from '@/core/ledger/order-state';
import { hoursText, moneyText } from '@/core/units/money';
import { shopMoment } from '@/core/units/shop-time';
import { AnswerForm } from '@/features/answers/answer-form';
import { describeAnswer } from '@/features/answers/answer-words';
import { QuoteForm } from '@/features/quote/quote-form';
import { orderPage } from '@/server/queries/page-data';

export default async function QuotePage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state, shop } = file;
  const plan = latestPlan(state)?.data;
  const quotes = [...state.quotes].reverse();
  const start = [
    ...(plan?.parts ?? []).map((part) => ({ text: part.name, cents: part.cost, minutes: part.minutes })),
    ...state.offers
      .filter((offer) => offer.answer?.data.yes)
      .map((offer) => ({ text: offer.entry.data.text, cents: offer.entry.data.cents, minutes: 0 })),
  ];
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_26rem]">
      <section className="lg:order-2">
        <h2 className="border-b border-ink pb-1">Versions</h2>
        {quotes.length === 0 && <Nothing>None yet.</Nothing>}
        {quotes.map(({ entry, answer }, index) => {
          const { data } = entry;
          const parts = data.lines.reduce((sum, line) => sum + line.cents, 0);
          const labor = (minutes: number) => Math.round((minutes / 60) * data.ratePerHour);
          return (
            <article key={entry.id} className="border-b border-rule py-3">
              <h3>
                Quote {data.version}
                <span className="ml-2 font-body text-sm font-normal text-soft">
                  {shopMoment(entry.at, shop.timeZone)}
                </span>
              </h3>
              <ul>
                {data.lines.map((line, at) => (
                  <li key={at} className="flex justify-between gap-3">
                    <span>{line.text}</span>
                    <span className="figure">{moneyText(line.cents, shop.currency)}</span>
                  </li>
                ))}
              </ul>
              <p className="pt-1">
                <span className="figure text-xl">
                  {moneyText(parts + labor(data.hours.p50), shop.currency)}
                </span>{' '}
                with {hoursText(data.hours.p50)}; four of five such jobs stay within{' '}
                {hoursText(data.hours.p80)}, {moneyText(parts + labor(data.hours.p80), shop.currency)}.
              </p>
              <p className="text-sm text-soft">
                {data.hours.jobs
                  ? `Hours from ${data.hours.jobs} finished jobs`
                  : 'Hours by the book: no finished jobs yet'}
                {data.planVersion ? `; for plan ${data.planVersion}` : ''}
                {data.depositCents ? `; deposit ${moneyText(data.depositCents, shop.currency)}` : ''}
                {data.promisedFor ? `; promised ${shopMoment(data.promisedFor, shop.timeZone)}` : ''}
              </p>
              {data.unknown && <p className="caution mt-2 px-3 py-1.5">Still unknown: {data.unknown}</p>}
              <div className="pt-2">
                {answer ? (
                  <p className="font-semibold">{describeAnswer(answer)}</p>
                ) : index === 0 && !isClosed(state) ? (
                  <AnswerForm command="quote.answer" input={{ orderId: file.id, version: data.version }} />
                ) : (
                  <p className="text-soft">never answered</p>
                )}
              </div>
            </article>
          );
        })}
      </section>
      <section>
        <h2 className="pb-2">{quotes.length ? 'Write it anew' : 'A quote'}</h2>
        {isClosed(state) ? (
          <p>This order has been handed over.</p>
        ) : (
          <QuoteForm
            key={state.quotes.length}
            orderId={file.id}
            lines={start.length ? start : [{ text: '', cents: 0, minutes: 60 }]}
            currency={shop.currency}
            centsPerHour={shop.centsPerHour}
            promisedFor={state.intake!.data.promisedFor}
            timeZone={shop.timeZone}
            again={quotes.length > 0}
          />
        )}
      </section>
    </div>
  );
}
