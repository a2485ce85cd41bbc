'use client';

import { useRef, useState } from 'react';
import { ROLES } from '@/core/ledger/roles';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { DayField } from '@/ui/day-field';
import { LENGTH_UNITS, TORQUE_UNITS } from '@/ui/units';

export function AddPerson() {
  const { send, busy, errors } = useCommand('person.add');
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
          await send({
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
        <SelectField name="lengthUnit" label="Lengths" options={LENGTH_UNITS} />
        <SelectField name="torqueUnit" label="Torque" options={TORQUE_UNITS} />
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
  const { send, busy, errors } = useCommand('wrench.add');
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
          await send({
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
        <SelectField name="unit" label="Unit" options={TORQUE_UNITS} />
        <DayField className="col-span-3" name="calibrationDue" label="Calibration runs out" />
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

/** Out with a reason, or back with its new date. */
/** A wrench is taken out with the reason, and comes back with the day its new check runs out. */
export function MarkWrench({ wrenchId, name, out }: { wrenchId: string; name: string; out: boolean }) {
  const { send, busy, errors } = useCommand('wrench.mark');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn btn-plain" onClick={() => setOpen(true)}>
        {out ? 'Back in use' : 'Take it out'}
        <span className="sr-only">, {name}</span>
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title={out ? `${name}, back in use` : `${name}, out`}
      >
        <form
          className="grid gap-3"
          onSubmit={async (event) => {
            event.preventDefault();
            const input = { wrenchId, ...fieldsOf(event.currentTarget) };
            if (await send(input)) setOpen(false);
          }}
        >
          <Errors errors={errors}>
            <TextField
              name={out ? 'calibrationDue' : 'out'}
              label={out ? 'Checked, calibrated until' : 'Used as a lever, dropped: why it is out'}
              type={out ? 'date' : 'text'}
            />
            <FormErrors errors={errors} shown={['out', 'calibrationDue']} />
            <button className="btn btn-pen" disabled={busy}>
              {out ? 'Put it back in use' : 'Take it out'}
            </button>
          </Errors>
        </form>
      </Dialog>
    </>
  );
}

export function AddTool() {
  const { send, busy, errors } = useCommand('tool.add');
  const form = useRef<HTMLFormElement>(null);
  return (
    <form
      ref={form}
      className="grid grid-cols-[2fr_1fr_1fr_auto] items-end gap-3"
      onSubmit={async (event) => {
        event.preventDefault();
        const { kind, size, drive } = fieldsOf(event.currentTarget);
        if (await send({ kind, size: size || null, drive: drive || null })) form.current?.reset();
      }}
    >
      <Errors errors={errors}>
        <TextField name="kind" label="Tool" />
        <TextField name="size" label="Size" />
        <TextField name="drive" label="Drive" />
        <button className="btn" disabled={busy}>
          Add
        </button>
        <div className="col-span-4">
          <FormErrors errors={errors} shown={['kind', 'size', 'drive']} />
        </div>
      </Errors>
    </form>
  );
}

export function RetireTool({ toolId, name }: { toolId: string; name: string }) {
  const { send, busy } = useCommand('tool.retire');
  return (
    <button
      type="button"
      className="btn btn-plain min-h-8 px-1"
      aria-label={`Take ${name} off the list`}
      disabled={busy}
      onClick={() => void send({ toolId })}
    >
      gone
    </button>
  );
}

/** The shop's limits: each with its name, and how it is typed. */
const LIMITS = [
  ['coilStepTurns', 'Most cut off a coil at once, turns'],
  ['unalignedKm', 'Driven unaligned at most, km'],
  ['wheelRecheckKm', 'Wheel nuts again after, km'],
  ['hardUsePercent', 'Sooner when it works hard, % of it'],
  ['chassisRecheckKm', 'Chassis again after, km'],
  ['chassisRecheckDays', 'or after, days'],
  ['heightsRecheckKm', 'Heights again after, km'],
  ['heightsRecheckDays', 'or after, days (heights)'],
  ['alignmentRecheckDays', 'Alignment again after, days'],
  ['checkInDays', 'Asked how it rides after, days'],
  ['quietFrom', 'No messages from, hour'],
  ['quietTo', 'until, hour'],
] as const;

type Limit = (typeof LIMITS)[number][0];

export function ShopLimits({ limits }: { limits: Record<Limit, number> }) {
  const { send, busy, errors } = useCommand('shop.set');
  return (
    <form
      className="grid grid-cols-2 gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const typed = LIMITS.map(([name]) => [name, f[name] ? Number(f[name]) : null] as const);
        void send(Object.fromEntries(typed) as Record<Limit, number | null>);
      }}
    >
      <Errors errors={errors}>
        {LIMITS.map(([name, label]) => (
          <TextField
            key={name}
            name={name}
            label={label}
            inputMode="decimal"
            defaultValue={String(limits[name])}
          />
        ))}
        <div className="col-span-2">
          <FormErrors errors={errors} shown={LIMITS.map(([name]) => name)} />
          <button className="btn w-full" disabled={busy}>
            Keep these limits
          </button>
        </div>
      </Errors>
    </form>
  );
}

/** Somebody who came with an import begins to work here. */
export function AdmitPerson({ personId, name }: { personId: string; name: string }) {
  const { send, busy, errors } = useCommand('person.admit');
  return (
    <details className="border-b border-rule py-2">
      <summary className="cursor-pointer">
        <span className="font-semibold">{name}</span>{' '}
        <span className="text-soft">not at work here: let in</span>
      </summary>
      <form
        className="mt-2 grid grid-cols-2 gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const f = fieldsOf(event.currentTarget);
          void send({ personId, password: f.password, pin: f.pin });
        }}
      >
        <Errors errors={errors}>
          <TextField name="password" label="First password" type="password" autoComplete="new-password" />
          <TextField name="pin" label="PIN" type="password" inputMode="numeric" />
          <div className="col-span-2">
            <FormErrors errors={errors} shown={['password', 'pin']} />
            <button className="btn w-full" disabled={busy}>
              Let {name} in
            </button>
          </div>
        </Errors>
      </form>
    </details>
  );
}
