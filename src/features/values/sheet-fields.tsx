import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';
import { TORQUE_UNITS } from '@/ui/units';
import type { ReactNode } from 'react';
import { PasteValues } from './paste-values';
import { type ValueLine, ValueLines } from './value-lines';

/** What every value sheet asks: the source once, the unit, a table to paste, and a line for each place. */
export function SheetFields({
  lines,
  unit,
  set,
  children,
}: {
  lines: ValueLine[];
  unit: string;
  set: (name: never, value: never) => void;
  /** What is said below the source. */
  children?: ReactNode;
}) {
  return (
    <>
      <div className="grid max-w-3xl gap-3 sm:grid-cols-[1fr_8rem]">
        <TextField name="source" label="Source of all of them: which sheet, which issue" />
        <SelectField name="unit" label="Unit" options={TORQUE_UNITS} />
      </div>
      {children}
      <PasteValues
        lines={lines}
        onRead={(values) => {
          for (const [at, { value, angleDeg }] of values) {
            set(`values.${at}.value` as never, value as never);
            set(`values.${at}.angleDeg` as never, angleDeg as never);
          }
        }}
      />
      <ValueLines lines={lines} unit={unit as 'lbft' | 'nm'} />
    </>
  );
}
