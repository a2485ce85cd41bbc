import type { Metadata } from 'next';
import { connection } from 'next/server';
import { promisedFor } from '@/core/ledger/order-state';
import type { ExtraStands } from '@/core/ledger/extras';
import { describeTrialHeight } from '@/core/ledger/trial';
import { tapeOf } from '@/core/ledger/tape';
import { describeAnswer } from '@/features/answers/answer-words';
import { QuotePrice, QuoteStack } from '@/features/quote/quote-stack';
import { Shapes } from '@/ui/shapes';
import { distanceText } from '@/core/units/distance';
import { moneyText } from '@/core/units/money';
import { longDay, shopMoment, shortDay } from '@/core/units/shop-time';
import { describeStanding } from '@/features/customer/standing';
import { AnswerOnPage } from '@/features/customer/offer-answer';
import { OwnDoor } from '@/features/customer/own-door';
import { AskDate, LongCheckIn, TellOdometer } from '@/features/customer/page-forms';
import { PacketPage } from '@/features/handoff/packet-page';
import { SignForm } from '@/features/handoff/sign-form';
import { noteView } from '@/server/links/links';
import { linkOr404 } from '@/server/links/page';
import { describeComeBack, describeDue } from '@/core/follow-up/describe';
import { customerPage } from '@/server/queries/customer-page';
import { SmallTape } from '@/ui/tape';

export const metadata: Metadata = {
  title: 'Your car',
  robots: { index: false, follow: false },
  referrer: 'no-referrer',
};

const EXTRA_WORDS: Partial<Record<ExtraStands, string>> = {
  'to do': '; it is done with the work',
  done: '; done',
  'taken back': '; not done after all, as agreed with you',
};

export default async function CustomerPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const link = await linkOr404(params);
  const { token } = await params;
  await noteView(link.linkId, 'page');
  const page = await customerPage(link.orderId);
  const { file, quote, packet, plan } = page;
  const { currency, timeZone } = file.shop;
  const photos = `/api/c/${token}/photos`;
  const promised = promisedFor(file.state);
  const section = 'mt-7 border-t-2 border-ink pt-2';
  return (
    <OwnDoor token={token}>
      <main className="mx-auto max-w-3xl px-4 pt-4 pb-14">
        <p className="flex flex-wrap items-baseline justify-between gap-x-4">
          <span className="font-head text-lg">{file.shop.name}</span>
          {file.shop.phone && (
            <a className="underline" href={`tel:${file.shop.phone.replace(/[^+\d]/g, '')}`}>
              {file.shop.phone}
            </a>
          )}
        </p>
        <h1 className="text-4xl">{file.vehicle.label}</h1>
        <p className="text-soft">
          {file.vehicle.plate} · order {file.number}
          {promised && !page.closed ? ` · promised ${longDay(promised, timeZone)}` : ''}
        </p>
        <div className="mt-3">
          <SmallTape marks={tapeOf(file.state)} />
        </div>
        <p className="mt-2 text-xl font-semibold" data-testid="standing">
          {describeStanding(page.file.state, page.blocked)}
        </p>

        {page.trials.length > 0 && (
          <section className={section}>
            <h2>How high it is to stand: your yes or no</h2>
            {page.trials.map((height) => (
              <article key={height.id} className="border-b border-rule py-4" data-testid="trial">
                {/* eslint-disable-next-line @next/next/no-img-element */}
                <img
                  src={`${photos}/${height.data.photoId}?size=small`}
                  alt={describeTrialHeight(height)}
                  className="mb-3 aspect-[4/3] w-full border border-rule object-cover"
                />
                <p className="text-lg font-semibold">{describeTrialHeight(height)}</p>
                {height.data.missing && <p>Not in it yet: {height.data.missing}.</p>}
                <AnswerOnPage
                  command="trial.answer"
                  input={{ orderId: file.id, heightId: height.id }}
                  yes="Yes, like this"
                  no="No, not like this"
                />
              </article>
            ))}
          </section>
        )}

        {page.offers.length > 0 && (
          <section className={section}>
            <h2>We ask for your yes or no</h2>
            {page.offers.map(({ entry: { data } }) => (
              <article key={data.offerId} className="border-b border-rule py-4" data-testid="offer">
                {data.photoId && (
                  // eslint-disable-next-line @next/next/no-img-element
                  <img
                    src={`${photos}/${data.photoId}?size=small`}
                    alt={`What is offered: ${data.text}`}
                    className="mb-3 aspect-[4/3] w-full border border-rule object-cover"
                  />
                )}
                <p className="flex items-baseline justify-between gap-4">
                  <span className="text-lg font-semibold">{data.text}</span>
                  <span className="figure text-3xl">{moneyText(data.cents, currency)}</span>
                </p>
                {data.why && <p>{data.why}</p>}
                <AnswerOnPage
                  command="offer.answer"
                  input={{ orderId: file.id, offerId: data.offerId, version: data.version }}
                  yes="Yes, do it"
                  no="No, leave it"
                />
              </article>
            ))}
          </section>
        )}

        {quote && (
          <section className={section}>
            <h2>{quote.answer?.data.yes ? 'What you said yes to' : 'What it comes to'}</h2>
            <QuotePrice quote={quote.entry.data} currency={currency} />
            {plan && (
              <>
                <Shapes className="my-2 w-full" drawing={plan.drawing} />
                {plan.irreversible.length > 0 && (
                  <p className="pb-2 font-semibold">Cannot be put back: {plan.irreversible.join('; ')}.</p>
                )}
              </>
            )}
            <QuoteStack quote={quote.entry.data} currency={currency} timeZone={timeZone} />
            {quote.answer ? (
              <p className="pt-3 font-semibold">{describeAnswer(quote.answer)}</p>
            ) : (
              <AnswerOnPage
                command={page.planAsked ? 'proposal.answer' : 'quote.answer'}
                input={{
                  orderId: file.id,
                  version: quote.entry.data.version,
                  ...(page.planAsked ? { planVersion: page.planAsked } : {}),
                }}
                yes="Yes, at this price"
                no="Not now"
              />
            )}
          </section>
        )}

        {(page.answered.length > 0 || page.refused) && !page.closed && (
          <section className={section}>
            <h2>Answered</h2>
            {page.refused && (
              <p className="border-b border-rule py-1.5">
                The price as quoted: <strong>no</strong>, {page.refused.data.how}
              </p>
            )}
            {page.answered.map(({ entry, answer, stands }) => (
              <p key={entry.data.offerId} className="border-b border-rule py-1.5">
                {entry.data.text}, {moneyText(entry.data.cents, currency)}:{' '}
                <strong>{answer!.data.yes ? 'yes' : 'no'}</strong>, {answer!.data.how}
                {EXTRA_WORDS[stands]}
              </p>
            ))}
          </section>
        )}

        {page.readyToSign && (
          <section className={section}>
            <h2 className="mb-2">Sign for it</h2>
            <p className="mb-3">
              Read the handoff below first: what was done, what was measured, and what to mind. Your name and
              signature close the record.
            </p>
            <SignForm orderId={file.id} customer={file.customer.name} />
          </section>
        )}

        {page.comeBacks.length > 0 && (
          <section className={section}>
            <h2>Come back for</h2>
            <ul>
              {page.comeBacks.map((back) => (
                <li key={back.id} className="flex justify-between gap-4 border-b border-rule py-2">
                  <span className="font-semibold">{describeComeBack(back)}</span>
                  <span className="text-right">
                    {describeDue(back.daysLeft)}
                    {back.dueOn && `, ${shortDay(back.dueOn)}`}
                    {back.dueOdometer !== null && (
                      <span className="block text-soft">
                        at {distanceText(back.dueOdometer, back.unit)} on the dial
                      </span>
                    )}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}

        {page.wantsCheckIn && (
          <section className={section}>
            <h2 className="mb-2">After some months: how is it?</h2>
            <LongCheckIn orderId={file.id} />
          </section>
        )}

        {page.closed && (
          <section className={section}>
            <h2 className="mb-2">Mileage</h2>
            <TellOdometer orderId={file.id} unit={file.vehicle.distanceUnit} />
          </section>
        )}

        <section className={section}>
          <h2 className="mb-2">Ask for a date</h2>
          {page.wishes.map(({ entry, answer }) => (
            <p key={entry.id} className="mb-2 border-b border-rule pb-2">
              {entry.data.day && <strong>{shortDay(entry.data.day)}. </strong>}
              {entry.data.words}
              <span className="block font-semibold">
                {answer ? `The shop: ${answer.data.words}` : 'Not answered yet.'}
              </span>
            </p>
          ))}
          <AskDate orderId={file.id} />
        </section>

        {packet && (
          <section className={section}>
            <h2 className="mb-1">{page.closed ? 'Your handoff' : 'The handoff, before you sign'}</h2>
            <div className="no-print mb-4 grid gap-2 sm:grid-cols-3">
              <a className="btn min-h-14" href={`/api/c/${token}/handoff`}>
                The PDF
              </a>
              {page.closed && (
                <a className="btn min-h-14" href={`/api/c/${token}/order.zip`}>
                  All of it, as a ZIP
                </a>
              )}
              {page.closed && (
                <a className="btn min-h-14" href={`/api/c/${token}/calendar.ics`}>
                  Dates for a calendar
                </a>
              )}
            </div>
            <PacketPage packet={packet} photoBase={photos} folded />
          </section>
        )}
        <p className="mt-8 text-sm text-soft">
          This page works until {shopMoment(link.until, timeZone)}. Whoever has its address sees it.
        </p>
      </main>
    </OwnDoor>
  );
}
