'use client';

import { convertTorque } from '@/core/calc/torque.convert';
import { describeTiresAndWheels, setAgainst, wheelText } from '@/core/ledger/wheel-compare';
import type { DialFrom, WheelSet } from '@/core/ledger/wheel-set';
import { formatTape } from '@/core/calc/tape.format';
import { torqueTexts } from '@/core/units/torque-text';
import { CommandDialog } from '@/features/transport/command-dialog';
import { CheckField } from '@/ui/checkbox';
import { NumberField } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { Nothing } from '@/ui/states';
import { TextField } from '@/ui/text-field';
import type { TypedFigure } from '@/ui/figure-fields';

type Units = { torqueUnit: 'nm' | 'lbft'; lengthUnit: 'in' | 'mm' };

const DIAL_WORDS: Record<DialFrom, string> = {
  driven: 'driven against a true speed',
  'tire size': 'by the size of its tires',
  'as made': 'as the car was made',
};

/** How far the dial is off on a set: `odometer reads 3.2% less than driven, by the size of its tires`. */
function dialText({ dialFactor, dialFrom }: WheelSet): string {
  const off = (1 / dialFactor - 1) * 100;
  if (Math.abs(off) < 0.05) return `dial true, ${DIAL_WORDS[dialFrom]}`;
  return `odometer reads ${Math.abs(off).toFixed(1)}% ${off < 0 ? 'less' : 'more'} than driven, ${DIAL_WORDS[dialFrom]}`;
}

/** How a set sits against the one on the car: where it comes closer, and how much taller it is. */
function fitText(worn: WheelSet, set: WheelSet, unit: 'in' | 'mm'): string {
  const against = setAgainst(worn, set);
  if (!against) return `fit against ${worn.name} unknown: rim width and offset of both are needed`;
  const way = (mm: number, more: string, less: string) =>
    Math.abs(mm) < 0.5 ? null : `${formatTape(Math.abs(mm), unit, 16)} ${mm > 0 ? more : less}`;
  const parts = [
    way(against.inward, 'closer to the strut', 'further from the strut'),
    way(against.outward, 'closer to the fender', 'further from the fender'),
    way(against.taller, 'taller', 'lower'),
  ].filter(Boolean);
  return `against ${worn.name}: ${parts.length ? parts.join(', ') : 'sits the same'}`;
}

/** Writes a set down, or puts one right. */
function SetDialog({
  vehicleId,
  set,
  torqueUnit,
  mayTorque,
}: {
  vehicleId: string;
  set: WheelSet | null;
  torqueUnit: 'nm' | 'lbft';
  mayTorque: boolean;
}) {
  const figure = (nm: number | null) =>
    nm === null ? null : Math.round((torqueUnit === 'nm' ? nm : convertTorque(nm, 'nm').lbft) * 10) / 10;
  return (
    <CommandDialog
      command="wheelset.save"
      about={set?.id ?? vehicleId}
      opens={set ? 'Change' : 'Another wheel set'}
      button={set ? {} : { weight: 'pen' }}
      title={set ? `Wheel set ${set.name}` : 'Another wheel set'}
      intro="Its nuts go by the value kept here whenever the car stands on it, and come-backs count by its dial."
      wide
      start={{
        name: set?.name ?? '',
        tires: set?.tires ?? '',
        rimWidthIn: (set?.rimWidthIn ?? null) as TypedFigure,
        offsetMm: (set?.offsetMm ?? null) as TypedFigure,
        torque: figure(set?.nm ?? null) as TypedFigure,
        unit: torqueUnit,
        source: set?.source ?? '',
        dial: { shown: null as TypedFigure, truth: null as TypedFigure },
        gone: set?.gone ?? false,
      }}
      input={({ dial, ...typed }, confirmed) => ({
        ...typed,
        vehicleId,
        setId: set?.id ?? null,
        dial: dial.shown === null && dial.truth === null ? null : dial,
        confirmed,
      })}
    >
      <div className="grid grid-cols-2 gap-3">
        <TextField name="name" label="Called" placeholder="winter, on steel" />
        <TextField name="tires" label="Tires" placeholder="LT245/75R17" />
        <NumberField name="rimWidthIn" label="Rim width, in" hint="like 8 or 7.5" />
        <NumberField name="offsetMm" label="Offset, mm" hint="negative where it stands further out" />
        <NumberField
          name="torque"
          label="Its nuts or bolts go by"
          readOnly={!mayTorque}
          hint={mayTorque ? 'from the wheel’s own sheet' : 'the lead enters it'}
        />
        <SelectField
          name="unit"
          label="Unit"
          options={[
            ['nm', 'N·m'],
            ['lbft', 'lbf·ft'],
          ]}
        />
        <TextField className="col-span-2" name="source" label="Written where" placeholder="sheet, page" />
        <NumberField name="dial.shown" label="Dial showed" hint="at one speed, if it was tried" />
        <NumberField name="dial.truth" label="Truly driven" hint="by something else than its dial" />
      </div>
      {set && <CheckField name="gone" label="Remove this set: sold, or worn out" />}
      <Send wide again="It is so: keep it">
        Record the set
      </Send>
    </CommandDialog>
  );
}

/** A car’s wheel sets: which it stands on, how each fits, what its nuts go by, and how far the dial is off on it. */
export function WheelSets({
  vehicleId,
  sets,
  wornId,
  mayTorque,
  torqueUnit,
  lengthUnit,
}: { vehicleId: string; sets: WheelSet[]; wornId: string | null; mayTorque: boolean } & Units) {
  const worn = sets.find((set) => set.id === wornId) ?? null;
  return (
    <>
      {sets.length === 0 && (
        <Nothing>
          Only the wheels it came on. Write a second set down, and its nuts and dial are known.
        </Nothing>
      )}
      <ul>
        {sets.map((set) => {
          const torque = set.nm === null ? null : torqueTexts(set.nm, torqueUnit);
          return (
            <li
              key={set.id}
              className={`grid grid-cols-[1fr_auto] items-start gap-x-3 border-b border-rule py-2 ${set.gone ? 'text-soft' : ''}`}
            >
              <div>
                <p className="font-semibold">
                  {set.name}
                  {set.id === wornId && (
                    <span className="ml-2 bg-pen px-1.5 font-head text-base">on the car</span>
                  )}
                  {set.gone && ', removed'}
                </p>
                <p>{describeTiresAndWheels({ tires: set.tires, wheels: wheelText(set) })}</p>
                <p>
                  {torque
                    ? `nuts ${torque.value} ${torque.unit} (${torque.other}), ${set.source}`
                    : 'nuts: no value entered'}
                </p>
                <p className="text-soft">{dialText(set)}</p>
                {worn && worn.id !== set.id && !set.gone && (
                  <p className="text-soft">{fitText(worn, set, lengthUnit)}</p>
                )}
              </div>
              <SetDialog {...{ vehicleId, set, torqueUnit, mayTorque }} />
            </li>
          );
        })}
      </ul>
      <div className="pt-3">
        <SetDialog {...{ vehicleId, torqueUnit, mayTorque }} set={null} />
      </div>
    </>
  );
}
