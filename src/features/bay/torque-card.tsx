'use client';

import { useState } from 'react';
import { CORNER_NAMES, judgeTorque } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { torqueTexts } from '@/core/units/torque-text';
import { useCommand } from '@/ui/commands';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors, SelectField, TextField } from '@/ui/form';
import { PersonPin } from '@/ui/person-pin';
import { STRIPE_WORDS, Stripe } from '@/ui/stripe';
import { ValueButton } from '../torque/value-dialog';
import { TakeBack } from '../trail/take-back';
import type { BayProps } from './bay-props';

const WRENCH_KEY = 'wl-wrench';

/** The wrench last used on this tablet when it fits the value, else the first that does. */
function likelyWrench(wrenches: BayProps['wrenches'], nm: number | undefined, today: string): string {
  const fits = (wrench: BayProps['wrenches'][number]) =>
    nm === undefined || (nm >= wrench.lowNm && nm <= wrench.highNm);
  const last = typeof localStorage === 'undefined' ? null : localStorage.getItem(WRENCH_KEY);
  const fresh = (wrench: BayProps['wrenches'][number]) => wrench.calibrationDue >= today;
  const fitting = [...wrenches.filter(fits)].sort((a, b) => Number(fresh(b)) - Number(fresh(a)));
  return (fitting.find((wrench) => wrench.id === last) ?? fitting[0])?.id ?? '';
}

function SecondCheck({
  orderId,
  fastener,
  people,
  not,
}: {
  orderId: string;
  fastener: Fastener;
  people: BayProps['people'];
  not: string;
}) {
  const { give, busy, errors } = useCommand('torque.check');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn w-full" onClick={() => setOpen(true)}>
        Second check
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Checked by somebody else"
        intro={`${fastener.name}: put the wrench on it yourself, then your PIN.`}
      >
        <PersonPin
          people={people.filter((person) => person.id !== not)}
          action="I checked it"
          busy={busy}
          errors={errors}
          onEnter={async (checkerId, pin) => {
            if (await give({ orderId, fastenerId: fastener.id, checkerId, pin })) setOpen(false);
          }}
        />
      </Dialog>
    </>
  );
}

/** One fastener: its stripe, its value in both units with the source, and the reading. */
export function TorqueCard({ fastener, first, ...props }: BayProps & { fastener: Fastener; first: boolean }) {
  const { orderId, run, document, viewer } = props;
  const { give, busy, errors, clear } = useCommand('torque.record');
  const now = run.fasteners.get(fastener.id)!;
  const [wrenchId, setWrenchId] = useState(() => likelyWrench(props.wrenches, now.spec?.nm, props.today));
  const [reading, setReading] = useState('');
  const [moved, setMoved] = useState(false);
  const [movedDeg, setMovedDeg] = useState('');
  const [typing, setTyping] = useState(false);
  const value = now.spec && torqueTexts(now.spec.nm, viewer.torqueUnit);
  const refused = judgeTorque(document, run, fastener.id).filter((reason) => reason.code !== 'value');
  const last = props.lastTorques[fastener.id];
  const wrench = props.wrenches.find((one) => one.id === wrenchId);
  const passes = props.recheck ? 1 : (fastener.passes ?? 1);
  const nextPass = Math.min(passes, now.pass + 1);
  const side = fastener.corner ? CORNER_NAMES[fastener.corner] : fastener.name;

  const take = async (confirmed: boolean) => {
    localStorage.setItem(WRENCH_KEY, wrenchId);
    const typed = typing && reading.trim() !== '';
    const answer = await give({
      orderId,
      fastenerId: fastener.id,
      wrenchId,
      reading: typed
        ? { value: Number(reading.replace(',', '.')), unit: viewer.torqueUnit }
        : { clicked: true },
      moved,
      movedDeg: moved && movedDeg ? Number(movedDeg) : null,
      confirmed,
    });
    if (answer) {
      setReading('');
      setMoved(false);
    }
  };
  const confirm = errors.find((error) => error.code === 'confirm');
  return (
    <section
      className="border-b-2 border-rule px-6 py-4 sm:border-b-0 sm:odd:border-r-2"
      aria-label={`${fastener.name}, ${side}`}
    >
      <div className="flex items-center gap-4">
        <Stripe state={now.stripe} size={78} />
        <div>
          <p className="font-head text-[1.55rem] leading-tight font-semibold first-letter:uppercase">
            {side}
          </p>
          <p className="text-[1.1rem] text-soft">
            {fastener.count > 1 ? `${fastener.count} × ` : ''}
            {fastener.corner ? `${fastener.name.toLowerCase()}, ` : ''}
            {STRIPE_WORDS[now.stripe]}
          </p>
        </div>
      </div>
      {value ? (
        <>
          <p className="mt-2 flex flex-wrap items-baseline gap-x-3">
            <span className="figure text-[5rem] leading-none">{value.value}</span>
            <span className="figure text-[2.2rem]">{value.unit}</span>
            <span className="text-[1.4rem] text-soft">{value.other}</span>
          </p>
          <p className="text-[1.1rem] text-soft">
            {now.valueKind === 'interim' && (
              <strong className="mr-2 border border-ink px-1.5 text-ink">interim</strong>
            )}
            {now.spec!.source}
            {now.spec!.note ? `; ${now.spec!.note}` : ''}
          </p>
          {fastener.identify && <p className="text-[1.1rem]">{fastener.identify}</p>}
        </>
      ) : (
        <div className="hatch mt-3 px-4 py-3">
          <p className="font-head text-[1.6rem] font-semibold">
            {now.valueKind === 'waiting' ? 'No value: asked the maker, waiting' : 'No value'}
          </p>
          <p className="text-[1.1rem]">
            It stays open until the lead enters one with its source. Nobody guesses.
          </p>
          {viewer.isLead && (
            <ValueButton
              className="btn mt-2"
              orderId={orderId}
              fastener={fastener}
              unit={viewer.torqueUnit}
              label="Enter a value"
            />
          )}
        </div>
      )}
      {now.spec && !now.torqued && (
        <div className="mt-3">
          {refused.map((reason) => (
            <p key={reason.message} className="hatch px-3 py-2 text-[1.1rem] font-medium">
              {reason.message}
            </p>
          ))}
          {refused.length === 0 && (
            <Errors errors={errors}>
              <div className="grid grid-cols-2 gap-2">
                <SelectField
                  className={typing ? '' : 'col-span-2'}
                  name="wrenchId"
                  label="Wrench"
                  value={wrenchId}
                  onChange={(event) => setWrenchId(event.target.value)}
                  options={[
                    ['', 'choose'],
                    ...props.wrenches.map(
                      (one) =>
                        [
                          one.id,
                          `${one.name}${one.calibrationDue < props.today ? ', past its date' : ''}`,
                        ] as const,
                    ),
                  ]}
                />
                {typing && (
                  <TextField
                    name="reading"
                    label={`Reading, ${value!.unit}`}
                    inputMode="decimal"
                    value={reading}
                    onChange={(event) => setReading(event.target.value)}
                    autoFocus
                  />
                )}
              </div>
              {wrench && (now.spec.nm < wrench.lowNm || now.spec.nm > wrench.highNm) && (
                <p className="mt-1 text-[1.05rem] font-medium">Outside this wrench’s range.</p>
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
              <div className="mt-2 grid grid-cols-[2fr_1fr] gap-2">
                <button
                  type="button"
                  className={`btn min-h-16 text-[1.35rem] ${first ? 'btn-pen' : ''}`}
                  disabled={busy}
                  onClick={() => void take(false)}
                >
                  {props.recheck
                    ? 'Clicked'
                    : passes > 1
                      ? `Pass ${nextPass} of ${passes}: ${value!.value}`
                      : `Take ${value!.value}`}
                </button>
                <button
                  type="button"
                  className="btn min-h-16"
                  onClick={() => {
                    setTyping(!typing);
                    clear();
                  }}
                >
                  {typing ? 'It clicks' : 'Type it'}
                </button>
              </div>
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
        <div className="mt-3 flex flex-wrap items-center justify-between gap-2 text-[1.1rem] text-soft">
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
