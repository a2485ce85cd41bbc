'use client';

import { torqueExtensionSetting } from '@/core/calc/torque.extension';
import { torqueTexts } from '@/core/units/torque-text';
import { TextField } from '@/ui/form';
import { typedNumber } from './typed-number';

/** A crowfoot or extension in line changes what the wrench is set to; the figure is worked out and shown. */
export function ExtensionFields({
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
    const [wrenchLength, extension] = [typedNumber(lengths.wrenchLength), typedNumber(lengths.extension)];
    if (wrenchLength > 0 && lengths.extension !== '') {
      const set = torqueExtensionSetting({
        target: nm,
        wrenchLength,
        extension,
        angleDeg: typedNumber(lengths.angleDeg || '0'),
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
