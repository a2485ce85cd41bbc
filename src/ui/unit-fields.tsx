'use client';

import type { FieldProps } from './field';
import { NumberField, type TypedFigure } from './figure-fields';
import { SelectField } from './select';
import { TextField } from './text-field';
import { DISTANCE_UNITS, TORQUE_UNITS } from './units';

/** A torque with its unit. */
export function TorqueField({ name, label, hint, className = '' }: FieldProps) {
  return (
    <div className={`grid grid-cols-[1fr_8rem] gap-3 ${className}`}>
      <NumberField name={`${name}.value`} label={label} hint={hint} />
      <SelectField name={`${name}.unit`} label="Unit" options={TORQUE_UNITS} />
    </div>
  );
}

/** A dial with its unit, or why nobody could read it. */
export function OdometerFields({ name = 'odometer', label = 'Odometer' }: { name?: string; label?: string }) {
  return (
    <fieldset className="grid grid-cols-[1fr_6rem] gap-3">
      <NumberField whole name={`${name}.value`} label={label} />
      <SelectField name={`${name}.unit`} label="Unit" options={DISTANCE_UNITS} />
      <TextField
        name={`${name}.unread`}
        className="col-span-2"
        label="Or: why it cannot be read"
        placeholder="leave empty when it was read"
      />
    </fieldset>
  );
}

export interface TypedOdometer {
  value: TypedFigure;
  unit: 'km' | 'mi';
  unread: string;
}
export const emptyOdometer = (unit: 'km' | 'mi'): TypedOdometer => ({ value: null, unit, unread: '' });

/** A dial as a command takes it. */
export const odometerFrom = ({ value, unit, unread }: TypedOdometer) =>
  unread.trim() ? { unread } : { value: value ?? undefined, unit };
