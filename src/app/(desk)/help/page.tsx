import type { Metadata } from 'next';
import { connection } from 'next/server';
import { CAUTION, HELP } from '@/features/help/help-text';
import { requirePerson } from '@/server/http';

export const metadata: Metadata = { title: 'Help' };

export default async function HelpPage() {
  await connection();
  await requirePerson();
  return (
    <>
      <h1 className="pb-2">Help</h1>
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
