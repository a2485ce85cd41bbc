'use client';

import { useEffect, useState } from 'react';
import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { DroopRead } from '@/core/ledger/droop-reads';
import type { PlannerInput } from '@/core/planner/car-stand';
import type { DroopItem } from '@/core/planner/droop-list';
import { figureText } from '@/core/planner/figure-text';
import type { OneEnd } from '@/core/planner/measures';
import { plannerApi } from '../planner/planner-worker';
import { ReadInTheAir } from './read-in-the-air';

const ENDS: readonly OneEnd[] = ['front', 'rear'];

function limitText({ limit, unit }: DroopItem, lengths: TapeUnit): string {
  return limit.most === undefined
    ? `at least ${figureText(limit.least!, unit, lengths)}`
    : `at most ${figureText(limit.most, unit, lengths)}`;
}

/** What a figure's margin comes to, in words: never that it may. */
function marginText({ margin, unit, over }: DroopItem, lengths: TapeUnit): string {
  if (margin === null) return 'no figure';
  const by = figureText(Math.abs(margin), unit, lengths);
  return over ? `${by} beyond its limit` : `${by} to its limit`;
}

function Item({
  item,
  lengths,
  reads,
  orderId,
  whyNot,
}: {
  item: DroopItem;
  lengths: TapeUnit;
  reads: readonly DroopRead[];
  orderId: string;
  whyNot: string | null;
}) {
  const told = item.over || item.advice.length > 0;
  const ticked = (['left', 'right'] as const).map((side) => reads.find(({ data }) => data.side === side));
  return (
    <li
      data-droop={item.id}
      data-over={item.over}
      className={`grid grid-cols-1 gap-x-8 border-b border-rule py-3 ${whyNot === null || reads.length ? 'lg:grid-cols-[minmax(0,1fr)_20rem]' : ''}`}
    >
      <div className="min-w-0">
        <p className="flex flex-wrap items-baseline justify-between gap-x-4">
          <span className={`text-lg ${told ? 'font-semibold' : ''}`}>{item.name}</span>
          <span className="flex items-baseline gap-3">
            <span className="figure text-2xl text-predicted">
              {item.figure === null ? '—' : figureText(item.figure, item.unit, lengths)}
            </span>
            <span className={item.over ? 'hatch-word px-1 font-semibold text-danger' : 'text-soft'}>
              {item.stopped ?? marginText(item, lengths)}
            </span>
          </span>
        </p>
        <p className="text-soft">
          {limitText(item, lengths)}: {item.limit.from}
          {item.range &&
            `. From figures nobody measured it may be ${figureText(item.range.low, item.unit, lengths)} to ${figureText(item.range.high, item.unit, lengths)}`}
        </p>
        {item.measureHere.length > 0 && (
          <p>
            <span className="font-semibold">Measure here: </span>
            {item.measureHere.join('; ').toLowerCase()}
          </p>
        )}
        {item.endsAt !== null && (
          <p className="font-medium">
            Its range ends about {formatTape(item.endsAt, lengths)} below ride: measure there before it hangs
            farther.
          </p>
        )}
        {item.advice.map((words) => (
          <p key={words} className="caution mt-1 px-3 py-1.5 font-medium">
            {words} {item.over ? item.why : ''}
          </p>
        ))}
      </div>
      <div className="pt-2 lg:pt-0">
        {ticked.map(
          (read) =>
            read && (
              <p key={read.id} className={read.data.over ? 'hatch-word px-1 font-semibold text-danger' : ''}>
                <span aria-hidden="true">{read.data.over ? '✗' : '✓'} </span>
                {read.data.side}: read {read.data.text}
                {read.data.over ? ', beyond its limit' : ', inside its limit'}
              </p>
            ),
        )}
        {whyNot === null && (
          <ReadInTheAir orderId={orderId} item={item} lengths={lengths} again={ticked.every(Boolean)} />
        )}
      </div>
    </li>
  );
}

/** The list of full droop and lock: what the car in motion says, where a tape is worth most, and what was read in the air. */
export function DroopItems({
  orderId,
  input,
  lengths,
  reads,
  whyNot,
  planned,
}: {
  orderId: string;
  input: PlannerInput;
  lengths: TapeUnit;
  reads: readonly DroopRead[];
  /** Why an axle is not walked now, by axle; null where it is. */
  whyNot: Record<OneEnd, string | null>;
  planned: boolean;
}) {
  const [list, setList] = useState<DroopItem[] | null>(null);
  const [stopped, setStopped] = useState<string | null>(null);
  const key = JSON.stringify(input);
  useEffect(() => {
    let current = true;
    void plannerApi()
      .droop(JSON.parse(key) as PlannerInput)
      .then((got) => {
        if (!current) return;
        setList(got.ok ? got.answer : null);
        setStopped(got.ok ? null : got.message);
      });
    return () => {
      current = false;
    };
  }, [key]);
  if (stopped) return <p className="hatch px-4 py-3 font-semibold">{stopped}</p>;
  if (!list)
    return (
      <p role="status" className="py-4 text-lg text-soft">
        The car is moved through its travel…
      </p>
    );
  const over = list.filter((item) => item.over).length;
  return (
    <>
      <p className="text-lg" role="status">
        {over === 0
          ? 'No figure passes its limit with its middle value.'
          : over === 1
            ? 'One figure passes its limit.'
            : `${over} figures pass their limits.`}{' '}
        {planned ? 'With the parts of the plan.' : 'As it stands: there is no plan yet.'}
      </p>
      {ENDS.map((end) => {
        const items = list.filter((item) => item.end === end);
        const read = new Set(reads.filter(({ data }) => data.end === end).map(({ data }) => data.id)).size;
        return (
          <section key={end} aria-label={end === 'front' ? 'Front' : 'Rear'} className="mt-6">
            <h2 className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-ink pb-1">
              <span>{end === 'front' ? 'Front, hanging and at both locks' : 'Rear, hanging'}</span>
              <span className="font-body text-base font-normal text-soft">
                {read} of {items.length} read in the air
              </span>
            </h2>
            {whyNot[end] && <p className="py-2 text-soft">{whyNot[end]}</p>}
            <ol>
              {items.map((item) => (
                <Item
                  key={item.id}
                  item={item}
                  lengths={lengths}
                  orderId={orderId}
                  reads={reads.filter(({ data }) => data.id === item.id)}
                  whyNot={whyNot[end]}
                />
              ))}
            </ol>
          </section>
        );
      })}
    </>
  );
}
