'use client';

import { useRef } from 'react';
import { ROLES } from '@/core/ledger/roles';
import { useCommand } from '@/ui/commands';
import { CheckField, Errors, FormErrors, SelectField, TextField, fieldsOf } from '@/ui/form';

export function AddPerson() {
  const { give, busy, errors } = useCommand('person.add');
  const form = useRef<HTMLFormElement>(null);
  return (
    <form
      ref={form}
      className="grid grid-cols-2 gap-3"
      onSubmit={async (event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const roles = ROLES.filter((role) => f[`role.${role}`] === 'on');
        if (
          await give({
            name: f.name,
            password: f.password,
            pin: f.pin,
            lengthUnit: f.lengthUnit,
            torqueUnit: f.torqueUnit,
            roles,
          })
        )
          form.current?.reset();
      }}
    >
      <Errors errors={errors}>
        <TextField name="name" label="Name" />
        <TextField
          name="pin"
          label="PIN"
          type="password"
          inputMode="numeric"
          hint="4 to 6 digits"
          autoComplete="new-password"
        />
        <TextField
          className="col-span-2"
          name="password"
          label="Password"
          type="password"
          autoComplete="new-password"
          hint="at least 10 characters"
        />
        <fieldset className="col-span-2 flex flex-wrap gap-x-6">
          <legend className="label">Roles</legend>
          {ROLES.map((role) => (
            <CheckField key={role} name={`role.${role}`} label={role} />
          ))}
        </fieldset>
        <SelectField
          name="lengthUnit"
          label="Lengths"
          options={[
            ['in', 'inches'],
            ['mm', 'millimeters'],
          ]}
        />
        <SelectField
          name="torqueUnit"
          label="Torque"
          options={[
            ['lbft', 'lbf·ft'],
            ['nm', 'N·m'],
          ]}
        />
        <div className="col-span-2">
          <FormErrors errors={errors} shown={['name', 'pin', 'password']} />
          <button className="btn w-full" disabled={busy}>
            Add to the crew
          </button>
        </div>
      </Errors>
    </form>
  );
}

export function AddWrench() {
  const { give, busy, errors } = useCommand('wrench.add');
  const form = useRef<HTMLFormElement>(null);
  return (
    <form
      ref={form}
      className="grid grid-cols-3 gap-3"
      onSubmit={async (event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const number = (text: string | undefined) => (text ? Number(text) : null);
        if (
          await give({
            name: f.name,
            low: number(f.low),
            high: number(f.high),
            unit: f.unit,
            calibrationDue: f.calibrationDue,
          })
        )
          form.current?.reset();
      }}
    >
      <Errors errors={errors}>
        <TextField className="col-span-3" name="name" label="Wrench, as it is called here" />
        <TextField name="low" label="Lowest value" inputMode="decimal" />
        <TextField name="high" label="Highest value" inputMode="decimal" />
        <SelectField
          name="unit"
          label="Unit"
          options={[
            ['lbft', 'lbf·ft'],
            ['nm', 'N·m'],
          ]}
        />
        <TextField className="col-span-3" name="calibrationDue" label="Calibration runs out" type="date" />
        <div className="col-span-3">
          <FormErrors errors={errors} shown={['name', 'low', 'high', 'calibrationDue']} />
          <button className="btn w-full" disabled={busy}>
            Add the wrench
          </button>
        </div>
      </Errors>
    </form>
  );
}
