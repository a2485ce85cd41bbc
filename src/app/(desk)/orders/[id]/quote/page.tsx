import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { Nothing } from '@/ui/states';
import { isClosed, latestPlan, planAnswer, promisedFor } from '@/core/ledger/order-state';
import { shopMoment } from '@/core/units/shop-time';
import { AnswerForm } from '@/features/answers/answer-form';
import { describeAnswer } from '@/features/answers/answer-words';
import { PromiseForm } from '@/features/quote/promise-form';
import { HoursToldTable } from '@/features/quote/hours-told';
import { QuoteForm } from '@/features/quote/quote-form';
import { QuotePrice, QuoteStack } from '@/features/quote/quote-stack';
import { SmallParts } from '@/features/work/small-parts';
import { orderPage } from '@/server/queries/page-data';
import { quoteStart } from '@/server/queries/quote-start';

export const metadata: Metadata = { title: 'Quote' };

export default async function QuotePage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ from?: string }>;
}) {
  const { file } = await orderPage(params);
  const { state, shop } = file;
  const plan = latestPlan(state)?.data;
  const promised = promisedFor(state);
  const quotes = [...state.quotes].reverse();
  const last = quotes[0]?.entry.data;
  const anew = (await searchParams).from === 'plan';
  const start = await quoteStart(file, anew);
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_26rem]">
      <section className="lg:order-2">
        <h2 className="border-b border-ink pb-1">Versions</h2>
        {quotes.length === 0 && <Nothing>None yet.</Nothing>}
        {quotes.map(({ entry, answer }, index) => {
          const { data } = entry;
          return (
            <article key={entry.id} className="border-b border-rule py-3">
              <h3>
                Quote {data.version}
                <span className="ml-2 font-body text-sm font-normal text-soft">
                  {shopMoment(entry.at, shop.timeZone)}
                  {data.planVersion ? `, for plan ${data.planVersion}` : ''}
                </span>
              </h3>
              <QuotePrice quote={data} currency={shop.currency} />
              <QuoteStack quote={data} currency={shop.currency} timeZone={shop.timeZone} />
              <p className="text-sm text-soft">
                {data.hours.jobs
                  ? `Hours from ${data.hours.jobs} finished jobs: half of such jobs keep the likely ones, four of five the high ones.`
                  : 'Hours by the book: no finished jobs yet.'}
              </p>
              <div className="pt-2">
                {answer ? (
                  <p className="font-semibold">{describeAnswer(answer)}</p>
                ) : index === 0 && !isClosed(state) ? (
                  <AnswerForm
                    {...(plan && !state.run && !planAnswer(state) && plan.version === data.planVersion
                      ? {
                          command: 'proposal.answer',
                          input: { orderId: file.id, version: data.version, planVersion: plan.version },
                        }
                      : {
                          command: 'quote.answer',
                          input: { orderId: file.id, version: data.version },
                        })}
                  />
                ) : (
                  <p className="text-soft">never answered</p>
                )}
              </div>
            </article>
          );
        })}
        {!isClosed(state) && (
          <section aria-label="The promise" className="mt-8">
            <h2 className="border-b border-ink pb-1">The promise</h2>
            <p className="py-2">
              {promised ? `Promised for ${shopMoment(promised, shop.timeZone)}.` : 'Nothing is promised yet.'}
            </p>
            <PromiseForm
              orderId={file.id}
              promisedFor={promised}
              before={state.promise?.data ?? null}
              timeZone={shop.timeZone}
            />
          </section>
        )}
      </section>
      <div className="grid content-start gap-y-8">
        <section>
          <h2 className="pb-2">{quotes.length ? 'Write it anew' : 'A quote'}</h2>
          {last && !isClosed(state) && plan && (
            <p className="pb-2 text-soft">
              {anew ? (
                <>
                  Begun from plan {plan.version}.{' '}
                  <Link className="underline" href={`/orders/${file.id}/quote`}>
                    Begin from quote {last.version} instead
                  </Link>
                </>
              ) : (
                <>
                  Begun from quote {last.version}
                  {last.planVersion !== plan.version ? `; plan ${plan.version} came after it` : ''}.{' '}
                  <Link className="underline" href={`/orders/${file.id}/quote?from=plan`}>
                    Begin from plan {plan.version} instead
                  </Link>
                </>
              )}
            </p>
          )}
          {isClosed(state) ? (
            <p>This order has been handed over.</p>
          ) : (
            <QuoteForm
              key={`${state.quotes.length} ${anew}`}
              orderId={file.id}
              start={start}
              currency={shop.currency}
              centsPerHour={shop.centsPerHour}
              timeZone={shop.timeZone}
              again={quotes.length > 0}
            />
          )}
        </section>
        <HoursToldTable rows={start.told} />
        {start.small.length > 0 && (
          <section>
            <h2 className="border-b border-ink pb-1">Pins, plugs and single-use hardware</h2>
            <p className="py-1 text-soft">
              What the procedures of this plan count: order it with the parts, and put it on a line.
            </p>
            <SmallParts parts={start.small} running={false} />
          </section>
        )}
      </div>
    </div>
  );
}
