'use client';

import { useRouter } from 'next/navigation';
import { postJson } from '@/features/transport/post';
import { Form } from '@/ui/form';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { LENGTH_UNITS, TORQUE_UNITS } from '@/ui/units';

const START = {
  code: '',
  shop: { name: '', timeZone: 'America/Denver', currency: 'USD', distanceUnit: 'mi' },
  owner: { name: '', password: '', pin: '', lengthUnit: 'in', torqueUnit: 'lbft' },
};

export function FirstOwnerForm() {
  const router = useRouter();
  return (
    <Form
      className="grid gap-4 sm:grid-cols-2"
      draft="first-owner"
      keeps
      start={START}
      onSend={async (_, values) => {
        const answer = await postJson('/api/first-owner', values);
        if (!answer.ok) return answer.errors;
        router.push('/welcome');
        return [];
      }}
    >
      <TextField
        className="sm:col-span-2"
        name="code"
        label="One-time code from the console"
        type="password"
        autoFocus
      />
      <TextField className="sm:col-span-2" name="shop.name" label="Name of the shop" />
      <TextField name="shop.timeZone" label="Time zone" hint="as in America/Denver" />
      <TextField name="shop.currency" label="Currency" />
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
      <Send wide size="tall" busy="Opening…" className="sm:col-span-2">
        Open the shop
      </Send>
    </Form>
  );
}
