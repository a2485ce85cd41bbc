'use client';

import { Button } from '@/ui/button';
import { useState } from 'react';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { Cure } from '@/core/planner/consequence';
import { figureText } from '@/core/planner/figure-text';
import { type Judged, levelByChance } from '@/core/planner/judge';
import type { SpreadAnswer } from '@/core/planner/spread';

const ORDER = ['never', 'must', 'near', 'fine'];
const WORDS = { never: 'never', must: 'must', near: 'close', fine: 'fine' } as const;

function limitText(one: Judged, unit: TapeUnit): string {
  const { most, least } = one.limit;
  return [
    most === undefined ? null : `at most ${figureText(most, one.unit, unit)}`,
    least === undefined ? null : `at least ${figureText(least, one.unit, unit)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

function describeBand(one: Judged, spread: SpreadAnswer | null, unit: TapeUnit): string | null {
  const band = spread?.consequences[one.id];
  if (!band) return null;
  const share = Math.round(band.passes * 100);
  const range = `${figureText(band.p10, one.unit, unit)} to ${figureText(band.p90, one.unit, unit)}`;
  return `likely ${range}${share > 0 && share < 100 ? `; too much in ${share} of 100 cases` : ''}`;
}

/** What else a plan changes on the car, what matters most first, each with what would cure it. */
export function ChangesList({
  judged,
  spread,
  unit,
  onCure,
}: {
  judged: Judged[];
  spread: SpreadAnswer | null;
  unit: TapeUnit;
  onCure: (cure: Cure) => void;
}) {
  const [all, setAll] = useState(false);
  const told = judged.map((one) => ({
    ...one,
    level: levelByChance(one.level, spread?.consequences[one.id]?.passes, one),
  }));
  const matter = told
    .filter((one) => one.level !== 'fine')
    .sort((a, b) => ORDER.indexOf(a.level) - ORDER.indexOf(b.level));
  const fine = told.filter((one) => one.level === 'fine');
  return (
    <section aria-label="What else changes">
      <h2 className="border-b border-ink pb-1">What else changes</h2>
      {matter.length === 0 && <p className="py-3">Nothing passes a limit.</p>}
      <ol>
        {[...matter, ...(all ? fine : [])].map((one) => {
          const must = one.level === 'must' || one.level === 'never';
          return (
            <li
              key={one.id}
              data-consequence={one.id}
              data-level={one.level}
              className={`grid grid-cols-[4.2rem_1fr_auto] gap-x-3 border-b border-rule py-2.5 ${must ? '' : 'text-soft'}`}
            >
              <span
                className={`self-start px-1.5 py-0.5 text-center font-head text-base font-semibold ${must ? 'hatch-word text-danger' : 'border border-rule'}`}
              >
                {WORDS[one.level]}
              </span>
              <span className="min-w-0">
                <span className={`block ${must ? 'font-semibold text-ink' : ''}`}>
                  {one.name}
                  {one.end === 'car' ? '' : `, ${one.end}`}
                </span>
                {must && <span className="block">{one.stopped ?? one.why}</span>}
                <span className="block text-sm text-soft">
                  {limitText(one, unit)}: {one.limit.from}
                  {describeBand(one, spread, unit) ? `. ${describeBand(one, spread, unit)}` : ''}
                </span>
                {one.cures.length > 0 && (
                  <span className="flex flex-wrap gap-2 pt-1.5">
                    {one.cures.map((cure) => (
                      <Button key={cure.label} onClick={() => onCure(cure)}>
                        {cure.label}
                      </Button>
                    ))}
                  </span>
                )}
              </span>
              <span className="figure text-right text-xl">
                {one.figure === null ? '—' : figureText(one.figure, one.unit, unit)}
              </span>
            </li>
          );
        })}
      </ol>
      {fine.length > 0 && (
        <Button weight="plain" className="mt-1" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Only what matters' : `${fine.length} more, all within their limits`}
        </Button>
      )}
    </section>
  );
}
