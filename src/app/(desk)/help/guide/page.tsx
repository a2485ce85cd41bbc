import type { Metadata } from 'next';
import { connection } from 'next/server';
import { Fragment } from 'react';
import { GUIDE_PICTURES } from '@/features/help/guide-pictures';
import { GUIDE } from '@/features/help/guide-text';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { readShop } from '@/server/queries/shop';
import { Link } from '@/ui/link';
import { PrintStrip } from '@/ui/print-strip';

export const metadata: Metadata = { title: 'Guide' };

/** Words that stand on a page or a button are told as they stand there. */
const Words = ({ children }: { children: string }) =>
  children
    .split('*')
    .map((words, at) => (at % 2 ? <strong key={at}>{words}</strong> : <Fragment key={at}>{words}</Fragment>));

export default async function GuidePage() {
  await connection();
  await requirePerson();
  const shop = await readShop(db());
  return (
    <>
      <PrintStrip paper={shop.paper} words={[shop.name, 'The guide']} />
      <h1>The first hour, by who you are</h1>
      <nav aria-label="Parts of the guide" className="no-print flex flex-wrap gap-x-5 pb-2">
        {GUIDE.map((part) => (
          <a key={part.id} href={`#${part.id}`} className="flex min-h-11 items-center">
            {part.title}
          </a>
        ))}
        <Link href="/help" className="flex min-h-11 items-center">
          Six marks, wrong presses, twenty words
        </Link>
      </nav>
      {GUIDE.map((part) => (
        <section key={part.id} id={part.id} className="pt-6">
          <h2 className="border-b border-ink pb-1">{part.title}</h2>
          <p className="max-w-4xl py-2 text-lg">{part.intro}</p>
          <ol>
            {part.steps.map((step, at) => {
              const picture = GUIDE_PICTURES[step.picture]!;
              return (
                <li
                  key={step.id}
                  id={step.id}
                  className="grid scroll-mt-4 break-inside-avoid gap-x-8 gap-y-3 border-b border-rule py-4 target:bg-hair md:grid-cols-[3rem_minmax(0,5fr)_minmax(0,6fr)] print:grid-cols-[2rem_1fr_1fr]"
                >
                  <span className="figure text-3xl">{at + 1}</span>
                  <div className="min-w-0">
                    <h3>{step.title}</h3>
                    <p className="pt-1 text-lg">
                      <Words>{step.words}</Words>
                    </p>
                  </div>
                  {/* eslint-disable-next-line @next/next/no-img-element */}
                  <img
                    src={picture.src}
                    width={picture.width}
                    height={picture.height}
                    loading="lazy"
                    alt={`The screen: ${step.title}`}
                    className="h-auto max-h-112 w-auto max-w-full self-start border border-rule object-contain object-left"
                  />
                </li>
              );
            })}
          </ol>
        </section>
      ))}
    </>
  );
}
