'use client';

import { ReactCompareSlider, ReactCompareSliderImage } from 'react-compare-slider';

/** The same shot before and after, one drawn over the other by a slider that keys move too. */
export function BeforeAfter({ before, after, shot }: { before: string; after: string; shot: string }) {
  return (
    <figure data-testid="before-after">
      <ReactCompareSlider
        aria-label={`Before and after, ${shot}`}
        itemOne={<ReactCompareSliderImage src={before} alt={`Before: ${shot}`} />}
        itemTwo={<ReactCompareSliderImage src={after} alt={`After: ${shot}`} />}
        handle={
          <span className="grid h-full place-items-center" aria-hidden>
            <span className="h-full w-1 bg-pen" />
            <span className="absolute border-2 border-ink bg-pen px-1.5 font-head text-lg leading-7 font-bold text-on-pen">
              ◂▸
            </span>
          </span>
        }
        className="aspect-[4/3] w-full border border-rule"
      />
      <figcaption className="mt-1 flex justify-between font-head">
        <span>before</span>
        <span className="font-semibold">{shot}</span>
        <span>after</span>
      </figcaption>
    </figure>
  );
}
