'use client';

import { CORNER_NAMES } from '@/core/corners';
import { useEffect, useState } from 'react';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { OrderState } from '@/core/ledger/order-state';
import { isAngle, loopOf, loopWords, readingWords, setWords, tryLifted } from '@/core/ledger/trial-loop';
import type { Step } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import type { PinPerson } from '@/ui/pin-fields';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { FormErrors } from '@/ui/field';
import { MeasurePad } from '@/ui/measure-pad';
import { LiftHole } from '../handoff/lift-hole';
import { TryChart } from './try-chart';

const SIDES = { front: ['left front', 'right front'], rear: ['left rear', 'right rear'] } as const;

/** A setting found by trying: what this car answered so far, what the next one gives, and when to stop. */
export function TryCard({
  state,
  step,
  orderId,
  leads,
  lengths,
  cutStep,
  onStands,
}: {
  state: OrderState;
  step: Step;
  orderId: string;
  leads: PinPerson[];
  lengths: TapeUnit;
  cutStep: number;
  /** Says whether the setting is where it is to be, or was left so by the lead. */
  onStands: (there: boolean) => void;
}) {
  const loop = loopOf(state, step, cutStep)!;
  const { trial, tries, answer, target, allowed, counted, corner, end } = loop;
  const { send, busy, errors, clear } = useCommand('try.record');
  const last = tries.at(-1);
  const suggested = counted ?? answer?.best ?? last?.data.set ?? allowed?.[0] ?? 0;
  const [set, setSet] = useState<number | null>(null);
  const names = isAngle(trial.unit)
    ? ['steering wheel, degrees off straight']
    : corner
      ? [CORNER_NAMES[corner]]
      : [...SIDES[end]];
  const [readings, setReadings] = useState<string[]>(names.map(() => ''));
  const [active, setActive] = useState(0);
  const asked = errors.some(({ code }) => code === 'confirm');
  const now = set ?? suggested;
  const say = (value: number) => readingWords(trial.unit, value, lengths);
  const saySet = (value: number) => setWords(trial.unit, value);
  const stopped = answer?.stop ?? null;
  const there = last !== undefined && (target === null || stopped === 'there' || tryLifted(state, last.id));
  useEffect(() => onStands(there), [there, onStands]);
  const choices = trial.allowed ?? null;
  const step1 = trial.unit === 'block' ? 5 : trial.unit === 'hole' ? 1 : 0.5;
  const full = readings.every((text) => text.trim());
  return (
    <section className="border-t-2 border-rule px-6 py-4" aria-label="Tries of this setting">
      <p className="font-head text-xl text-soft first-letter:uppercase">{trial.setting}</p>
      <p className="text-4xl leading-tight font-semibold" role="status">
        {loopWords(loop, lengths)}
      </p>
      <p className="mt-1 text-lg text-soft">
        {loop.prior.slope !== 0 &&
          `One moves it about ${Math.round(Math.abs(answer?.slope ?? loop.prior.slope) * 10) / 10}${isAngle(trial.unit) ? '°' : ' mm'}: ${tries.length > 1 ? 'by this car’s own answers, and ' : ''}${loop.prior.from}.`}
      </p>
      {answer && target !== null && (
        <TryChart
          tries={loop.read}
          rows={answer.rows}
          target={target}
          tolerance={loop.tolerance}
          best={answer.best}
          say={say}
          saySet={saySet}
          setting={trial.setting}
        />
      )}
      {tries.length > 0 && (
        <ol className="mt-1 flex flex-wrap gap-x-6 text-xl">
          {tries.map((one, index) => (
            <li key={one.id}>
              {index + 1}. {saySet(one.data.set)}: {one.data.text}
              {one.data.said &&
                (one.data.value >= one.data.said.low && one.data.value <= one.data.said.high
                  ? ', as said'
                  : `, said ${say(one.data.said.low)} to ${say(one.data.said.high)}`)}
            </li>
          ))}
        </ol>
      )}
      {last && stopped !== 'there' && target !== null && !tryLifted(state, last.id) && (
        <div className="mt-2">
          <LiftHole
            orderId={orderId}
            rule="trial"
            target={last.id}
            text={`${saySet(last.data.set)} reads ${last.data.text}. ${loopWords(loop, lengths)}`}
            leads={leads}
            label="The lead leaves it as it is"
          />
        </div>
      )}
      {stopped !== 'there' && (
        <div className="mt-4 border-t border-rule pt-3">
          <div className="flex flex-wrap items-center gap-3">
            <span className="font-head text-2xl">Set now:</span>
            {choices ? (
              <Choice
                label={trial.setting}
                className="flex flex-wrap gap-2"
                itemClassName="min-h-14 min-w-16 text-2xl"
                options={choices.map((one) => [String(one), saySet(one)] as const)}
                value={String(now)}
                onValue={(one) => setSet(Number(one))}
              />
            ) : counted !== null ? (
              <span className="figure text-4xl">{saySet(counted)}</span>
            ) : (
              <>
                <Button
                  className="min-h-14 min-w-16 text-3xl"
                  aria-label="less"
                  onClick={() => setSet(now - step1)}
                >
                  −
                </Button>
                <span className="figure min-w-40 text-center text-4xl">{saySet(now)}</span>
                <Button
                  className="min-h-14 min-w-16 text-3xl"
                  aria-label="more"
                  onClick={() => setSet(now + step1)}
                >
                  +
                </Button>
              </>
            )}
          </div>
          <div className="mt-3 grid gap-3 sm:grid-cols-2">
            {names.map((name, index) => (
              <label key={name} className="block text-xl first-letter:uppercase">
                {isAngle(trial.unit) ? name : `${name}, as it stands`}
                <input
                  className="input figure text-3xl"
                  inputMode="decimal"
                  autoComplete="off"
                  value={readings[index]}
                  onFocus={() => setActive(index)}
                  onChange={(event) => {
                    clear();
                    setReadings(readings.map((old, at) => (at === index ? event.target.value : old)));
                  }}
                />
              </label>
            ))}
          </div>
          <div className="mt-3">
            <MeasurePad
              label={names[active]!}
              unit={isAngle(trial.unit) ? 'deg' : lengths}
              value={readings[active]!}
              onChange={(text) => {
                clear();
                setReadings(readings.map((old, at) => (at === active ? text : old)));
              }}
              onNext={active < names.length - 1 ? () => setActive(active + 1) : undefined}
              next={names[active + 1] && `Next: ${names[active + 1]}`}
            />
          </div>
          <FormErrors errors={errors} />
          <Button
            weight="pen"
            className="mt-3 min-h-16 w-full text-2xl"
            disabled={busy || !full}
            onClick={async () => {
              const input = { orderId, stepId: step.id, set: now, readings, lengths };
              if (!(await send(asked ? { ...input, confirmed: true } : input))) return;
              setReadings(names.map(() => ''));
              setSet(null);
              setActive(0);
            }}
          >
            {asked ? 'It did read so: record it' : `Record this try: ${saySet(now)}`}
          </Button>
        </div>
      )}
    </section>
  );
}
