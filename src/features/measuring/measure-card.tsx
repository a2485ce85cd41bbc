'use client';

import { useState } from 'react';
import type { TapeUnit } from '@/core/calc/tape.parse';
import { figureWords } from '@/core/procedure/figures';
import type { PinPerson } from '@/ui/pin-fields';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { MeasurePad, type PadUnit } from '@/ui/measure-pad';
import { LiftHole } from '../handoff/lift-hole';
import { type CardFigure, isTextUnit } from './typed-figures';

const padUnit = (unit: string, lengths: TapeUnit): PadUnit => (unit === 'mm' ? lengths : (unit as PadUnit));

/** What stands beside a figure while it is read: the other side, what it was before, what it is held against. */
function Beside({ one, lengths }: { one: CardFigure; lengths: TapeUnit }) {
  const { reference, measure, twin, earlier, figure, typed } = one;
  const said = [
    ...(reference ? [`${reference.words}: ${figureWords(reference.value, measure.unit, lengths)}`] : []),
    ...(twin && reference?.kind !== 'twin' ? [`other side: ${twin}`] : []),
    ...(earlier ? [`last read: ${earlier}`] : []),
    ...(typed === null && figure?.data.by === 'gauge' ? ['by the gauge'] : []),
  ];
  return said.length ? <span className="text-lg text-soft">{said.join(' · ')}</span> : null;
}

/** A figure that is off: what it should be and what to do; the lead may leave it so, by name. */
function Off({ one, orderId, leads }: { one: CardFigure; orderId: string; leads: PinPerson[] }) {
  return (
    <div className="hatch mt-2 px-4 py-2 text-xl">
      <p className="font-semibold">{one.words}</p>
      {one.typed === null && one.figure && (
        <div className="mt-2 flex flex-wrap gap-3">
          <LiftHole
            orderId={orderId}
            rule="figure"
            target={one.figure.id}
            text={`${one.name}: ${one.figure.data.text}. ${one.words ?? ''}`}
            leads={leads}
            label="The lead leaves it so"
          />
        </div>
      )}
    </div>
  );
}

/** The figures of a step, read one after the other on one pad: judged as they are typed. */
export function MeasureCard({
  figures,
  typed,
  onTyped,
  lengths,
  orderId,
  leads,
  sheet,
  onSheet,
  onGauge,
}: {
  figures: readonly CardFigure[];
  typed: Readonly<Record<string, string>>;
  onTyped: (measureId: string, text: string) => void;
  lengths: TapeUnit;
  orderId: string;
  leads: PinPerson[];
  /** What the kit’s sheet says, typed once, by the name of the value. */
  sheet: Readonly<Record<string, string>>;
  onSheet: (name: string, text: string) => void;
  /** Reads the gauges at the wheels; none where there are none. */
  onGauge?: (() => void) | undefined;
}) {
  const first = figures.find((one) => one.typed === null && !one.figure);
  const [chosen, setChosen] = useState<string | null>(null);
  const [unit, setUnit] = useState<TapeUnit>(lengths);
  const active = figures.find(({ measureId }) => measureId === chosen) ?? (chosen === '' ? undefined : first);
  const next =
    active && figures.slice(figures.indexOf(active) + 1).find((one) => one.typed === null && !one.figure);
  const put = (id: string, text: string) => {
    // With its first key it is no longer the first that lacks: the pad stays with it until it is whole.
    setChosen(id);
    // What is typed with the other unit's pad carries that unit with it.
    onTyped(id, text && unit !== lengths && /\d$/.test(text) ? `${text} ${unit}` : text);
  };
  return (
    <section className="border-t-2 border-rule px-6 py-4" aria-label="Figures of this step">
      <ul>
        {figures.map((one) => {
          const isActive = one === active;
          const text = one.typed ?? one.figure?.data.text ?? '';
          return (
            <li key={one.measureId} className="border-b border-rule py-2">
              <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
                <button
                  type="button"
                  aria-pressed={isActive}
                  onClick={() => setChosen(one.measureId)}
                  className="min-h-14 flex-1 text-left text-2xl leading-tight first-letter:uppercase"
                >
                  {one.name}
                </button>
                <Beside one={one} lengths={lengths} />
                {isTextUnit(one.measure.unit) || isActive ? (
                  <input
                    aria-label={one.name}
                    className="input figure w-56 text-3xl"
                    autoComplete="off"
                    // The pad beneath types; a keyboard that is there may too, none is called up.
                    inputMode={isTextUnit(one.measure.unit) ? 'text' : 'none'}
                    autoFocus={chosen === one.measureId}
                    value={typed[one.measureId] ?? ''}
                    placeholder={
                      one.figure?.data.text ?? (isTextUnit(one.measure.unit) ? one.measure.unit : '')
                    }
                    onFocus={() => setChosen(one.measureId)}
                    onChange={(event) => {
                      setChosen(one.measureId);
                      onTyped(one.measureId, event.target.value);
                    }}
                    onKeyDown={(event) => {
                      if (event.key === 'Enter' && next) setChosen(next.measureId);
                    }}
                  />
                ) : (
                  <button
                    type="button"
                    className="figure min-h-14 min-w-40 text-right text-4xl"
                    aria-label={`${one.name}: ${text || 'not read yet'}`}
                    onClick={() => setChosen(one.measureId)}
                  >
                    {text || '—'}
                  </button>
                )}
                {one.figure && one.typed === null && !one.off && (
                  <span className="font-head text-xl text-pen">recorded</span>
                )}
              </div>
              {one.wrong && <p className="text-lg font-semibold text-danger">{one.wrong}</p>}
              {one.off ? (
                <Off one={one} orderId={orderId} leads={leads} />
              ) : (
                one.words && <p className="text-lg text-soft">{one.words}</p>
              )}
              {one.lifted && one.typed === null && (
                <p className="text-lg font-semibold">Off, and left so by the lead.</p>
              )}
              {one.measure.from && 'sheet' in one.measure.from && !one.reference && (
                <label className="mt-1 flex items-center gap-3 text-lg">
                  The kit’s sheet says, {one.measure.from.sheet}
                  <input
                    className="input figure w-40 text-2xl"
                    value={sheet[one.measure.from.sheet] ?? ''}
                    onChange={(event) =>
                      onSheet((one.measure.from as { sheet: string }).sheet, event.target.value)
                    }
                  />
                </label>
              )}
            </li>
          );
        })}
      </ul>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        {figures.some(({ measure }) => measure.unit === 'mm') && (
          <Choice
            label="Lengths in"
            options={[
              ['in', 'inches'],
              ['mm', 'mm'],
            ]}
            value={unit}
            onValue={setUnit}
          />
        )}
        {onGauge && (
          <Button className="min-h-14 px-5 text-xl" onClick={onGauge}>
            Read the gauges
          </Button>
        )}
      </div>
      {active && !isTextUnit(active.measure.unit) && (
        <div className="mt-3">
          <MeasurePad
            label={active.name}
            unit={padUnit(active.measure.unit, unit)}
            value={(typed[active.measureId] ?? '').replace(/ (in|mm)$/, '')}
            onChange={(text) => put(active.measureId, text)}
            next={next ? `Next: ${next.name}` : undefined}
            onNext={next ? () => setChosen(next.measureId) : undefined}
          />
        </div>
      )}
    </section>
  );
}
