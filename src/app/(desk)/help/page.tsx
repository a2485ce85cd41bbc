import type { Metadata } from 'next';
import { connection } from 'next/server';
import { CAUTION, HELP } from '@/features/help/help-text';
import { PRESSED_WRONG, WORDS } from '@/features/help/key-and-words';
import { STRIPE_WORDS, Stripe } from '@/ui/stripe';
import type { Stripe as StripeState } from '@/core/procedure/engine';
import { requirePerson } from '@/server/http';
import { Facts } from '@/ui/facts';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Help' };

export default async function HelpPage() {
  await connection();
  await requirePerson();
  return (
    <>
      <h1>Help</h1>
      <nav aria-label="Parts of help" className="no-print flex flex-wrap gap-x-5 pb-2">
        <Link href="/help/guide" className="flex min-h-11 items-center font-semibold">
          The first hour, step by step with pictures
        </Link>
        {[
          ['marks', 'The six marks'],
          ['wrong', 'I pressed the wrong thing'],
          ['words', 'Twenty words'],
        ].map(([id, words]) => (
          <a key={id} href={`#${id}`} className="flex min-h-11 items-center">
            {words}
          </a>
        ))}
      </nav>
      <p className="caution mb-6 max-w-4xl px-4 py-2 font-medium">{CAUTION}</p>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-3">
        {HELP.map(({ who, lines }) => (
          <section key={who}>
            <h2 className="border-b border-ink pb-1">{who}</h2>
            <dl>
              {lines.map(([title, words]) => (
                <div key={title} className="border-b border-rule py-2">
                  <dt className="font-semibold">{title}</dt>
                  <dd>{words}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
      <div className="grid gap-x-10 gap-y-8 pt-8 lg:grid-cols-3">
        <section id="marks">
          <h2 className="border-b border-ink pb-1">The six marks of a fastener</h2>
          <ul>
            {(Object.keys(STRIPE_WORDS) as StripeState[]).map((state) => (
              <li key={state} className="flex items-center gap-4 border-b border-rule py-2">
                <Stripe state={state} size={44} />
                <span className="first-letter:uppercase">{STRIPE_WORDS[state]}</span>
              </li>
            ))}
          </ul>
        </section>
        <section id="wrong">
          <h2 className="border-b border-ink pb-1">I pressed the wrong thing</h2>
          <dl>
            {PRESSED_WRONG.map(([what, cure]) => (
              <div key={what} className="border-b border-rule py-2">
                <dt className="font-semibold">{what}</dt>
                <dd>{cure}</dd>
              </div>
            ))}
          </dl>
        </section>
        <section id="words">
          <h2 className="border-b border-ink pb-1">Twenty words</h2>
          <Facts of={WORDS} loud />
        </section>
      </div>
      <p className="pt-6 text-soft">
        Press <kbd className="border border-rule px-1.5">?</kbd> for the keys,{' '}
        <kbd className="border border-rule px-1.5">/</kbd> to find anything. The{' '}
        <a className="underline" href="/notices.txt">
          licences of the packages in it
        </a>
        .
      </p>
    </>
  );
}
