'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { postJson } from '@/features/transport/post';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { LENGTH_UNITS, TORQUE_UNITS } from '@/ui/units';

const FIELDS = [
  'code',
  'shop.name',
  'shop.timeZone',
  'shop.currency',
  'shop.distanceUnit',
  'owner.name',
  'owner.password',
  'owner.pin',
];

export function FirstOwnerForm() {
  const router = useRouter();
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  return (
    <form
      className="grid gap-4 sm:grid-cols-2"
      onSubmit={async (event) => {
        event.preventDefault();
        setBusy(true);
        const f = fieldsOf(event.currentTarget);
        const answer = await postJson('/api/first-owner', {
          code: f.code,
          shop: {
            name: f['shop.name'],
            timeZone: f['shop.timeZone'],
            currency: f['shop.currency'],
            distanceUnit: f['shop.distanceUnit'],
          },
          owner: {
            name: f['owner.name'],
            password: f['owner.password'],
            pin: f['owner.pin'],
            lengthUnit: f['owner.lengthUnit'],
            torqueUnit: f['owner.torqueUnit'],
          },
        });
        setBusy(false);
        if (answer.ok) router.push('/welcome');
        else setErrors(answer.errors);
      }}
    >
      <Errors errors={errors}>
        <TextField className="sm:col-span-2" name="code" label="One-time code from the console" autoFocus />
        <TextField className="sm:col-span-2" name="shop.name" label="Name of the shop" />
        <TextField
          name="shop.timeZone"
          label="Time zone"
          defaultValue="America/Denver"
          hint="as in America/Denver"
        />
        <TextField name="shop.currency" label="Currency" defaultValue="USD" />
        <SelectField
          className="sm:col-span-2"
          name="shop.distanceUnit"
          label="Odometers mostly read"
          options={[
            ['mi', 'miles'],
            ['km', 'kilometers'],
          ]}
        />
        <TextField name="owner.name" label="Your name" autoComplete="username" />
        <TextField
          name="owner.password"
          label="Your password"
          type="password"
          autoComplete="new-password"
          hint="at least 10 characters"
        />
        <TextField
          name="owner.pin"
          label="Your PIN"
          type="password"
          inputMode="numeric"
          hint="4 to 6 digits, for this shop’s tablets"
        />
        <div className="grid grid-cols-2 gap-3">
          <SelectField name="owner.lengthUnit" label="Lengths" options={LENGTH_UNITS} />
          <SelectField name="owner.torqueUnit" label="Torque" options={TORQUE_UNITS} />
        </div>
      </Errors>
      <div className="sm:col-span-2">
        <FormErrors errors={errors} shown={FIELDS} />
        <button className="btn btn-pen mt-2 min-h-14 w-full" disabled={busy}>
          {busy ? 'Opening…' : 'Open the shop'}
        </button>
      </div>
    </form>
  );
}
