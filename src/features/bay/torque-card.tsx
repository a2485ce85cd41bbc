'use client';

import { CORNER_NAMES } from '@/core/corners';
import { whoMayCheck } from '@/core/practice/alone';
import dynamic from 'next/dynamic';
import { type RefObject, useEffect, useState } from 'react';
import { judgeTorque } from '@/core/procedure/engine';
import { nextNut } from '@/core/procedure/nuts';
import type { Fastener } from '@/core/procedure/types';
import { torqueBoth, torqueTexts } from '@/core/units/torque-text';
import { convertTorque } from '@/core/calc/torque.convert';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Errors, FormErrors } from '@/ui/field';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { NutRing } from '@/ui/nut-ring';
import { STRIPE_WORDS, Stripe } from '@/ui/stripe';
import { TakeBack } from '../trail/take-back';
import type { BayProps } from './bay-props';
import { type Lengths, NO_LENGTHS } from './extension-lengths';
import { likelyWrench, rememberWrench } from './likely-wrench';
import { describeTake } from './take-words';
import { WrenchChoice } from './wrench-choice';

// Asked for by few fasteners: the page comes without them.
const ExtensionFields = dynamic(() => import('./extension-fields').then((all) => all.ExtensionFields));
const MissingValue = dynamic(() => import('./missing-value').then((all) => all.MissingValue));
const SecondCheck = dynamic(() => import('../torque/second-check').then((all) => all.SecondCheck));

/** What is wrong with these is said where they stand. */
const SHOWN = [
  'wrenchId',
  'reading',
  'movedDeg',
  'extension.wrenchLength',
  'extension.extension',
  'extension.angleDeg',
];

/** One fastener: its stripe, its value in both units with the source, and the reading. */
export function TorqueCard({
  fastener,
  first,
  takeRef,
  onWords,
  ...props
}: BayProps & {
  fastener: Fastener;
  first: boolean;
  takeRef?: RefObject<(() => void) | null>;
  /** What the big button at the foot says: the same as this card’s own. */
  onWords?: (words: string) => void;
}) {
  const { orderId, run, document, viewer } = props;
  const { send, busy, errors, clear, setErrors } = useCommand('torque.record');
  const now = run.fasteners.get(fastener.id)!;
  const [wrenchId, setWrenchId] = useState(() => likelyWrench(props.wrenches, now.spec?.nm, props.today));
  const [reading, setReading] = useState<TypedFigure>(null);
  const [moved, setMoved] = useState(false);
  const [movedDeg, setMovedDeg] = useState<TypedFigure>(null);
  const [typing, setTyping] = useState(false);
  const [more, setMore] = useState(false);
  const [extended, setExtended] = useState(false);
  const [lengths, setLengths] = useState<Lengths>(NO_LENGTHS);
  const [reused, setReused] = useState(false);
  const [recorded, setRecorded] = useState('');
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
    const typed = {
      reading: typing ? reading : null,
      movedDeg: moved ? movedDeg : null,
      'extension.wrenchLength': extended ? lengths.wrenchLength : null,
      'extension.extension': extended ? lengths.extension : null,
      'extension.angleDeg': extended ? lengths.angleDeg : null,
    };
    const unread = Object.entries(typed).find(([, figure]) => typeof figure === 'string');
    if (unread) {
      const message = `“${unread[1]}” does not read as a figure.`;
      return setErrors([{ field: unread[0], code: 'number.base', message }]);
    }
    const figures = typed as Record<keyof typeof typed, number | null>;
    rememberWrench(wrenchId);
    const answer = await send({
      orderId,
      fastenerId: fastener.id,
      wrenchId,
      reading:
        figures.reading !== null && !angleDue
          ? { value: figures.reading, unit: viewer.torqueUnit }
          : { clicked: true },
      angleDeg: angleDue ? (figures.reading ?? now.spec!.angleDeg) : null,
      extension: extended
        ? {
            wrenchLength: figures['extension.wrenchLength'] ?? 0,
            extension: figures['extension.extension'] ?? 0,
            angleDeg: figures['extension.angleDeg'] ?? 0,
          }
        : null,
      newHardware: fastener.hardware === 'new' ? !reused : null,
      moved,
      movedDeg: figures.movedDeg,
      confirmed,
    });
    if (answer) {
      setRecorded(`${fastener.name}, ${side}: recorded.`);
      setReading(null);
      setMoved(false);
    }
  };
  const confirm = errors.find((error) => error.code === 'confirm');
  const typed = typing && typeof reading === 'number' ? reading : null;
  const words = describeTake(fastener, now, props.recheck, viewer.torqueUnit, typed);
  // The big button at the foot does the same as this card's own.
  useEffect(() => {
    if (takeRef) takeRef.current = () => void take(false);
  });
  useEffect(() => onWords?.(words), [onWords, words]);
  return (
    <section
      className="border-b-2 border-rule px-6 py-4 sm:border-b-0 sm:odd:border-r-2"
      aria-label={`${fastener.name}, ${side}`}
    >
      <div className="flex items-center gap-4">
        <Stripe state={now.stripe} size={84} />
        <div className="min-w-0 flex-1">
          <p className="text-lg text-soft">
            <span className="mr-2 inline-block font-head text-2xl leading-tight font-semibold text-ink first-letter:uppercase">
              {side}
            </span>
            {fastener.count > 1 ? `${fastener.count} × ` : ''}
            {fastener.corner ? `${fastener.name.toLowerCase()}, ` : ''}
            {STRIPE_WORDS[now.stripe]}
          </p>
          {value && (
            <p className="flex flex-wrap items-baseline gap-x-2.5">
              <span className="figure text-7xl leading-none">{value.value}</span>
              <span className="figure text-4xl">{value.unit}</span>
              {now.spec!.angleDeg !== undefined && (
                <span className="figure text-4xl">+ {now.spec!.angleDeg}°</span>
              )}
              <span className="text-xl text-soft">{value.other}</span>
            </p>
          )}
        </div>
      </div>
      {value && (
        <div className="mt-1 flex items-center gap-4">
          <div className="min-w-0 flex-1">
            <p className="text-lg text-soft">
              {(now.valueKind === 'interim' || now.valueKind === 'made-up') && (
                <strong className="mr-2 border border-ink px-1.5 text-ink">
                  {now.valueKind === 'interim' ? 'temporary' : 'made up'}
                </strong>
              )}
              {now.spec!.source}
            </p>
            {(fastener.identify || fastener.threadlocker || fastener.pattern) && (
              <p className="text-lg">
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
              <p className="mt-1 text-lg font-semibold">
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
            <p key={reason.message} className="hatch px-3 py-2 text-lg font-medium">
              {reason.message}
            </p>
          ))}
          {refused.length === 0 && (
            <Errors errors={errors}>
              <WrenchChoice
                wrenches={props.wrenches}
                today={props.today}
                value={wrenchId}
                onValue={setWrenchId}
              >
                <Button
                  className="aria-pressed:bg-ink aria-pressed:text-paper"
                  aria-pressed={more}
                  aria-label={`More ways to record ${fastener.name.toLowerCase()}, ${side}`}
                  onClick={() => setMore(!more)}
                >
                  More
                </Button>
              </WrenchChoice>
              {more && (
                <div className="mt-2 grid grid-cols-2 gap-2">
                  <Button
                    className="aria-pressed:bg-ink aria-pressed:text-paper"
                    aria-pressed={typing}
                    onClick={() => {
                      setTyping(!typing);
                      clear();
                    }}
                  >
                    Type it
                  </Button>
                  <Button
                    className="aria-pressed:bg-ink aria-pressed:text-paper"
                    aria-pressed={extended}
                    onClick={() => setExtended(!extended)}
                  >
                    Extension
                  </Button>
                  {fastener.hardware === 'new' && (
                    <Button
                      className="col-span-2 aria-pressed:bg-ink aria-pressed:text-paper"
                      aria-pressed={!reused}
                      onClick={() => setReused(!reused)}
                    >
                      {reused ? 'The old hardware' : 'New hardware'}
                    </Button>
                  )}
                </div>
              )}
              {typing && (
                <NumberField
                  className="mt-2"
                  name="reading"
                  label={angleDue ? 'Angle, degrees' : `Reading, ${value!.unit}`}
                  hint={
                    !angleDue && typeof reading === 'number' && reading > 0
                      ? torqueBoth(convertTorque(reading, viewer.torqueUnit).nm)
                      : undefined
                  }
                  value={reading}
                  onValue={setReading}
                  autoFocus
                />
              )}
              {wrench && (now.spec.nm < wrench.lowNm || now.spec.nm > wrench.highNm) && !extended && (
                <p className="mt-1 text-lg font-semibold">Outside this wrench’s range.</p>
              )}
              {wrench && wrench.calibrationDue < props.today && (
                <p className="mt-1 text-lg font-semibold">Past its calibration date: it is recorded.</p>
              )}
              {extended && (
                <ExtensionFields
                  nm={now.spec.nm}
                  unit={viewer.torqueUnit}
                  lengths={lengths}
                  onChange={setLengths}
                />
              )}
              {props.recheck && (
                <div className="mt-2 grid grid-cols-2 gap-2">
                  <Button
                    className="aria-pressed:bg-ink aria-pressed:text-paper"
                    aria-pressed={moved}
                    onClick={() => setMoved(!moved)}
                  >
                    It moved
                  </Button>
                  {moved && (
                    <NumberField
                      name="movedDeg"
                      label="By degrees, about"
                      value={movedDeg}
                      onValue={setMovedDeg}
                    />
                  )}
                </div>
              )}
              {confirm ? (
                <div role="alert" className="hatch mt-2 px-3 py-3 text-lg">
                  <p className="font-semibold">{confirm.message}</p>
                  <div className="mt-2 grid grid-cols-2 gap-2">
                    <Button
                      weight="pen"
                      onClick={() => {
                        clear();
                        setReading(null);
                      }}
                    >
                      Pull again
                    </Button>
                    <Button disabled={busy} onClick={() => void take(true)}>
                      It did read {typed ?? value!.value}
                    </Button>
                  </div>
                </div>
              ) : (
                <>
                  <FormErrors errors={errors} shown={SHOWN} />
                  <Button
                    weight={first ? 'pen' : 'line'}
                    wide
                    className="mt-2 min-h-18 text-2xl"
                    disabled={busy}
                    onClick={() => void take(false)}
                  >
                    {words}
                  </Button>
                </>
              )}
            </Errors>
          )}
        </div>
      )}
      <p aria-live="polite" className="sr-only">
        {recorded}
      </p>
      {last && (
        <div className="mt-3 flex flex-wrap items-center justify-between gap-2 text-lg text-soft">
          <span>{last.words}</span>
          {(last.personId === viewer.id || viewer.isLead) && (
            <TakeBack
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
      {now.torqued && now.owesCheck && (
        <div className="mt-2">
          <SecondCheck
            orderId={orderId}
            fastener={fastener}
            people={props.people}
            takenBy={now.takenBy}
            may={whoMayCheck(document, fastener, props.alone)}
          />
        </div>
      )}
    </section>
  );
}
