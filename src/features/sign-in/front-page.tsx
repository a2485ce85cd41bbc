import type { ReactNode } from 'react';
import { Stripe } from '@/ui/stripe';

/** The frame of the pages before anybody is known: the row of stripes on the left, what to do on the right. */
export function FrontPage({
  title,
  intro,
  children,
}: {
  title: string;
  intro: ReactNode;
  children: ReactNode;
}) {
  return (
    <main className="grid min-h-screen lg:grid-cols-[5fr_6fr]">
      <section className="flex flex-col justify-between gap-10 border-r border-rule p-8 lg:p-14">
        <p className="font-head text-2xl font-bold">Wrenchwise Ledger</p>
        <div>
          <div className="flex gap-4" aria-hidden>
            {(['bare', 'broken', 'thin', 'full', 'double', 'shifted'] as const).map((state) => (
              <Stripe key={state} state={state} size={54} />
            ))}
          </div>
          <p className="mt-6 max-w-md text-xl">
            Plans the lift from the car’s own numbers, walks the work, knows what is open or loose, and brings
            the car back.
          </p>
        </div>
        <p className="max-w-md text-soft">
          It says what was recorded. It never says that a car is safe: the kit maker, local code and a
          qualified technician do.
        </p>
      </section>
      <section className="flex items-center p-8 lg:p-14">
        <div className="w-full max-w-xl">
          <h1>{title}</h1>
          <div className="mt-2 mb-6 text-lg text-soft">{intro}</div>
          {children}
        </div>
      </section>
    </main>
  );
}
