'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useEffectEvent, useState } from 'react';
import { CORNER_NAMES, CORNERS, type Corner, type PerCorner, eachCorner } from '@/core/corners';
import { Refusal } from '@/core/refusal';
import type { HeightMethod, HeightOccasion } from '@/core/ledger/kinds/arrival';
import type { StanceInput } from '@/core/stance/drawing';
import { type ReadingContext, doubtfulReading } from '@/core/stance/doubtful';
import { heightsOf } from '@/core/stance/readings';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/checkbox';
import { useDescribed, useFieldError } from '@/ui/field';
import { MeasurePad } from '@/ui/measure-pad';
import { HeightPad } from '@/ui/height-pad';
import { Held } from '@/ui/held';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { LENGTH_UNITS } from '@/ui/units';
import { useGauges } from '../measuring/gauges';
import { TapeGoes } from '../measuring/tape-goes';
import { StancePanel } from './stance-panel';

type Unit = 'in' | 'mm';

interface Props {
  orderId: string;
  stance: Omit<StanceInput, 'measured' | 'unit'>;
  occasions: HeightOccasion[];
  method: HeightMethod;
  upperPoint: string;
  tires: string;
  unit: Unit;
  /** What each occasion’s readings are doubted by, as long as they are taken by the method and tires it begins with. */
  doubtedBy: Partial<Record<HeightOccasion, ReadingContext>>;
  /** The stand-in gauges at the wheels are in use. */
  gauges: boolean;
  /** On a sheet over the bay: it goes nowhere from here, and is typed on a pad made for gloves. */
  inBay?: boolean;
}

const ORDER: Corner[] = ['LF', 'RF', 'LR', 'RR'];

const filled = (readings: string[]) => readings.filter((text) => text.trim());

/** The readings as they come to heights now, or null while a corner is missing, unreadable or owes a third. */
function drawnHeights(readings: PerCorner<string[]>, unit: Unit): PerCorner<number> | null {
  try {
    const typed = eachCorner((corner) => filled(readings[corner]));
    return CORNERS.some((corner) => typed[corner].length === 0) ? null : heightsOf({ readings: typed, unit });
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
}

function owesThird(readings: string[], unit: Unit): boolean {
  const typed = filled(readings);
  if (typed.length !== 2) return false;
  try {
    heightsOf({ unit, readings: eachCorner(() => typed) });
    return false;
  } catch (error) {
    return error instanceof Refusal && error.code === 'third-reading';
  }
}

/** Puts in what a gauge read, each time it was read anew. */
function PutIn({ text, set }: { text: string | undefined; set: (readings: string[]) => void }) {
  const put = useEffectEvent(set);
  useEffect(() => {
    if (text !== undefined) put([text]);
  }, [text]);
  return null;
}

/** The readings of one corner: one, a second to make sure, a third where they lie apart. */
function CornerReadings({
  corner,
  unit,
  ruler,
  onFocus,
  gauged,
}: {
  corner: Corner;
  unit: Unit;
  ruler: boolean;
  onFocus: () => void;
  /** What the gauge at this wheel read, once it was asked. */
  gauged: string | undefined;
}) {
  const name = `readings.${corner}`;
  useDescribed(name);
  const refused = useFieldError(name);
  return (
    <Held<string[]> name={name} value={undefined} first={['']}>
      {({ value: readings, set }) => {
        const third = owesThird(readings, unit);
        const last = readings.length - 1;
        const said = third ? 'More than 3 mm apart: measure this corner a third time.' : refused;
        return (
          <div>
            <PutIn text={gauged} set={set} />
            {readings.map((text, index) => (
              <HeightPad
                key={index}
                label={
                  index === 0
                    ? CORNER_NAMES[corner]
                    : `${CORNER_NAMES[corner]}, ${index === 1 ? 'second' : 'third'} reading`
                }
                unit={unit}
                value={text}
                ruler={ruler}
                onFocus={onFocus}
                onChange={(next) => set(readings.map((old, at) => (at === index ? next : old)))}
                error={index === last ? said : undefined}
              />
            ))}
            {readings.length < (third ? 3 : 2) && (
              <Button weight="plain" className="-mt-2" onClick={() => set([...readings, ''])}>
                {third ? 'Third reading' : 'Second reading'}
              </Button>
            )}
          </div>
        );
      }}
    </Held>
  );
}

/** The pad of the corner that is read now: from its last sixteenth it goes on to the next by itself. */
function CornerPad({
  corner,
  unit,
  next,
  onNext,
}: {
  corner: Corner;
  unit: Unit;
  next: Corner | undefined;
  onNext: (corner: Corner) => void;
}) {
  return (
    <Held<string[]> name={`readings.${corner}`} value={undefined} first={['']}>
      {({ value: readings, set }) => (
        <div className="mt-2">
          <p className="label first-letter:uppercase">{CORNER_NAMES[corner]}</p>
          <MeasurePad
            label={CORNER_NAMES[corner]}
            unit={unit}
            value={readings.at(-1) ?? ''}
            onChange={(text) => set([...readings.slice(0, -1), text])}
            next={next && `Next: ${CORNER_NAMES[next]}`}
            onNext={next && (() => onNext(next))}
          />
        </div>
      )}
    </Held>
  );
}

/** Four standing heights as on a tape, the stance drawn from them at once. */
export function HeightsForm({
  orderId,
  stance,
  occasions,
  method,
  upperPoint,
  tires,
  unit: startUnit,
  doubtedBy,
  gauges,
  inBay = false,
}: Props) {
  const router = useRouter();
  const [active, setActive] = useState<Corner>('LF');
  const readGauges = useGauges();
  const [gauged, setGauged] = useState<PerCorner<string> | null>(null);
  return (
    <CommandForm
      command="heights.record"
      about={orderId}
      className="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)]"
      start={{
        readings: eachCorner(() => ['']),
        occasion: occasions[0]! as string,
        unit: startUnit,
        method,
        upperPoint,
        tires,
        load: '',
        pressureDone: false,
        floorLevel: false,
        steeringStraight: false,
      }}
      input={({ readings, ...typed }, confirmed) => ({
        orderId,
        confirmed,
        ...typed,
        readings: eachCorner((corner) => filled(readings[corner])),
      })}
      onDone={(_, { occasion }) => {
        // After the work the verdict and its reasons stand on this page.
        if (occasion === 'as came' && !inBay) router.push(`/orders/${orderId}`);
      }}
    >
      {({ readings, unit, ...how }) => {
        const { method: by, occasion, upperPoint: up } = how;
        const measured = drawnHeights(readings, unit);
        const context =
          by === method && up === upperPoint && how.tires === tires
            ? doubtedBy[occasion as HeightOccasion]
            : undefined;
        const typed = eachCorner((corner) => filled(readings[corner]));
        const doubt = measured && context ? doubtfulReading(typed, measured, unit, context) : null;
        const next = ORDER.slice(ORDER.indexOf(active) + 1).find(
          (corner) => !filled(readings[corner]).length,
        );
        return (
          <>
            <section className="min-w-0">
              <h2 className="border-b border-ink pb-1">Standing heights</h2>
              <div className="mt-3 grid gap-x-7 gap-y-1 sm:grid-cols-2">
                {ORDER.map((corner) => (
                  <CornerReadings
                    key={corner}
                    corner={corner}
                    unit={unit}
                    ruler={!inBay}
                    onFocus={() => setActive(corner)}
                    gauged={gauged?.[corner]}
                  />
                ))}
              </div>
              {inBay && <CornerPad corner={active} unit={unit} next={next} onNext={setActive} />}
              {gauges && (
                <Button className="mt-2" onClick={async () => setGauged(await readGauges(orderId))}>
                  Read the four gauges
                </Button>
              )}
              {doubt && (
                <div role="status" className="hatch mt-3 flex flex-wrap gap-5 px-4 py-3">
                  <div className="min-w-60 flex-1">
                    <p className="font-head text-xl font-semibold">Measure this again</p>
                    <p>{doubt.text}</p>
                    <p className="mt-1 text-soft">
                      If it did read so, it is recorded as measured again and confirmed.
                    </p>
                  </div>
                  <TapeGoes corner={doubt.corners[0]!} method={by} upperPoint={up} />
                </div>
              )}
            </section>
            <section className="min-w-0">
              <h2 className="border-b border-ink pb-1">How it stands</h2>
              {measured ? (
                <StancePanel stance={{ ...stance, fromFloor: by === 'floor', measured, unit }} compact />
              ) : (
                <p className="py-6 text-soft">The stance is drawn here as soon as all four corners read.</p>
              )}
            </section>
            <section className="min-w-0 lg:col-span-2">
              <h2 className="border-b border-ink pb-1">How it was measured</h2>
              <div className="mt-3 grid grid-cols-2 gap-3 lg:grid-cols-3">
                <SelectField
                  name="occasion"
                  label="Occasion"
                  options={occasions.map((occasion) => [occasion, occasion] as const)}
                />
                <SelectField name="unit" label="Lengths without a unit are" options={LENGTH_UNITS} />
                <SelectField
                  name="method"
                  label="Measured from"
                  options={[
                    ['hub', 'hub center'],
                    ['floor', 'floor'],
                    ['chassis', 'a chassis point'],
                  ]}
                />
                <TextField name="upperPoint" label="Up to" />
                <TextField name="tires" label="Tires on it" />
                <TextField name="load" label="Load on it" placeholder="empty, half a tank" />
              </div>
              <div className="mt-2 grid gap-x-6 lg:grid-cols-3">
                <CheckField name="pressureDone" label="Tire pressure set" />
                <CheckField name="floorLevel" label="Level floor, rolled to settle, never on a jack" />
                <CheckField name="steeringStraight" label="Steering straight, brake off, in neutral" />
              </div>
              <Send wide size="tall" className="mt-3" again="Measured again, it did read so">
                Record these heights
              </Send>
            </section>
          </>
        );
      }}
    </CommandForm>
  );
}
