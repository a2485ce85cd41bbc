'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { CORNERS, type Corner, type PerCorner, eachCorner } from '@/core/corners';
import { Refusal } from '@/core/refusal';
import type { HeightMethod, HeightOccasion } from '@/core/ledger/kinds/arrival';
import { CORNER_NAMES } from '@/core/procedure/engine';
import type { StanceInput } from '@/core/stance/drawing';
import { heightsOf } from '@/core/stance/readings';
import { useCommand } from '@/features/transport/use-command';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { LENGTH_UNITS } from '@/ui/units';
import { HeightPad } from '@/ui/height-pad';
import { StancePanel } from './stance-panel';

interface Props {
  orderId: string;
  stance: Omit<StanceInput, 'measured' | 'unit'>;
  occasions: HeightOccasion[];
  method: HeightMethod;
  upperPoint: string;
  tires: string;
  unit: 'in' | 'mm';
  /** On a sheet over another page: it goes nowhere from here. */
  stays?: boolean;
}

const ORDER: Corner[] = ['LF', 'RF', 'LR', 'RR'];

/** The readings as they come to heights now, or null while a corner is missing, unreadable or owes a third. */
function drawnHeights(readings: PerCorner<string[]>, unit: 'in' | 'mm'): PerCorner<number> | null {
  try {
    const typed = eachCorner((corner) => readings[corner].filter((text) => text.trim()));
    return CORNERS.some((corner) => typed[corner].length === 0) ? null : heightsOf({ readings: typed, unit });
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
}

function owesThird(readings: string[], unit: 'in' | 'mm'): boolean {
  const typed = readings.filter((text) => text.trim());
  if (typed.length !== 2) return false;
  try {
    heightsOf({ unit, readings: eachCorner(() => typed) });
    return false;
  } catch (error) {
    return error instanceof Refusal && error.code === 'third-reading';
  }
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
  stays = false,
}: Props) {
  const router = useRouter();
  const { send, busy, errors } = useCommand('heights.record');
  const [unit, setUnit] = useState(startUnit);
  const [readings, setReadings] = useState<PerCorner<string[]>>(eachCorner(() => ['']));
  const [by, setBy] = useState(method);
  const measured = drawnHeights(readings, unit);
  const change = (corner: Corner, index: number, text: string) =>
    setReadings((before) => ({
      ...before,
      [corner]: before[corner].map((old, at) => (at === index ? text : old)),
    }));
  const add = (corner: Corner) => setReadings((before) => ({ ...before, [corner]: [...before[corner], ''] }));
  return (
    <form
      className="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,7fr)_minmax(0,6fr)]"
      onSubmit={async (event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const answer = await send({
          orderId,
          occasion: f.occasion,
          method: by,
          upperPoint: f.upperPoint,
          tires: f.tires,
          pressureDone: f.pressureDone === 'on',
          floorLevel: f.floorLevel === 'on',
          steeringStraight: f.steeringStraight === 'on',
          load: f.load,
          unit,
          readings: eachCorner((corner) => readings[corner].filter((text) => text.trim())),
        });
        // After the work the verdict and its reasons stand on this page.
        if (answer && f.occasion === 'as came' && !stays) router.push(`/orders/${orderId}`);
      }}
    >
      <Errors errors={errors}>
        <section className="min-w-0 lg:col-span-2">
          <h2 className="border-b border-ink pb-1">Standing heights</h2>
          <div className="mt-3 grid gap-x-9 gap-y-1 md:grid-cols-2">
            {ORDER.map((corner) => {
              const refused = errors.find((error) => error.field.startsWith(`readings.${corner}`))?.message;
              const third = owesThird(readings[corner], unit);
              return (
                <div key={corner}>
                  {readings[corner].map((text, index) => (
                    <HeightPad
                      key={index}
                      label={
                        index === 0
                          ? CORNER_NAMES[corner]
                          : `${CORNER_NAMES[corner]}, ${index === 1 ? 'second' : 'third'} reading`
                      }
                      unit={unit}
                      value={text}
                      onChange={(next) => change(corner, index, next)}
                      error={
                        index === readings[corner].length - 1
                          ? third
                            ? 'More than 3 mm apart: measure this corner a third time.'
                            : refused
                          : undefined
                      }
                    />
                  ))}
                  {readings[corner].length < (third ? 3 : 2) && (
                    <button
                      type="button"
                      className="btn btn-plain -mt-2 min-h-9 text-base"
                      onClick={() => add(corner)}
                    >
                      {third ? 'Third reading' : 'Second reading'}
                    </button>
                  )}
                </div>
              );
            })}
          </div>
        </section>
        <section className="min-w-0">
          <h2 className="border-b border-ink pb-1">How it stands</h2>
          {measured ? (
            <StancePanel stance={{ ...stance, fromFloor: by === 'floor', measured, unit }} compact />
          ) : (
            <p className="py-6 text-soft">The stance is drawn here as soon as all four corners read.</p>
          )}
        </section>
        <section className="min-w-0">
          <h2 className="border-b border-ink pb-1">How it was measured</h2>
          <div className="mt-3 grid grid-cols-2 gap-3">
            <SelectField
              name="occasion"
              label="Occasion"
              options={occasions.map((occasion) => [occasion, occasion])}
            />
            <SelectField
              name="unit"
              label="Lengths without a unit are"
              value={unit}
              onValue={(chosen) => setUnit(chosen as 'in' | 'mm')}
              options={LENGTH_UNITS}
            />
            <SelectField
              name="method"
              label="Measured from"
              value={by}
              onValue={(chosen) => setBy(chosen as HeightMethod)}
              options={[
                ['hub', 'hub center'],
                ['floor', 'floor'],
                ['chassis', 'a chassis point'],
              ]}
            />
            <TextField name="upperPoint" label="Up to" defaultValue={upperPoint} />
            <TextField name="tires" label="Tires on it" defaultValue={tires} />
            <TextField name="load" label="Load on it" placeholder="empty, half a tank" />
          </div>
          <div className="mt-2">
            <CheckField name="pressureDone" label="Tire pressure set" />
            <CheckField name="floorLevel" label="Level floor, rolled to settle, never on a jack" />
            <CheckField name="steeringStraight" label="Steering straight, brake off, in neutral" />
          </div>
          <FormErrors
            errors={errors}
            shown={[
              'pressureDone',
              'upperPoint',
              'tires',
              'method',
              'occasion',
              ...CORNERS.map((corner) => `readings.${corner}`),
            ]}
          />
          <button className="btn btn-pen mt-3 min-h-14 w-full" disabled={busy}>
            {busy ? 'Writing…' : 'Keep these heights'}
          </button>
        </section>
      </Errors>
    </form>
  );
}
