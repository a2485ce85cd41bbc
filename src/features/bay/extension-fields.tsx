'use client';

import { torqueExtensionSetting } from '@/core/calc/torque.extension';
import { attempt } from '@/core/refusal';
import { torqueTexts } from '@/core/units/torque-text';
import { AngleField, NumberField, type TypedFigure } from '@/ui/figure-fields';
import type { Lengths } from './extension-lengths';

/** What the wrench is set to, in words; null while a length is missing, does not read or cannot be. */
function settingOf(nm: number, unit: 'lbft' | 'nm', lengths: Lengths): string | null {
  const { wrenchLength, extension, angleDeg } = { ...lengths, angleDeg: lengths.angleDeg ?? 0 };
  if (typeof wrenchLength !== 'number' || typeof extension !== 'number' || typeof angleDeg !== 'number')
    return null;
  const read = attempt(() => torqueExtensionSetting({ target: nm, wrenchLength, extension, angleDeg }));
  if (!read.ok) return null;
  const texts = torqueTexts(read.value, unit);
  return `${texts.value} ${texts.unit}`;
}

/** A crowfoot or extension in line changes what the wrench is set to; the figure is worked out and shown. */
export function ExtensionFields({
  nm,
  unit,
  lengths,
  onChange,
}: {
  nm: number;
  unit: 'lbft' | 'nm';
  lengths: Lengths;
  onChange: (lengths: Lengths) => void;
}) {
  const setting = settingOf(nm, unit, lengths);
  const of = (name: keyof Lengths) => ({
    name: `extension.${name}`,
    value: lengths[name],
    onValue: (figure: TypedFigure) => onChange({ ...lengths, [name]: figure }),
  });
  return (
    <div className="mt-2 border-t border-rule pt-2">
      <div className="grid grid-cols-3 items-end gap-2">
        <NumberField {...of('wrenchLength')} unit="mm" label="Wrench, mm" />
        <NumberField {...of('extension')} unit="mm" label="Extension, mm" />
        <AngleField {...of('angleDeg')} label="Angle, °" />
      </div>
      <p className="mt-1 text-xl">
        {setting ? (
          <>
            Set the wrench to <strong className="figure text-4xl">{setting}</strong>
          </>
        ) : (
          'Both lengths, and the setting stands here.'
        )}
      </p>
    </div>
  );
}
