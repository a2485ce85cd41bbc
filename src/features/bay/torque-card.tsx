'use client';

import { type RefObject, useEffect, useState } from 'react';
import { torqueExtensionSetting } from '@/core/calc/torque.extension';
import { CORNER_NAMES, type FastenerState, judgeTorque } from '@/core/procedure/engine';
import { nextNut } from '@/core/procedure/nuts';
import type { Fastener } from '@/core/procedure/types';
import { torqueBoth, torqueTexts } from '@/core/units/torque-text';
import { convertTorque } from '@/core/calc/torque.convert';
import { useCommand } from '@/ui/commands';
import { Errors, FormErrors, SelectField, TextField } from '@/ui/form';
import { NutRing } from '@/ui/nut-ring';
import { STRIPE_WORDS, Stripe } from '@/ui/stripe';
import { TakeBack } from '../trail/take-back';
import type { BayProps } from './bay-props';
import { MissingValue } from './missing-value';
import { SecondCheck } from './second-check';

const WRENCH_KEY = 'wl-wrench';
const number = (text: string) => Number(text.replace(',', '.'));

/** The wrench last used on this tablet when it fits the value, else the first that does. */
function likelyWrench(wrenches: BayProps['wrenches'], nm: number | undefined, today: string): string {
  const fits = (wrench: BayProps['wrenches'][number]) =>
    wrench.out === null && (nm === undefined || (nm >= wrench.lowNm && nm <= wrench.highNm));
  const last = typeof localStorage === 'undefined' ? null : localStorage.getItem(WRENCH_KEY);
  const fresh = (wrench: BayProps['wrenches'][number]) => wrench.calibrationDue >= today;
  const fitting = [...wrenches.filter(fits)].sort((a, b) => Number(fresh(b)) - Number(fresh(a)));
  return (fitting.find((wrench) => wrench.id === last) ?? fitting[0])?.id ?? '';
}

/** A crowfoot or extension in line changes what the wrench is set to; the figure is worked out and shown. */
function Extension({
  nm,
  unit,
  lengths,
  onChange,
}: {
  nm: number;
  unit: 'lbft' | 'nm';
  lengths: { wrenchLength: string; extension: string; angleDeg: string };
  onChange: (lengths: { wrenchLength: string; extension: string; angleDeg: string }) => void;
}) {
  const field = (name: keyof typeof lengths, label: string) => (
    <TextField
      name={`extension.${name}`}
      label={label}
      inputMode="decimal"
      value={lengths[name]}
      onChange={(event) => onChange({ ...lengths, [name]: event.target.value })}
    />
  );
  let setting: string | null = null;
  try {
    const [wrenchLength, extension] = [number(lengths.wrenchLength), number(lengths.extension)];
    if (wrenchLength > 0 && lengths.extension !== '') {
      const set = torqueExtensionSetting({
        target: nm,
        wrenchLength,
        extension,
        angleDeg: number(lengths.angleDeg || '0'),
      });
      setting = `${torqueTexts(set, unit).value} ${torqueTexts(set, unit).unit}`;
    }
  } catch {
    setting = null;
  }
  return (
    <div className="mt-2 border-t border-rule pt-2">
      <div className="grid grid-cols-3 items-end gap-2">
        {field('wrenchLength', 'Wrench, mm')}
        {field('extension', 'Extension, mm')}
        {field('angleDeg', 'Angle, °')}
      </div>
      <p className="mt-1 text-[1.3rem]">
        {setting ? (
          <>
            Set the wrench to <strong className="figure text-[2rem]">{setting}</strong>
          </>
        ) : (
          'Both lengths, and the setting stands here.'
        )}
      </p>
    </div>
  );
}

/** What taking the fastener now records, in the words of its button. */
export function takeWords(
  fastener: Fastener,
  now: FastenerState,
  recheck: boolean,
  unit: 'lbft' | 'nm',
): string {
  const passes = recheck ? 1 : (fastener.passes ?? 1);
  const value = now.spec && torqueTexts(now.spec.nm, unit).value;
  if (!recheck && now.spec?.angleDeg !== undefined && now.pass >= passes && !now.torqued)
    return `Turned ${now.spec.angleDeg}°`;
  if (recheck) return 'Clicked';
  return passes > 1 ? `Pass ${Math.min(passes, now.pass + 1)} of ${passes}: ${value}` : `Take ${value}`;
}

/** One fastener: its stripe, its value in both units with the source, and the reading. */
export function TorqueCard({
  fastener,
  first,
  takeRef,
  ...props
}: BayProps & {
  fastener: Fastener;
  first: boolean;
  takeRef?: RefObject<(() => void) | null>;
}) {
  const { orderId, run, document, viewer } = props;
  const { give, busy, errors, clear } = useCommand('torque.record');
  const now = run.fasteners.get(fastener.id)!;
  const [wrenchId, setWrenchId] = useState(() => likelyWrench(props.wrenches, now.spec?.nm, props.today));
  const [reading, setReading] = useState('');
  const [moved, setMoved] = useState(false);
  const [movedDeg, setMovedDeg] = useState('');
  const [typing, setTyping] = useState(false);
  const [more, setMore] = useState(false);
  const [extended, setExtended] = useState(false);
  const [lengths, setLengths] = useState({ wrenchLength: '', extension: '', angleDeg: '0' });
  const [reused, setReused] = useState(false);
  const value = now.spec && torqueTexts(now.spec.nm, viewer.torqueUnit);
  const refused = judgeTorque(document, run, fastener.id).filter((reason) => reason.code !== 'value');
  const last = props.lastTorques[fastener.id];
  const wrench = props.wrenches.find((one) => one.id === wrenchId);
  const passes = props.recheck ? 1 : (fastener.passes ?? 1);
  const side = fastener.corner ? CORNER_NAMES[fastener.corner] : fastener.name;
  const angleDue = !props.recheck && now.spec?.angleDeg !== undefined && now.pass >= passes && !now.torqued;
  const twin = document.fasteners.find((other) => other.id === fastener.mate);
  const twinSpec = twin && run.fasteners.get(twin.id)!.spec;

  const take = async (confirmed: boolean) => {
    localStorage.setItem(WRENCH_KEY, wrenchId);
    const typed = typing && reading.trim() !== '';
    const answer = await give({
      orderId,
      fastenerId: fastener.id,
      wrenchId,
      reading: typed && !angleDue ? { value: number(reading), unit: viewer.torqueUnit } : { clicked: true },
      angleDeg: angleDue ? (typed ? number(reading) : now.spec!.angleDeg) : null,
      extension: extended
        ? {
            wrenchLength: number(lengths.wrenchLength),
            extension: number(lengths.extension),
            angleDeg: number(lengths.angleDeg || '0'),
          }
        : null,
      newHardware: fastener.hardware === 'new' ? !reused : null,
      moved,
      movedDeg: moved && movedDeg ? number(movedDeg) : null,
      confirmed,
    });
    if (answer) {
      setReading('');
      setMoved(false);
    }
  };
  const confirm = errors.find((error) => error.code === 'confirm');
  const words = takeWords(fastener, now, props.recheck, viewer.torqueUnit);
  // The big button at the foot does the same as this card's own.
  useEffect(() => {
    if (takeRef) takeRef.current = () => void take(false);
  });
  return (
    <section
      className="border-b-2 border-rule px-6 py-4 sm:border-b-0 sm:odd:border-r-2"
      aria-label={`${fastener.name}, ${side}`}
    >
      <div className="flex items-center gap-4">
        <Stripe state={now.stripe} size={84} />
        <div className="min-w-0 flex-1">
          <p className="text-[1.15rem] text-soft">
            <span className="mr-2 inline-block font-head text-[1.5rem] leading-tight font-semibold text-ink first-letter:uppercase">
              {side}
            </span>
            {fastener.count > 1 ? `${fastener.count} × ` : ''}
            {fastener.corner ? `${fastener.name.toLowerCase()}, ` : ''}
            {STRIPE_WORDS[now.stripe]}
          </p>
          {value && (
            <p className="flex flex-wrap items-baseline gap-x-2.5">
              <span className="figure text-[4.6rem] leading-none">{value.value}</span>
              <span className="figure text-[2rem]">{value.unit}</span>
              {now.spec!.angleDeg !== undefined && (
                <span className="figure text-[2rem]">+ {now.spec!.angleDeg}°</span>
              )}
              <span className="text-[1.35rem] text-soft">{value.other}</span>
            </p>
          )}
        </div>
      </div>
      {value && (
        <div className="mt-1 flex items-center gap-4">
          <div className="min-w-0 flex-1">
            <p className="text-[1.1rem] text-soft">
              {now.valueKind === 'interim' && (
                <strong className="mr-2 border border-ink px-1.5 text-ink">interim</strong>
              )}
              {now.spec!.source}
            </p>
            {(fastener.identify || fastener.threadlocker || fastener.pattern) && (
              <p className="text-[1.15rem]">
                {[
                  fastener.identify,
                  fastener.threadlocker && `threadlocker, ${fastener.threadlocker}`,
                  fastener.pattern && `in a ${fastener.pattern}`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </p>
            )}
            {twinSpec && now.spec && Math.abs(twinSpec.nm - now.spec.nm) > 0.5 && (
              <p className="mt-1 text-[1.15rem] font-semibold">
                Its twin goes by {torqueBoth(twinSpec.nm)}: one of them is wrong.
              </p>
            )}
          </div>
          {fastener.count > 2 && !now.torqued && !props.recheck && (
            <NutRing
              nuts={now.nuts}
              passes={passes}
              next={now.pass < passes ? nextNut(now.nuts, fastener.pattern) : null}
              size={104}
            />
          )}
        </div>
      )}
      {!now.spec && <MissingValue {...props} fastener={fastener} now={now} />}
      {now.spec && !now.torqued && (
        <div className="mt-1">
          {refused.map((reason) => (
            <p key={reason.message} className="hatch px-3 py-2 text-[1.15rem] font-medium">
              {reason.message}
            </p>
          ))}
          {refused.length === 0 && (
            <Errors errors={errors}>
              <div className="grid grid-cols-[1fr_auto] items-end gap-2">
                <SelectField
                  name="wrenchId"
                  label={<span className="sr-only">Wrench</span>}
                  value={wrenchId}
                  onChange={(event) => setWrenchId(event.target.value)}
                  options={[
                    ['', 'choose'],
                    ...props.wrenches
                      .filter((one) => one.out === null)
                      .map(
                        (one) =>
                          [
                            one.id,
                            `${one.name}${one.calibrationDue < props.today ? ', past its date' : ''}`,
                          ] as const,
                      ),
                  ]}
                />
                <button
                  type="button"
                  className="btn aria-pressed:bg-ink aria-pressed:text-paper"
                  aria-pressed={more}
                  aria-label={`More ways to take ${fastener.name.toLowerCase()}, ${side}`}
                  onClick={() => setMore(!more)}
                >
                  More
                </button>
              </div>
              {more && (
                <div className="mt-2 grid grid-cols-2 gap-2">
                  <button
                    type="button"
                    className="btn aria-pressed:bg-ink aria-pressed:text-paper"
                    aria-pressed={typing}
                    onClick={() => {
                      setTyping(!typing);
                      clear();
                    }}
                  >
                    Type it
                  </button>
                  <button
                    type="button"
                    className="btn aria-pressed:bg-ink aria-pressed:text-paper"
                    aria-pressed={extended}
                    onClick={() => setExtended(!extended)}
                  >
                    Extension
                  </button>
                  {fastener.hardware === 'new' && (
                    <button
                      type="button"
                      className="btn col-span-2 aria-pressed:bg-ink aria-pressed:text-paper"
                      aria-pressed={!reused}
                      onClick={() => setReused(!reused)}
                    >
                      {reused ? 'The old hardware' : 'New hardware'}
                    </button>
                  )}
                </div>
              )}
              {typing && (
                <TextField
                  className="mt-2"
                  name="reading"
                  label={angleDue ? 'Angle, degrees' : `Reading, ${value!.unit}`}
                  hint={
                    !angleDue && number(reading) > 0
                      ? torqueBoth(convertTorque(number(reading), viewer.torqueUnit).nm)
                      : undefined
                  }
                  inputMode="decimal"
                  value={reading}
                  onChange={(event) => setReading(event.target.value)}
                  autoFocus
                />
              )}
              {wrench && (now.spec.nm < wrench.lowNm || now.spec.nm > wrench.highNm) && !extended && (
                <p className="mt-1 text-[1.15rem] font-semibold">Outside this wrench’s range.</p>
              )}
              {wrench && wrench.calibrationDue < props.today && (
                <p className="mt-1 text-[1.15rem] font-semibold">
                  Past its calibration date: it is recorded.
                </p>
              )}
              {extended && (
                <Extension
                  nm={now.spec.nm}
                  unit={viewer.torqueUnit}
                  lengths={lengths}
                  onChange={setLengths}
                />
              )}
              {props.recheck && (
                <div className="mt-2 grid grid-cols-2 gap-2">
                  <button
                    type="button"
                    className="btn aria-pressed:bg-ink aria-pressed:text-paper"
                    aria-pressed={moved}
                    onClick={() => setMoved(!moved)}
                  >
                    It moved
                  </button>
                  {moved && (
                    <TextField
                      name="movedDeg"
                      label="By degrees, about"
                      inputMode="numeric"
                      value={movedDeg}
                      onChange={(event) => setMovedDeg(event.target.value)}
                    />
                  )}
                </div>
              )}
              <FormErrors errors={errors} shown={['wrenchId']} />
              <button
                type="button"
                className={`btn mt-2 min-h-18 w-full text-[1.5rem] ${first ? 'btn-pen' : ''}`}
                disabled={busy}
                onClick={() => void take(false)}
              >
                {words}
              </button>
              {confirm && (
                <button type="button" className="btn mt-2 w-full" onClick={() => void take(true)}>
                  That is what it read: keep it
                </button>
              )}
            </Errors>
          )}
        </div>
      )}
      {last && (
        <div className="mt-3 flex flex-wrap items-center justify-between gap-2 text-[1.15rem] text-soft">
          <span>{last.words}</span>
          {(last.personId === viewer.id || viewer.isLead) && (
            <TakeBack
              className="btn min-h-12"
              label="Undo"
              orderId={orderId}
              entryId={last.entryId}
              words={`${fastener.name}, ${side}: ${last.words}.`}
            />
          )}
          {last.warnings.map((warning) => (
            <span key={warning} className="w-full font-medium text-ink">
              {warning}
            </span>
          ))}
        </div>
      )}
      {now.torqued && now.owesCheck && last && (
        <div className="mt-2">
          <SecondCheck orderId={orderId} fastener={fastener} people={props.people} not={last.personId} />
        </div>
      )}
    </section>
  );
}
